import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { type AtWork, accessible, atWork, choose, holdsOnAPhone, log, url } from './hands';

/**
 * Fry and larvae as whoever feeds them sees them: a hungry raceway through a month of rations, pikeperch larvae on live
 * food, a crayfish tank by its trays; at the desk, and with wet hands at a phone.
 */
test.describe.configure({ mode: 'serial' });

const DAY = 86_400_000;
const HOUR = 3_600_000;
let work: AtWork;
let context: BrowserContext;
let page: Page;
let units: Record<string, number>;
const send = <R = Record<string, unknown>>(type: string, payload: Record<string, unknown>) =>
  work.send<R>(type, payload);

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  ({ context, page } = work);
  const hall = (await send<{ id: number }>('room.save', { name: 'Feeding hall', kind: 'rearing' })).id;
  const sensor = (await send<{ id: number }>('sensor.save', { name: 'feed1', room: hall })).id;
  await send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'FH',
    from: 1,
    count: 4,
    battery: 'Row F',
    volumeL: 1000,
    flowLPerMin: 60,
  });
  await send('unit.addMany', {
    room: hall,
    kind: 'raceway',
    prefix: 'FW',
    from: 1,
    count: 1,
    volumeL: 9000,
    flowLPerMin: 400,
  });
  units = await work.units();
  const rows = Array.from({ length: 45 * 24 + 1 }, (_, h) => {
    const at = Date.now() - (45 * 24 - h) * HOUR;
    return `${new Date(at).toISOString()},12.0`;
  });
  await send('readings.import', { sensor, text: `time,celsius\n${rows.join('\n')}\n` });
  const bring = (unit: string, species: string, stage: string, number: number, days: number) =>
    send('stock.bring', {
      account: 'opening',
      species,
      stage,
      unit: units[unit],
      at: Date.now() - days * DAY,
      measured: { method: 'counted', number },
    });
  // Char of a gram, weighed three times in 28 days, and fed half of what they could grow by since the last time.
  await bring('FW1', 'arctic-char', 'fingerling', 20_000, 40);
  for (const [days, grams] of [
    [30, 1],
    [16, 1.35],
    [8, 1.6],
  ] as const)
    await send('weigh.record', {
      unit: units.FW1,
      at: Date.now() - days * DAY,
      batches: [0.99, 1, 1.01].map((f) => ({ massG: 50 * grams * f, count: 50 })),
    });
  for (let d = 7; d >= 1; d--)
    await send('feed.record', { unit: units.FW1, massG: 150, feed: 'pellet', at: Date.now() - d * DAY });
  await bring('FH1', 'pikeperch', 'fry', 20_000, 6);
  await bring('FH2', 'noble-crayfish', 'fry', 900, 30);
  await send('weigh.record', {
    unit: units.FH2,
    at: Date.now() - 2 * DAY,
    batches: [0.98, 1.02].map((f) => ({ massG: 40 * f, count: 20 })),
  });
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await context.close();
});

const tank = (name: string) => page.locator(`[data-unit="${name}"]`);
const line = (name: string) => page.locator(`[data-feed="${name}"]`);

test('the hall says who is hungry, and by how much; as a table the same', async () => {
  await page.goto(url('/rearing?unit=FW1'));
  await expect(page.getByRole('region', { name: 'Today' })).toContainText('the water would have borne');
  await expect(tank('FH1')).toContainText('not weighed');
  await page.getByRole('link', { name: 'As a table' }).click();
  await expect(page.getByRole('row', { name: /^FW1 / })).toContainText('fingerlings');
  await accessible(page);
});

test('a feed in the store, its delivery; an empty name and a date that has passed are asked for at the field', async () => {
  await page.goto(url('/rearing/store'));
  await expect(page.getByText('Nothing stands in the store yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a feed' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('needs a name')).toBeVisible();
  await dialog.getByLabel('Name and size').fill('Grower 1.5');
  await dialog.getByLabel('For fish from').fill('40 mm');
  await dialog.getByLabel('For fish up to').fill('9 cm');
  await dialog.getByLabel('Protein, %').fill('52');
  await dialog.getByRole('button', { name: 'Add to the store' }).click();
  const grower = page.locator('[data-product="Grower 1.5"]');
  await expect(grower).toContainText('fish of 40 mm to 90 mm, 52 % protein');
  await grower.getByRole('button', { name: 'Delivery' }).click();
  await dialog.getByLabel('How much').fill('25 kg');
  await dialog.getByLabel('Lot, as on the bag').fill('G 77');
  await dialog.getByLabel('Best before').fill('2020-02-01');
  await dialog.getByRole('button', { name: 'Take into the store' }).click();
  await expect(dialog.getByText('It was good until')).toBeVisible();
  const ahead = new Date(Date.now() + 120 * DAY).toISOString().slice(0, 10);
  await dialog.getByLabel('Best before').fill(ahead);
  await dialog.getByRole('button', { name: 'Take into the store' }).click();
  await expect(grower).toContainText('G 77');
  await expect(grower).toContainText('25.0 kg');
  await accessible(page);
});

test('one tap: the meal that is due is given, out of the bag; twice by another is asked; taken back it never was', async () => {
  await send('ration.set', {
    unit: units.FW1,
    method: 'percent',
    percentPerDay: 2,
    mealsPerDay: 96,
    fromHour: 0,
    toHour: 24,
  });
  await page.goto(url('/rearing/feeding'));
  const row = line('FW1');
  await expect(row).toContainText('Grower 1.5, lot G 77');
  const give = row.getByRole('button', { name: /^FW1: given/ });
  await give.click();
  await expect(row.getByRole('status')).toContainText('given');
  await expect(row).toContainText(/, [\d.]+ (g|kg) given/);
  await row.getByRole('button', { name: 'undo' }).click();
  await expect(row).toContainText('0 g given');
  await accessible(page);
});

test('the cups of the day, bag by bag; ticked they stay ticked; on paper', async () => {
  await page.goto(url('/rearing/feeding'));
  await page.getByRole('button', { name: /Weigh out/ }).click();
  const bag = page.getByRole('region', { name: 'Grower 1.5, lot G 77' });
  await bag.getByRole('checkbox', { name: 'FW1' }).click();
  await page.reload();
  await page.getByRole('button', { name: /Weigh out/ }).click();
  await expect(bag.getByRole('checkbox', { name: 'FW1' })).toBeChecked();
  const paper = await page.request.get(url('/print/cups'));
  expect(paper.headers()['content-type']).toContain('pdf');
});

test('a month of the raceway: own growth, the day on which it weighs so much, feed for a gram', async () => {
  await page.goto(url('/rearing/growth'));
  const of = page.locator('[data-growth="FW1"]');
  await expect(of).toContainText('2 own spans');
  await of.getByRole('link', { name: 'FW1' }).click();
  await expect(page).toHaveURL(/of=/);
  await page.getByLabel(/When do they weigh/).fill('2.5');
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByTestId('reached')).toContainText('2.50 g:');
  await expect(page.getByTestId('reached')).toContainText('between');
  await page.getByLabel(/When do they weigh/).fill('heavy');
  await expect(page.getByRole('button', { name: 'Show' })).toBeDisabled();
  await accessible(page);
});

test('crayfish by their trays: fed, looked at, the next meal by what was left; in the log line too', async () => {
  await log(page, 'feed 4g FH2');
  await page.goto(url('/rearing?unit=FH2'));
  await page.getByRole('button', { name: 'Left over' }).click();
  await choose(page.getByLabel('On the tray, or the bottom'), 'quarter');
  await page.getByRole('button', { name: 'Record what was left' }).click();
  await expect(page.getByText('By the tray the next meal is 3 g.')).toBeVisible();
  await log(page, 'feed 3g FH2', 'It was given');
  await log(page, 'tray few FH2');
  await page.goto(url('/rearing/appetite'));
  await page.getByRole('navigation', { name: 'Tanks' }).getByRole('link', { name: 'FH2' }).click();
  await expect(page.getByRole('region', { name: 'Meals' })).toContainText('4 g');
  await page.getByRole('button', { name: 'nothing', exact: true }).click();
  await expect(page.getByText('By the tray the next meal is 3.30 g.')).toBeVisible();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByText('a few pellets left')).toBeVisible();
  await accessible(page);
  await page.goto(url('/records?tab=ledger'));
  await expect(page.getByText('a few pellets left, of 3 g').first()).toBeVisible();
});

test('pikeperch larvae: a regime, the cones that it wants, sown, harvested, given', async () => {
  await page.goto(url('/rearing/live-food'));
  await expect(page.getByRole('heading', { name: 'Live food' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^FH1 / })).toHaveCount(0);
  await page.goto(url('/rearing?unit=FH1'));
  await page.getByRole('button', { name: 'Regime' }).click();
  await choose(page.getByLabel('Regime', { exact: true }), 'percid-brine-shrimp');
  await page.getByRole('button', { name: 'Follow it' }).click();
  // Nobody knows when these hatched: the day is asked for.
  await expect(page.getByText('When they hatched is not known.')).toBeVisible();
  await page.getByLabel('Half hatched on').fill(new Date(Date.now() - 9 * DAY).toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Follow it' }).click();
  await expect(page.getByText('FH1 follows it')).toBeVisible();
  await page.goto(url('/rearing/live-food'));
  await expect(page.getByRole('row', { name: /^FH1 / })).toContainText('3 million');
  await page.getByRole('button', { name: 'Add a cone' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('C1');
  await dialog.getByLabel('Volume').fill('60 L');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  const cone = page.locator('[data-cone="C1"]');
  await expect(page.getByRole('region', { name: 'Plan of starts' })).toContainText('C1');
  // Sown yesterday, and written down now.
  await send('cysts.sow', {
    vessel: (await send<{ id: number }>('vessel.save', { name: 'C2', volumeL: 60 })).id,
    cystsG: 60,
    at: Date.now() - 23 * HOUR,
  });
  await cone.getByRole('button', { name: /^Sow/ }).click();
  await dialog.getByLabel('Cysts').fill('90 g');
  await dialog.getByRole('button', { name: 'Sow', exact: true }).click();
  await expect(cone).toContainText('90 g sown');
  const ready = page.locator('[data-cone="C2"]');
  await expect(ready).toContainText('harvest');
  await ready.getByRole('button', { name: 'Harvest' }).click();
  await dialog.getByLabel('Rinsed harvest, volume').fill('40 L');
  await dialog.getByLabel('Each sample, mL').fill('0.5 mL');
  await dialog.getByLabel('Nauplii in each sample').fill('151 149 x');
  await expect(dialog.getByText('“x” is no count')).toBeVisible();
  await dialog.getByLabel('Nauplii in each sample').fill('151 149 150');
  await dialog.getByRole('button', { name: 'Record the harvest' }).click();
  await expect(ready).toContainText('12 million harvested');
  await page.goto(url('/rearing?unit=FH1'));
  await expect(page.getByRole('region', { name: 'Today' })).toContainText('newly hatched brine shrimp 3 per mL');
  await page.getByRole('button', { name: 'Live food' }).click();
  await page.getByLabel('How many').fill('3000000');
  await choose(page.getByLabel('Out of'), { label: 'C2' });
  await page.getByRole('button', { name: 'Record live food' }).click();
  await expect(page.getByText('Live food recorded.')).toBeVisible();
  await page.goto(url('/rearing/live-food'));
  await expect(ready).toContainText('9 million harvested');
  await accessible(page);
});

test('with wet hands: the board on a phone, nothing cut off, all of it as tall as a finger', async ({ browser }) => {
  await holdsOnAPhone(browser, context, [
    '/rearing',
    '/rearing/feeding',
    '/rearing/live-food',
    '/rearing/store',
    '/rearing/growth',
    '/rearing/appetite',
    '/rearing/first-feeding',
  ]);
});

test('who ate of a bag', async () => {
  await page.goto(url('/rearing/feeding'));
  await line('FW1')
    .getByRole('button', { name: /^FW1: given/ })
    .click();
  await expect(line('FW1').getByRole('status')).toContainText('given');
  await page.goto(url('/rearing/store'));
  await page.locator('[data-product="Grower 1.5"]').getByRole('link', { name: 'who ate it' }).click();
  await expect(page.getByRole('region', { name: 'Who ate it' })).toContainText('FW1');
});
