import { type BrowserContext, expect, type Locator, type Page, test } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { accessible, choose, PASSWORD, signIn, url } from './hands';

/** A char lot in its trays, from laid down to ponded: programme, pump trip, skipped picks, a false alarm, shock, swim-up. */
test.describe.configure({ mode: 'serial' });

const DAY = 86_400_000;
const AGE = 62;
let context: BrowserContext;
let page: Page;
let room = 0;
const units: Record<string, number> = {};
const problems: string[] = [];

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext();
  page = await context.newPage();
  page.on('pageerror', (e) => problems.push(`${page.url()}: ${e.stack ?? e.message}`));
  // Run alone it begins with an empty hatchery; behind the others this is refused.
  await fetch(url('/api/first-run'), {
    method: 'POST',
    body: JSON.stringify({
      siteName: 'Ombrel Hatchery',
      timeZone: 'Europe/Vienna',
      managerName: 'Manager',
      password: PASSWORD,
    }),
  });
  await signIn(page, 'Manager');
  room = (await send<{ id: number }>('room.save', { name: 'Egg hall', kind: 'incubation' })).id;
  const hall = (await send<{ id: number }>('room.save', { name: 'Egg hall tanks', kind: 'rearing' })).id;
  const sensor = (await send<{ id: number }>('sensor.save', { name: 'egg1', room })).id;
  await send('unit.addMany', {
    room,
    kind: 'tray',
    prefix: 'IE',
    from: 1,
    count: 3,
    battery: 'Stack E',
    volumeL: 12,
    flowLPerMin: 6,
  });
  await send('unit.addMany', { room: hall, kind: 'tank', prefix: 'IH', from: 1, count: 1 });
  const known = (await (await page.request.get(url('/api/snapshot'))).json()) as {
    units: { id: number; name: string }[];
  };
  for (const u of known.units) units[u.name] = u.id;
  const begun = Date.now() - AGE * DAY;
  for (const unit of ['IE1', 'IE2', 'IE3'])
    await send('stock.bring', {
      account: 'arrived',
      species: 'arctic-char',
      stage: 'egg',
      unit: units[unit],
      at: begun,
      fertilisedAt: begun,
      measured: { method: 'counted', number: 15_000 },
      ...(unit === 'IE1' ? { lotName: 'EG-1' } : {}),
    });
  const rows = Array.from({ length: AGE * 24 }, (_, h) => {
    const at = begun + h * 3_600_000;
    return `${new Date(at).toISOString()},${(5 + 0.3 * Math.sin(h / 4)).toFixed(2)}`;
  });
  // Three weeks of rounds, the last of them two days ago: what is usual here is known, and two were skipped.
  for (let day = 20; day >= 2; day--)
    await send('pick.record', {
      unit: units.IE1,
      number: day === 20 ? 300 : 6 + (day % 3),
      at: Date.now() - day * DAY,
    });
  await send('readings.import', { sensor, text: `time,celsius\n${rows.join('\n')}\n` });
});
test.afterAll(async () => {
  expect(problems).toEqual([]);
  await context.close();
});

async function send<R = Record<string, unknown>>(type: string, payload: Record<string, unknown>): Promise<R> {
  const r = await page.request.post(url('/api/commands'), { data: { id: uuidv7(), type, payload } });
  const body = await r.json();
  expect([type, r.status(), body.refused?.message]).toEqual([type, 200, undefined]);
  return body.result as R;
}
const sheet = (unit: string): Locator => page.locator(`[data-sheet="${unit}"]`);
async function open(unit: string): Promise<Locator> {
  await page.goto(url(`/rooms/${room}?unit=${unit}`));
  await expect(sheet(unit)).toBeVisible();
  await page.waitForLoadState('networkidle');
  return sheet(unit);
}
const hatchOf = async (at: Locator) => Number(await at.locator('[data-milestone="hatched"]').getAttribute('data-at'));

test('the room says what waits, how gravely hands stay off, and minutes to danger', async () => {
  const at = await open('IE1');
  await expect(at.getByText(/not picked for \d+ days: \d/i)).toBeVisible();
  await expect(page.getByText(/if the flow stops, the first unit is in danger after/)).toBeVisible();
  await expect(page.locator('[data-unit="IE1"]')).toContainText('of air without flow');
  await accessible(page);
});

test('the routine of the room is ticked in one tap for all units, and taken back', async () => {
  await page.goto(url(`/rooms/${room}`));
  await page.waitForLoadState('networkidle');
  const dark = page.locator('[data-routine="dark"]');
  await expect(dark).toContainText('IE1 IE2 IE3');
  await page.getByRole('button', { name: 'Done: kept dark' }).click();
  await expect(dark).toHaveAttribute('data-due', 'no');
  await dark.getByRole('button', { name: 'undo' }).click();
  await expect(dark).toHaveAttribute('data-due', 'yes');
  await accessible(page);
});

test('a programme brings the hatch to a wanted day, is put in force, and moves the dates', async () => {
  const before = await hatchOf(await open('IE1'));
  await page.goto(url(`/rooms/${room}/programme`));
  await page.waitForLoadState('networkidle');
  const wanted = new Date(before - 5 * DAY).toISOString().slice(0, 10);
  await page.getByLabel('Not after').fill(wanted);
  await page.getByRole('button', { name: 'Find the cheapest' }).click();
  await expect(page.getByTestId('verdict')).toContainText('kWh', { timeout: 60_000 });
  await accessible(page);
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText(/In force since .*, by Manager/)).toBeVisible();
  await expect.poll(async () => hatchOf(await open('IE1')), { timeout: 30_000 }).toBeLessThan(before - 3 * DAY);
});

test('a date that cannot be had says what stands in the way', async () => {
  await page.goto(url(`/rooms/${room}/programme`));
  await page.waitForLoadState('networkidle');
  await page.getByLabel('Not after').fill(new Date(Date.now() + 4 * DAY).toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Find the cheapest' }).click();
  await expect(page.getByTestId('verdict')).toContainText(/cannot be had.*This is the nearest/, { timeout: 60_000 });
});

test('a pick far beyond what was expected is called with where to look; taken back it is gone', async () => {
  for (const unit of ['IE2', 'IE3']) await send('pick.record', { unit: units[unit], number: 12 });
  const at = await open('IE1');
  await at.getByRole('button', { name: 'Pick', exact: true }).click();
  await at.getByLabel('Dead picked').fill('4000');
  await at.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(at.getByText('4\u2005000 recorded, IE1.')).toBeVisible();
  await expect
    .poll(async () => (await open('IE1')).getByText(/dead, .* expected/).count(), { timeout: 30_000 })
    .toBeGreaterThan(0);
  await expect(sheet('IE1').getByText('Look in this order')).toBeVisible();
  await sheet('IE1').getByRole('button', { name: 'correct' }).first().click();
  await sheet('IE1').getByLabel('take back').check();
  await sheet('IE1').getByLabel('Why').fill('a slip of two zeros');
  await sheet('IE1').getByRole('button', { name: 'Take it back' }).click();
  await expect
    .poll(async () => (await open('IE1')).getByText('Look in this order').count(), { timeout: 30_000 })
    .toBe(0);
});

test('a pump trip is noted; a shock waits for the eyes and is then taken', async () => {
  const at = await open('IE1');
  await at.getByRole('button', { name: 'Shock, handle' }).click();
  await choose(at.getByLabel('They were'), 'flow');
  await at.getByLabel('Minutes').fill('12');
  await at.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(at.getByText('Recorded: what whitens after it is expected now.')).toBeVisible();
  await choose(at.getByLabel('They were'), 'shocked');
  await at.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(at.getByText(/No eyed check is recorded/)).toBeVisible();
  await at.getByRole('button', { name: /Eyes are in nearly all/ }).click();
  await expect(at.getByText('Recorded: what whitens after it is expected now.')).toBeVisible();
});

test('hatch as it is seen, beakers with a verdict, and ponded', async () => {
  let at = await open('IE1');
  await at.getByRole('button', { name: 'Hatch' }).click();
  await at.getByLabel('half are out').check();
  await at.getByRole('button', { name: 'Seen' }).click();
  await expect(at.getByText('Recorded: the dates to come learn from it.')).toBeVisible();
  await at.getByLabel('Did not hatch, taken out').fill('120');
  await expect(at.getByTestId('hatched')).toContainText('% of the');
  await at.getByRole('button', { name: 'Record hatch' }).click();
  await expect.poll(async () => (await open('IE1')).getByRole('button', { name: 'Beakers' }).count()).toBe(1);
  at = await open('IE1');
  await at.getByRole('button', { name: 'Beakers' }).click();
  for (const [i, up, of] of [
    [1, 27, 30],
    [2, 28, 31],
    [3, 25, 29],
  ] as const) {
    await at.getByLabel(`beaker ${i}, up`).fill(String(up));
    await at.getByLabel(`beaker ${i}, of`).fill(String(of));
  }
  await expect(at.getByTestId('swim-up')).toContainText('Move and feed them now');
  await at.getByRole('button', { name: 'Record the sample' }).click();
  await expect(at.getByText('Recorded. No animal was moved.')).toBeVisible();
  await send('move.record', {
    sources: [{ unit: units.IE1, stage: 'yolksac', amount: { kind: 'all' } }],
    to: units.IH1,
    toStage: 'fry',
  });
  await page.goto(url('/rearing?unit=IH1'));
  await expect(page.getByText('EG-1').first()).toBeVisible();
});

test('eyed eggs are sent out, asked about, and their paper is printed', async () => {
  const at = await open('IE2');
  await at.getByRole('button', { name: 'Send eyed' }).click();
  await at.getByLabel('counted', { exact: true }).check();
  await at.getByLabel('Number of eyed eggs').fill('1000');
  await at.getByLabel('To whom').fill('Lake Ivarre hatchery house');
  await at.getByLabel('Hours on the way').fill('20');
  await at.getByLabel(/^In the box/).fill('4');
  await at.getByLabel('Permit and health paper').fill('HP 31-7');
  await at.getByRole('button', { name: 'Record the shipment' }).click();
  await at.getByRole('button', { name: /Eyes are in nearly all/ }).click();
  await expect(at.getByText(/Recorded; its paper stands beside the entry/)).toBeVisible();
  const paper = (await open('IE2')).getByRole('link', { name: 'paper' }).first();
  const pdf = await page.request.get(url((await paper.getAttribute('href'))!));
  expect(pdf.headers()['content-type']).toContain('application/pdf');
  expect((await page.request.get(url('/print/eggs/nothing'))).status()).toBe(404);
});

test('a device reports with its key, and without one it is refused', async () => {
  await page.goto(url('/setup'));
  await page.waitForLoadState('networkidle');
  await page.getByLabel('A key for').fill('gateway');
  await page.getByRole('button', { name: 'Make a key' }).click();
  const key = (await page.locator('p[role=status] code').textContent())!;
  const reading = { sensor: 'egg1', at: Date.now() - 60_000, value: 5.1 };
  const as = (bearer: string) =>
    page.request.post(url('/api/readings'), { headers: { authorization: `Bearer ${bearer}` }, data: reading });
  expect((await as('nonsense')).status()).toBe(401);
  expect(await (await as(key)).json()).toMatchObject({ added: 1 });
  expect(await (await as(key)).json()).toMatchObject({ added: 0, same: 1 });
});
