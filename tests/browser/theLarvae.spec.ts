import { expect, type Locator, type Page, test } from '@playwright/test';
import { Chance } from '@/core/chance';
import { simulateTank } from '../support/moultingTank';
import { type AtWork, accessible, atWork, choose, log, url } from './hands';

/**
 * Pikeperch from the hatch to weaned and ready to be graded, as whoever feeds them goes through it: the clock, a tank that
 * was never fed, guts, rotifers that crash, an own regime, feeding taken, pellets; and crayfish over a moult.
 */
test.describe.configure({ mode: 'serial' });

const DAY = 86_400_000;
const HOUR = 3_600_000;
let work: AtWork;
let page: Page;
let dialog: Locator;
let units: Record<string, number>;
const ago = (hours: number) => Date.now() - hours * HOUR;
const inTank = (name: string) => page.locator(`[data-tank="${name}"]`);

/** A room of tanks with water of so many degrees for the last weeks. */
async function room(name: string, prefix: string, celsius: number): Promise<void> {
  const { id } = await work.send<{ id: number }>('room.save', { name, kind: 'rearing' });
  const { id: sensor } = await work.send<{ id: number }>('sensor.save', { name: `${prefix}t`, room: id });
  await work.send('unit.addMany', {
    room: id,
    kind: 'tank',
    prefix,
    from: 1,
    count: 4,
    battery: `Row ${prefix}`,
    volumeL: 1000,
    flowLPerMin: 30,
  });
  const rows = Array.from(
    { length: 70 * 24 + 1 },
    (_, h) => `${new Date(ago(70 * 24 - h)).toISOString()},${celsius}.0`,
  );
  await work.send('readings.import', { sensor, text: `time,celsius\n${rows.join('\n')}\n` });
}

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  page = work.page;
  dialog = page.getByRole('dialog');
  await room('Larval hall', 'LH', 16);
  await room('Crayfish hall', 'CH', 18);
  units = await work.units();
  // Half hatched eight days ago: at 16 °C they come to feed after 6.4 days.
  await work.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'yolksac',
    lotName: 'PP-L1',
    unit: units.LH1,
    at: ago(7.5 * 24),
    measured: { method: 'counted', number: 20_000 },
  });
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await work.context.close();
});

test('when they hatched is not known until a regime says it; then the clock says that they starve, on Today too', async () => {
  await page.goto(url('/rearing/first-feeding'));
  await expect(inTank('LH1')).toContainText('when they hatched is not known');
  await page.goto(url('/rearing?unit=LH1'));
  await page.getByRole('button', { name: 'Regime' }).click();
  await choose(page.getByLabel('Regime', { exact: true }), 'percid-rotifers');
  await page.getByLabel('Half hatched on').fill(new Date(ago(8 * 24)).toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Follow it' }).click();
  await expect(page.getByText('LH1 follows it')).toBeVisible();
  await page.goto(url('/rearing/first-feeding'));
  await expect(inTank('LH1')).toContainText('starving: nothing given');
  await expect(page.getByTestId('judged')).toContainText('in danger');
  await expect(page.getByRole('complementary', { name: 'Ready for PP-L1' })).toContainText('rotifers, by');
  await accessible(page);
  await page.goto(url('/'));
  await expect(page.getByRole('region', { name: 'Feeding and water' })).toContainText(
    'larvae starve: nothing given yet',
  );
});

test('rotifers: a culture is set on, counted, taken from and given; the larvae are fed', async () => {
  await page.goto(url('/rearing/live-food'));
  await page.getByRole('button', { name: 'Add a culture vessel' }).click();
  await dialog.getByLabel('Name').fill('RC1');
  await dialog.getByLabel('Volume').fill('50 L');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  const culture = page.locator('[data-culture="RC1"]');
  await expect(culture).toContainText('empty');
  const vessel = (
    (await (await page.request.get(url('/api/snapshot'))).json()) as { vessels: { id: number; name: string }[] }
  ).vessels.find((v) => v.name === 'RC1')!.id;
  // What was done on the days before, written down now.
  await work.send('culture.start', { vessel, organism: 'rotifers', perMl: 100, at: ago(72) });
  for (const [hours, each] of [
    [48, 75],
    [24, 110],
  ] as const)
    await work.send('culture.count', {
      vessel,
      sampleMl: 0.5,
      counts: [each, each + 3, each - 2],
      carrying: 20,
      eggsOf: 60,
      at: ago(hours),
    });
  await page.reload();
  await expect(culture).toHaveAttribute('data-culture', 'RC1');
  await expect(culture.locator('[data-state="growing"]')).toContainText('may give');
  await culture.getByRole('button', { name: 'Count' }).click();
  await dialog.getByLabel('Each sample, mL').fill('0.5 mL');
  await dialog.getByLabel('In each sample').fill('160 155 165');
  await dialog.getByLabel('With eggs').fill('70');
  await dialog.getByLabel('out of').fill('60');
  await dialog.getByLabel('Taken out').fill('12 L');
  await dialog.getByRole('button', { name: 'Record the count' }).click();
  await expect(dialog.getByText('cannot be more than were looked at')).toBeVisible();
  await dialog.getByLabel('With eggs').fill('22');
  await dialog.getByRole('button', { name: 'Record the count' }).click();
  await expect(culture).toContainText('3.84 million taken');
  await page.goto(url('/rearing?unit=LH1'));
  await page.getByRole('button', { name: 'Live food' }).click();
  await page.getByLabel('How many').fill('2000000');
  await page.getByLabel('Which prey').fill('rotifers');
  await choose(page.getByLabel('Out of'), { label: 'RC1' });
  await page.getByRole('button', { name: 'Record live food' }).click();
  await expect(page.getByText('Live food recorded.')).toBeVisible();
  await page.goto(url('/rearing/first-feeding'));
  await expect(inTank('LH1')).toContainText('fed since');
});

test('a crash is told by the eggs before it comes; the culture ends and another takes its place', async () => {
  await page.goto(url('/rearing/live-food'));
  const culture = page.locator('[data-culture="RC1"]');
  await culture.getByRole('button', { name: 'Count' }).click();
  await dialog.getByLabel('Each sample, mL').fill('0.5 mL');
  await dialog.getByLabel('In each sample').fill('150 148 155');
  await dialog.getByLabel('With eggs').fill('2');
  await dialog.getByLabel('out of').fill('60');
  await dialog.getByRole('button', { name: 'Record the count' }).click();
  await expect(culture.locator('[data-state="crashing"]')).toContainText('few carry eggs');
  await accessible(page);
  await page.goto(url('/'));
  await expect(page.getByRole('region', { name: 'Feeding and water' })).toContainText('rotifers are about to crash');
  await page.goto(url('/rearing/live-food'));
  await culture.getByRole('button', { name: 'End it' }).click();
  await choose(dialog.getByLabel('Why'), 'crashed');
  await dialog.getByRole('button', { name: 'End it' }).click();
  await expect(culture).toContainText('empty');
  await culture.getByRole('button', { name: 'Start', exact: true }).click();
  await dialog.getByLabel('In a millilitre').fill('80');
  await dialog.getByRole('button', { name: 'Start it' }).click();
  await expect(culture.locator('[data-state="young"]')).toContainText('count again tomorrow');
});

test('guts: too few, then a second beaker; the log line counts with it; what is typed is judged at once', async () => {
  await page.goto(url('/rearing/first-feeding'));
  await inTank('LH1').getByRole('button', { name: 'full guts' }).click();
  await dialog.getByLabel('With it').fill('20');
  await dialog.getByLabel('out of').fill('30');
  await expect(dialog.getByTestId('sample-says')).toContainText('too few');
  await dialog.getByRole('button', { name: 'Record the sample' }).click();
  await expect(inTank('LH1').locator('[data-check="gutFull"]')).toContainText('20 of 30');
  await expect(inTank('LH1')).toContainText('too few take it');
  await log(page, 'guts 30/30 LH1');
  await expect(inTank('LH1').locator('[data-check="gutFull"]')).toContainText('50 of 60');
});

test('a regime is copied and changed: a gap is refused at its line; the tank follows it', async () => {
  await page.goto(url('/reference?species=pikeperch'));
  const shipped = page.getByRole('article', { name: 'rotifers first, then brine shrimp' });
  await shipped.getByRole('button', { name: 'Copy and change' }).click();
  await dialog.getByLabel('Name').fill('Ours at 16 degrees');
  await dialog.getByLabel('step 2, from').fill('12');
  await expect(dialog.getByText('leaves them without food from day 9 to 12')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save it' })).toBeDisabled();
  await dialog.getByLabel('step 2, from').fill('7');
  await dialog.getByRole('button', { name: 'Save it' }).click();
  const own = page.getByRole('article', { name: 'Ours at 16 degrees' });
  await expect(own).toContainText('own');
  await page.goto(url('/rearing?unit=LH1'));
  await page.getByRole('button', { name: 'Regime' }).click();
  await choose(page.getByLabel('Regime', { exact: true }), { label: 'Ours at 16 degrees' });
  await page.getByLabel('Half hatched on').fill(new Date(ago(8 * 24)).toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Follow it' }).click();
  await expect(page.getByText('LH1 follows it: Ours at 16 degrees.')).toBeVisible();
});

test('feeding is taken by criteria, asked about while one is open, by name, and taken back', async () => {
  // Meals of the days before that nobody had written down.
  for (const d of [3, 2, 1])
    await work.send('prey.give', { unit: units.LH1, number: 1_500_000, prey: 'rotifers', at: ago(24 * d) });
  await work.send('dead.record', { unit: units.LH1, number: 150 });
  await page.goto(url('/rearing/first-feeding'));
  await inTank('LH1').getByRole('button', { name: 'Feeding is taken' }).click();
  await dialog.getByRole('button', { name: 'Feeding is taken' }).click();
  await expect(dialog.getByText(/50 of 60 with full guts, 90.% wanted/)).toBeVisible();
  await dialog.getByRole('button', { name: 'They eat all the same' }).click();
  await expect(inTank('LH1')).toContainText('feeding taken');
  await expect(inTank('LH1')).toContainText('Manager');
});

test('weaned: the dry ration stands beside what is live, pellets are given, and the tank is ready to be graded', async () => {
  await work.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    lotName: 'PP-L2',
    unit: units.LH2,
    at: ago(3 * 24),
    measured: { method: 'counted', number: 6000 },
  });
  await work.send('regime.follow', { unit: units.LH2, regime: 'percid-brine-shrimp', hatchedAt: ago(20.1 * 24) });
  await work.send('weigh.record', {
    unit: units.LH2,
    at: ago(2),
    batches: [0.98, 1, 1.02].map((f) => ({ massG: 3 * f, count: 50 })),
  });
  // In the change to dry feed both are given: prey by number, dry feed by mass; whatever hour it is.
  await page.goto(url('/rearing?unit=LH2'));
  const today = page.getByRole('region', { name: 'Today' });
  await expect(today).toContainText('newly hatched brine shrimp');
  await work.send('regime.follow', { unit: units.LH2, regime: 'percid-brine-shrimp', hatchedAt: ago(40 * 24) });
  await page.reload();
  await expect(today).not.toContainText('brine shrimp');
  await page.goto(url('/rearing/feeding'));
  const row = page.locator('[data-feed="LH2"]');
  await expect(row).toContainText(/[\d.]+ g/);
  await log(page, 'feed 2g LH2');
  await expect(row).toContainText('2 g given');
  await page.goto(url('/rearing?unit=LH2'));
  // Held back before it is graded: the meal says why.
  await page.getByRole('button', { name: 'No feed' }).click();
  await choose(page.getByLabel('Why'), 'grading');
  await page.getByLabel('For, hours').fill('12');
  await page.getByRole('button', { name: 'Hold the feed' }).click();
  await expect(page.getByText(/LH2 is not fed until/)).toBeVisible();
  await log(page, 'feed 3g LH2', 'It was given all the same');
  await page.getByRole('button', { name: 'Grade', exact: true }).click();
  await expect(page.getByLabel(/Into|To/).first()).toBeVisible();
});

test('crayfish over a moult: the meals as a curve, and what is read from them', async () => {
  await work.send('stock.bring', {
    account: 'opening',
    species: 'noble-crayfish',
    stage: 'fry',
    lotName: 'NC-L1',
    unit: units.CH1,
    at: ago(66 * 24),
    measured: { method: 'counted', number: 4000 },
  });
  await work.send('weigh.record', {
    unit: units.CH1,
    at: ago(65 * 24),
    batches: [0.98, 1, 1.02].map((f) => ({ massG: 40 * f, count: 20 })),
  });
  const days = 60;
  const tank = simulateTank(new Chance(7), days, [10, 12], 0.1);
  for (const [d, eatenG] of tank.eatenG.entries())
    await work.send('feed.record', {
      unit: units.CH1,
      massG: 900,
      leftG: Math.max(0, Math.round(900 - Math.min(900, eatenG))),
      at: Date.now() - (days - d) * DAY,
      answers: { sure: 'yes' },
    });
  await page.goto(url('/rearing/appetite'));
  await page.getByRole('navigation', { name: 'Tanks' }).getByRole('link', { name: 'CH1' }).click();
  const moult = page.getByRole('region', { name: 'Moult' });
  await expect(moult).toContainText(/hard \d+ %/);
  await expect(moult.getByTestId('drop')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What binds besides' })).toContainText('temperature 18');
  await accessible(page);
});
