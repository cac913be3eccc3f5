import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { type AtWork, accessible, atWork, choose, holdsOnAPhone, url } from './hands';

/** A gill case from the first dead to the lifted withdrawal: what rose, what came before, what was given, who may leave. */
test.describe.configure({ mode: 'serial' });

const DAY = 86_400_000;
let work: AtWork;
let context: BrowserContext;
let page: Page;
let units: Record<string, number>;
let lot: number;

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  ({ context, page } = work);
  const { send } = work;
  const hall = (await send<{ id: number }>('room.save', { name: 'Gill hall', kind: 'rearing' })).id;
  await send('sensor.save', { name: 'gillhall', room: hall });
  await send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'TN',
    from: 1,
    count: 4,
    volumeL: 2000,
    flowLPerMin: 60,
  });
  units = await work.units();
  const now = Date.now();
  for (const unit of ['TN1', 'TN2', 'TN3']) {
    const { lotId } = await send<{ lotId: number }>('stock.bring', {
      account: 'arrived',
      species: 'tench',
      stage: 'fingerling',
      unit: units[unit],
      at: now - 40 * DAY,
      measured: { method: 'counted', number: 5000 },
      origin: 'Aldern pond keepers',
      cameCelsius: 15,
    });
    if (unit === 'TN1') lot = lotId;
  }
  await send('weigh.record', { unit: units.TN1, at: now - 18 * DAY, batches: [{ massG: 1000, count: 100 }] });
  const usual = [4, 6, 5, 3, 7, 5, 4, 6, 5, 5, 4, 6, 5, 4];
  for (const [i, n] of usual.entries())
    for (const unit of ['TN1', 'TN2', 'TN3'])
      await send('dead.record', { unit: units[unit], at: now - (17 - i) * DAY, number: unit === 'TN3' ? 11 - n : n });
  // Weighed, the only one of them, the day before its dead rose.
  await send('weigh.record', {
    unit: units.TN1,
    at: now - 3.6 * DAY,
    batches: [{ massG: 1000, count: 96 }],
    answers: { sure: 'yes' },
  });
  for (const [back, n] of [
    [3, 13],
    [2, 17],
    [1, 19],
  ] as const) {
    await send('dead.record', { unit: units.TN1, at: now - back * DAY, number: n });
    await send('dead.record', { unit: units.TN2, at: now - back * DAY, number: 5 });
  }
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await context.close();
});

test('the dead of one tank rise: it stands first, with since when, only there, and what came before', async () => {
  await expect(async () => {
    await page.goto(url('/health'));
    await expect(page.locator('[data-rising="TN1"]')).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 60_000 });
  const rise = page.locator('[data-rising="TN1"]');
  await expect(rise).toContainText(/\d\d dead in 3 days, 1\d expected/);
  await expect(page.getByRole('region', { name: /^Rising, Tench/ })).toContainText('Only here');
  await expect(page.locator('[data-rising="TN2"]')).toHaveCount(0);
  const before = page
    .getByRole('region', { name: /^Rising, Tench/ })
    .getByRole('listitem')
    .first();
  await expect(before).toContainText('weighed');
  await expect(before).toContainText('1 of 1 that rise');
  await expect(page.locator('tr[data-unit="TN2"]')).toContainText(/\d to \d+/);
  await accessible(page);
  // It stands on Today, too.
  await page.goto(url('/'));
  await expect(page.getByText(/dead in 3 days, 1\d expected/).first()).toBeVisible();
});

test('a case is opened from what is seen, with that tank ticked; its triage asks in order', async () => {
  await page.goto(url('/health'));
  await page.getByRole('button', { name: 'Open a case' }).click();
  const form = page.getByRole('dialog');
  await expect(form.getByRole('checkbox', { name: /^TN1/ })).toBeChecked();
  await expect(form.getByRole('button', { name: 'Open the case' })).toBeDisabled();
  await form.getByRole('checkbox', { name: /gasping/ }).click();
  await form.getByRole('checkbox', { name: /gills pale/ }).click();
  await expect(form.getByText(/gills under a microscope/)).toBeVisible();
  await form.getByRole('button', { name: 'Open the case' }).click();
  await page.waitForURL(/health\/\d+$/);
  await expect(page.getByRole('heading', { name: /Case of TN1/ })).toBeVisible();
  const steps = page.locator('[data-triage="TN1"] li');
  await expect(steps).toHaveCount(5);
  await expect(steps.first()).toContainText('temperature');
  await expect(page.locator('[data-triage="TN1"]')).toContainText(/next: read the temperature/);
  await work.send('water.read', { unit: units.TN1, readings: [{ kind: 'oxygen', value: 2.5 }] });
  await page.reload();
  await expect(page.locator('[data-triage="TN1"]')).toContainText(/next: oxygen, below/);
  await accessible(page);
});

test('a sample is sent and comes back; a container that was never sent is refused, what was typed stays', async () => {
  const kind = (name: string) => page.getByRole('radio', { name, exact: true });
  await kind('sample sent').click();
  await page.getByLabel('On the container').fill('K 12');
  await page.getByLabel('Organs').fill('gills');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/who took it over/)).toBeVisible();
  await page.getByLabel('Handed to').fill('courier of the laboratory');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Samples' })).toContainText('waiting');
  await expect(page.getByRole('region', { name: 'Story' })).toContainText('Sample sent, K 12');
});

test('medicated feed is worked by the mass of the fish; a mass ten times too large is refused at its field', async () => {
  await page.getByRole('button', { name: 'Treat' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Product').fill('medicated feed');
  await form.getByRole('radio', { name: 'in the feed' }).click();
  await form.getByLabel('mg for a kg of fish a day').fill('10');
  await form.getByLabel(/All the fish weigh/).fill('500');
  await form.getByLabel('Days', { exact: true }).fill('5');
  await form.getByLabel('Active, % by its label').fill('2');
  await expect(form.getByTestId('dose')).toContainText('250 g of product a day, 1.25 kg in all');
  await form.getByLabel('Ordered by').fill('Dr Lind');
  await form.getByLabel('By which label or order').fill('prescription 12');
  await form.getByLabel('Withdrawal, days').fill('3');
  await form.getByRole('button', { name: 'Record the treatment' }).click();
  await expect(form.getByText(/The books hold 5\d(\.\d)? kg there/)).toBeVisible();
  await form.getByLabel(/All the fish weigh/).fill('51');
  await form.getByRole('button', { name: 'Record the treatment' }).click();
  await expect(form.getByText(/Reference has no ranges for/)).toBeVisible();
  await form.getByRole('button', { name: /Label and order say so/ }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('medicated feed');
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('the treatment still goes on');
  await accessible(page);
});

test('while it goes on they are not released; the course corrected and ended, its withdrawal over, they are', async () => {
  const { send } = work;
  const site = (await send<{ id: number }>('releaseSite.save', { name: 'Gill brook' })).id;
  const release = { unit: units.TN1, site, batches: [{ massG: 1000, count: 100 }], bucketsG: [3000] };
  await expect(send('release.record', release)).rejects.toThrow(/still goes on/);
  await page.goto(url('/health'));
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('medicated feed');
  // It had begun six days ago, and was typed today: corrected, it has ended, and three days have gone by.
  const said = (await (await page.request.get(url(`/api/ledger?lot=${lot}&at=${Date.now()}`))).json()) as {
    id: string;
    word: string;
  }[];
  await send('entry.correct', {
    entryId: said.find((e) => e.word === 'treated')!.id,
    reason: 'begun a week ago',
    replacement: { at: Date.now() - 9 * DAY },
    answers: { order: 'read' },
  });
  await send('release.record', release);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('was to end');
  await page.getByRole('button', { name: 'It ended' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('button', { name: 'It ended' }).click();
  await expect(form).toBeHidden();
  // It ended now, as was said: they are barred anew, from now on.
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('barred until');
  await expect(send('release.record', release)).rejects.toThrow(/barred until/);
  // It had ended four days ago, and was said today: its withdrawal is over.
  const ended = (await (await page.request.get(url(`/api/ledger?lot=${lot}&at=${Date.now()}`))).json()) as typeof said;
  await send('entry.correct', {
    entryId: ended.find((e) => e.word === 'treatment ended')!.id,
    reason: 'four days ago',
    replacement: { at: Date.now() - 4 * DAY },
  });
  await send('release.record', { ...release, bucketsG: [2000] });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Health' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Treatments' })).toHaveCount(0);
});

test('closed with what it was, it stands among the closed; on a phone it holds', async ({ browser }) => {
  await page.goto(url('/health'));
  await page.getByRole('region', { name: 'Cases' }).getByRole('link', { name: 'TN1' }).click();
  await page.getByRole('button', { name: 'Close the case' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('It was').fill('gill disease');
  await form.getByRole('button', { name: 'Close the case' }).click();
  await expect(page.getByText(/over: they are well/).first()).toBeVisible();
  await page.goto(url('/health'));
  await page.getByRole('button', { name: '1 closed' }).click();
  await expect(page.getByRole('region', { name: 'Cases' })).toContainText('gill disease');
  await holdsOnAPhone(browser, context, ['/health', '/health/1']);
});

test('a vaccination: begun from the sheet, batch by batch with its clock, the needle due, a slip taken back, closed', async ({
  browser,
}) => {
  await page.goto(url('/rearing?unit=TN3'));
  await page.getByRole('button', { name: 'Vaccinate' }).click();
  await page.getByLabel('Vaccine', { exact: true }).fill('vaccine A');
  await page.getByLabel('Lot of the vaccine').fill('V 9');
  await page.getByLabel(/^Into each/).fill('0.05');
  await page.getByLabel('How many').fill('1000');
  await expect(page.getByTestId('vaccine-needed')).toContainText('50 mL');
  await page.getByLabel('May sleep, s').fill('240');
  await page.getByLabel('Needle changed after').fill('250');
  await page.getByLabel(/Withdrawal, degree-days/).fill('350');
  await page.getByLabel('Ordered by').fill('Dr Lind');
  await page.getByLabel('By which label or order').fill('prescription 14');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.waitForURL(/health\/vaccination\/\d+$/);
  const path = new URL(page.url()).pathname;
  await expect(page.getByText(/Pricked hand/)).toBeVisible();
  await expect(page.getByText(/a hospital at once/)).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'They are in the bath' }).click();
  await expect(page.getByRole('timer')).toContainText(/0:0\d/);
  const through = async (number: string, dead?: string) => {
    await page.getByLabel('Injected').fill(number);
    if (dead) await page.getByLabel('Did not wake').fill(dead);
    await page.getByRole('button', { name: 'The batch is through' }).click();
  };
  await through('150');
  await expect(page.getByTestId('vaccinated')).toHaveText('150');
  await through('120', '2');
  await expect(page.getByTestId('vaccinated')).toHaveText('270');
  await expect(page.getByRole('region', { name: 'Hands' })).toContainText('change the needle: 270 since');
  await page.getByRole('button', { name: 'needle changed' }).click();
  await expect(page.getByRole('region', { name: 'Hands' })).toContainText('0 with this needle');
  await through('1200');
  await expect(page.getByTestId('vaccinated')).toHaveText(/1.470/);
  await page.getByRole('button', { name: 'take it back' }).click();
  await expect(page.getByTestId('vaccinated')).toHaveText('270');
  await holdsOnAPhone(browser, context, [path]);
  await page.getByRole('button', { name: 'Close it' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByText(/closed \d+ \w+/).first()).toBeVisible();
  await page.goto(url('/health'));
  await expect(page.getByRole('region', { name: 'Vaccinations' })).toContainText('270 of 1 000 done');
  await expect(page.getByRole('region', { name: 'Treatments' })).toContainText('vaccine A');
});

test('an inspection: drawn by how sure it is to be, taken from each tank, found, closed by who signs', async ({
  browser,
}) => {
  await page.goto(url('/health'));
  await page.getByRole('button', { name: 'Begin an inspection' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('For what').fill('yearly');
  await form.getByLabel('Inspected by').fill('Dr Lind');
  await form.getByRole('checkbox', { name: /^TN2/ }).click();
  await expect(form.getByTestId('sample-size')).toContainText('59 of 4');
  await form.getByLabel('Affected, %').fill('10');
  await expect(form.getByTestId('sample-size')).toContainText(/^2\d of 4/);
  await form.getByRole('button', { name: 'Draw the sample' }).click();
  await page.waitForURL(/health\/inspection\/\d+$/);
  const path = new URL(page.url()).pathname;
  await accessible(page);
  await page.locator('tr[data-unit="TN2"]').getByRole('button', { name: 'Take' }).click();
  await form.getByLabel('On the container').fill('I 1');
  await form.getByLabel('Organs').fill('spleen, kidney');
  await form.getByLabel('Killed by').fill('overdose');
  await form.getByRole('button', { name: 'Taken' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByTestId('taken')).toHaveText(/^2\d$/);
  await page.getByRole('button', { name: 'Finding' }).click();
  await form.getByLabel('Found').fill('nothing');
  await form.getByRole('button', { name: 'Record' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText(/nothing in 2\d: fewer than \d+\.\d % are affected, 95 % sure/)).toBeVisible();
  await holdsOnAPhone(browser, context, [path]);
  await page.getByRole('button', { name: 'Close it' }).click();
  await form.getByLabel('Certificate').fill('C 12');
  await form.getByLabel('Holds for days').fill('365');
  await form.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByText(/nothing found, Dr Lind, not signed yet, certificate C 12/)).toBeVisible();
  await page.goto(url('/health'));
  await expect(page.getByRole('region', { name: 'Inspections' })).toContainText('yearly');
  await accessible(page);
});

test('somebody is pricked: what to do first stands above what is written, and it stays on the page', async () => {
  await page.getByRole('button', { name: 'Somebody was hurt' }).click();
  const form = page.getByRole('dialog');
  await choose(form.getByLabel('It is'), 'needle');
  await expect(form.getByText(/a hospital at once/)).toBeVisible();
  await form.getByLabel('Whom').fill('Jory');
  await form.getByLabel('What happened').fill('left thumb');
  await form.getByRole('button', { name: 'Record' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('region', { name: 'Incidents' })).toContainText('Jory, pricked by a needle: left thumb');
});

test('the store: what came, what must not stand beside it', async () => {
  await page.goto(url('/health/store'));
  await expect(page.getByText('Nothing is on the list yet.')).toBeVisible();
  await accessible(page);
  const form = page.getByRole('dialog');
  for (const [name, hazard] of [
    ['bleach', 'chlorine'],
    ['vinegar', 'acid'],
  ] as const) {
    await page.getByRole('button', { name: 'Add one' }).click();
    await form.getByLabel('Name, as on the label').fill(name);
    await form.getByLabel('Stands in').fill('wash room');
    await choose(form.getByLabel('It is'), hazard);
    await form.getByRole('button', { name: 'Put it on the list' }).click();
    await expect(form).toBeHidden();
    await page.locator(`[data-chemical="${name}"]`).getByRole('button', { name: 'In, out' }).click();
    await form.getByLabel('How much, g').fill('5000');
    await form.getByRole('button', { name: 'Record' }).click();
    await expect(form).toBeHidden();
    await expect(page.locator(`[data-chemical="${name}"]`)).toContainText('5 kg');
  }
  await expect(page.getByRole('status').first()).toContainText('bleach and vinegar must not stand together');
});
