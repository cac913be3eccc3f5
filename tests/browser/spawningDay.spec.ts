import { type BrowserContext, expect, type Locator, type Page, test } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { accessible, choose, shown, signIn, url } from './hands';

/**
 * Two spawning days on the table, from choosing parents to eggs laid down: three induced sterlet females, and Arctic
 * char stripped into a partial factorial. What happened in the night is sent as the people on watch would have typed it.
 */
test.describe.configure({ mode: 'serial' });

let context: BrowserContext;
let page: Page;
const HOUR = 3_600_000;
const problems: string[] = [];

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext();
  page = await context.newPage();
  page.on('pageerror', (e) => problems.push(`${page.url()}: ${e.stack ?? e.message}`));
  await signIn(page, 'Manager');
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

const fishList = [
  'tag,sex,strain,year class,sire,dam,mass kg,unit',
  'STF1,f,Ombrel,2022,s1,d1,2.40,S1',
  'STF2,f,Ombrel,2022,s1,d2,2.10,S1',
  'STF3,f,Ombrel,2023,s2,d2,2.80,S1',
  'STM1,m,Ombrel,2022,s1,d1,1.60,S1',
  'STM2,m,Ombrel,2023,s2,d3,1.50,S1',
  'STM3,m,Ombrel,2023,s3,d3,1.70,S1',
].join('\n');

const sheet = (): Locator => page.getByRole('complementary', { name: 'In hand' });
const rowOf = (tag: string): Locator => page.locator(`[data-female="${tag}"]`);
let day = '';
const fish: Record<string, number> = {};

test('the brood comes in from a list: what is wrong is told by line, and nothing is written before it is right', async () => {
  const room = (await send<{ id: number }>('room.save', { name: 'Spawning hall', kind: 'spawning' })).id;
  const { id: sensor } = await send<{ id: number }>('sensor.save', { name: 'warm', room });
  await send('unit.addMany', { room, kind: 'tank', prefix: 'S', from: 1, count: 2, sensor });
  await send('unit.addMany', { room, kind: 'table', prefix: 'SB', from: 1, count: 1 });
  await send('unit.addMany', { room, kind: 'jar', prefix: 'K', from: 1, count: 4, loadLimit: 60_000, sensor });
  const lines = ['time;°C'];
  for (let h = 60; h >= 0; h--) lines.push(`${new Date(Date.now() - h * HOUR).toISOString().slice(0, 19)}Z;14.00`);
  await send('readings.import', { sensor, fileName: 'warm.csv', text: lines.join('\n') });

  await page.goto(url('/brood?species=sterlet'));
  await expect(page.getByText('No Sterlet brood fish is known yet')).toBeVisible();
  await page.getByRole('button', { name: 'Read in a list' }).click();
  const file = (text: string) =>
    page.getByLabel(/CSV file/).setInputFiles({ name: 'brood.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await file(fishList.replace('STM2,m', 'STM2,w'));
  await expect(page.getByText('line 6, sex: “w” is no sex: f, m or unknown')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Read them in' })).toBeDisabled();
  await file(fishList);
  await expect(page.getByText(/6 fish: 6 new/)).toBeVisible();
  await page.getByRole('button', { name: 'Read them in' }).click();
  await expect(page.getByText('6 fish read in: 6 new, and 6 ancestors known by name only.')).toBeVisible();
  await accessible(page);
});

test('the list goes out as CSV and reads in again unchanged', async () => {
  const r = await page.request.get(url('/export?what=brood&species=sterlet&as=csv'));
  expect([r.status(), r.headers()['content-disposition']]).toEqual([200, expect.stringContaining('brood-')]);
  const text = await r.text();
  expect(text).toContain('STF1,female,Ombrel');
  await page.getByLabel(/CSV file/).setInputFiles({ name: 'out.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await expect(page.getByText(/6 fish: 0 new, 6 known/)).toBeVisible();
});

test('a fish in the hand: mass, sign of ripeness, egg sample with its verdict', async () => {
  await page.goto(url('/brood?species=sterlet&show=here'));
  await page.getByRole('link', { name: 'STF1', exact: true }).click();
  const own = page.getByRole('complementary', { name: 'Brood fish STF1' });
  await own.getByRole('button', { name: 'Look' }).click();
  await own.getByLabel('Mass, kg').fill('2.45');
  await choose(own.getByLabel('Ripeness'), { label: 'ripening' });
  await own.getByLabel(/Egg sample/).fill('0.12/2.3 0.13/2.2 0.4');
  await expect(own.getByText('“0.4” is not like 0.15/2.3')).toBeVisible();
  await own.getByLabel(/Egg sample/).fill('0.12/2.3 0.13/2.2 0.14/2.4');
  await expect(own.getByText(/index 0\.057: ready to be injected; 3 eggs say little/)).toBeVisible();
  await own.getByRole('button', { name: 'Record' }).click();
  await expect(own.getByText('STF1 recorded.')).toBeVisible();
  await expect(own.getByText('ripening,', { exact: false }).first()).toBeVisible();
  for (const tag of ['STF1', 'STF2', 'STF3', 'STM1', 'STM2', 'STM3']) {
    const href = await page.getByRole('link', { name: tag, exact: true }).getAttribute('href');
    fish[tag] = Number(new URL(href!, 'http://x').searchParams.get('fish'));
    if (tag !== 'STF1')
      await send('brood.look', { fish: fish[tag], ripeness: tag.startsWith('STM') ? 'runningM' : 'ripening' });
  }
});

test('the mating plan: near relatives kept apart, a cross dragged and its cost seen, taken to a day', async () => {
  await page.goto(url('/brood/plan?species=sterlet'));
  await page.getByLabel('Males a female').fill('1');
  await page.getByRole('button', { name: 'Find the best plan' }).click();
  const costs = page.getByTestId('plan-costs');
  await expect(costs).toBeVisible({ timeout: 30_000 });
  await expect(costs).toContainText('Proven: no plan within these limits has less.');
  const mean = async () => Number(await costs.getAttribute('data-mean'));
  const best = await mean();
  // STF1 and STM1 are full sibs: the plan keeps them apart. Dragged together, the mean rises and it is said.
  const hers = page.locator('[data-cross^="STF1 with"]');
  await expect(hers).not.toHaveAttribute('data-cross', /STM1/);
  const from = (await hers.boundingBox())!;
  const to = (await page.getByText('STM1', { exact: true }).first().boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, from.y + from.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.locator('[data-cross^="STF1 with STM1"]')).toBeVisible();
  expect(await mean()).toBeGreaterThan(best);
  await expect(page.getByText('Half sibs or nearer: STF1 × STM1. Give them other mates.')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'STF1', exact: true }).click();
  const mates = page.getByRole('region', { name: 'Males of STF1' });
  await mates.getByLabel(/^STM1/).uncheck();
  await mates.getByLabel(/^STM2/).check();
  await mates.getByLabel(/^STM3/).check();
  await page.getByLabel('pooled').check();
  await page.getByRole('button', { name: 'Plan this day' }).click();
  await page.waitForURL(/\/spawning\/\d+/);
  day = page.url();
  await expect(rowOf('STF1')).toContainText('with STM2, STM3');
});

test('the plan of the day counts back when to inject', async () => {
  await page.getByRole('button', { name: 'plan of the day' }).click();
  const plan = sheet();
  await plan.getByLabel('Eggs wanted').fill('60000');
  await plan.getByLabel('at', { exact: true }).fill('08:00');
  await choose(plan.getByLabel('Treatment'), { label: 'carp pituitary in two parts' });
  // 36.4 h at 11 °C and 22.1 h at 16 °C: exp-linear between, 27 h at 14 °C.
  await expect(plan.getByTestId('counted-back')).toContainText('27 h at 14.0 °C');
  await plan.getByLabel('fertilising: milt diluted in water just before').check();
  await plan.getByLabel('stickiness: clay in water').check();
  await plan.getByRole('button', { name: 'Save the plan' }).click();
  await expect(plan.getByText('The plan stands.')).toBeVisible();
  await expect(page.getByTestId('day-says')).toContainText('wanted 60');
});

/** Fills the fields of an injection. */
async function vial(form: Locator, unit: string, dose = '4'): Promise<void> {
  await form.getByLabel('Dose in all, mg/kg').fill(dose);
  await form.getByLabel('The vial holds, per mL').fill('5');
  await choose(form.getByLabel('in, as on the vial'), { label: unit });
  await form.getByLabel('Lot of the hormone').fill('CP-7');
  await form.getByLabel('Second person').fill('Culturist');
}

test('a wrong unit on the vial and a dose ten times too large are stopped; the right one is worked out', async () => {
  await rowOf('STF1').getByRole('button', { name: 'Inject' }).click();
  const form = sheet();
  await vial(form, 'µg');
  // 4 mg/kg for 2.45 kg is 9.8 mg: from a vial of 5 µg that would be 1 960 mL. Said before anything is pressed.
  await expect(form.getByText(/makes 1960 mL, 800 mL a kg of fish, where 5 are the most/)).toBeVisible();
  await expect(form.getByTestId('dose')).toHaveCount(0);
  await form.getByRole('button', { name: 'Injected, part 1 of 2' }).click();
  await expect(form.getByText(/makes 1960 mL.* Read the vial again\./)).toBeVisible();
  await vial(form, 'mg', '40');
  await form.getByRole('button', { name: 'Injected, part 1 of 2' }).click();
  await expect(form.getByText(/order of magnitude from 3 to 5 mg\/kg/)).toBeVisible();
  await vial(form, 'mg');
  await form.getByLabel('Second person').fill('Manager');
  await form.getByRole('button', { name: 'Injected, part 1 of 2' }).click();
  await expect(form.getByText('The second person is the one who injects.')).toBeVisible();
  await form.getByLabel('Second person').fill('Culturist');
  await expect(form.getByTestId('dose')).toContainText('0.196 mL');
  await accessible(page);
  const at = new Date(Date.now() - 37 * HOUR);
  await form.getByText('now, by me').click();
  await form.getByLabel('at a time').check();
  await form.getByLabel('Day', { exact: true }).fill(at.toLocaleDateString('sv-SE', { timeZone: 'Europe/Vienna' }));
  await form
    .getByLabel('Time', { exact: true })
    .fill(at.toLocaleTimeString('sv-SE', { timeZone: 'Europe/Vienna', hour: '2-digit', minute: '2-digit' }));
  await form.getByRole('button', { name: 'Injected, part 1 of 2' }).click();
  await expect(rowOf('STF1')).toContainText('part 1 given');
  await expect(page.locator('[data-due^="part"]')).toContainText('inject part 2');
});

test('the clocks run on the water that was measured; a look that is overdue is said, also in the title bar', async () => {
  const dayId = Number(day.split('/').at(-1));
  const given = {
    day: dayId,
    induction: 'pituitary2',
    dosePerKg: 4,
    concentrationPerMl: 5,
    concentrationUnit: 'mg',
    hormoneLot: 'CP-7',
    checkedBy: 'Culturist',
  };
  const mass: Record<string, number> = { STF1: 2450, STF2: 2100, STF3: 2800 };
  for (const tag of ['STF1', 'STF2', 'STF3']) {
    if (tag !== 'STF1')
      await send('spawning.inject', {
        ...given,
        fish: fish[tag],
        part: 1,
        massG: mass[tag],
        at: Date.now() - 37 * HOUR,
      });
    await send('spawning.inject', { ...given, fish: fish[tag], part: 2, massG: mass[tag], at: Date.now() - 25 * HOUR });
  }
  // On watch in the night: STF3 was looked at early, then forgotten.
  await send('spawning.ready', { day: dayId, fish: fish.STF3, found: 'notYet', at: Date.now() - 5 * HOUR });
  await page.goto(day);
  await expect(rowOf('STF1').getByTestId('clock-says')).toContainText('runs about');
  await expect(page.locator('[data-due^="look"]')).toHaveCount(3);
  await expect(page.locator('[data-due^="look"][data-late="true"]')).toHaveCount(3);
  await expect(page).toHaveTitle(/^\(3\) Sterlet/);
});

async function look(tag: string, found: string): Promise<void> {
  await rowOf(tag).getByRole('button', { name: 'Does she run?' }).click();
  await sheet().getByLabel(found).check();
  await sheet().getByRole('button', { name: 'Record', exact: true }).click();
  await expect(sheet().getByText(`${tag}: ${found}.`)).toBeVisible();
}

test('one runs, one does not yet, one is over-ripe and held apart', async () => {
  await look('STF2', 'not yet');
  await expect(page.locator(`[data-due="look ${fish.STF2}"]`)).toContainText('in 2');
  await look('STF3', 'over-ripe');
  await rowOf('STF3').getByRole('button', { name: 'Strip' }).click();
  await sheet().getByLabel('Eggs, dry, g').fill('260');
  await sheet().getByLabel('Over-ripe or broken, %').fill('40');
  await expect(sheet().getByText('Poor eggs spoil the good ones')).toBeVisible();
  await sheet().getByLabel('held apart', { exact: true }).check();
  await sheet().getByLabel('Held apart because').fill('two fifths over-ripe');
  await sheet().getByRole('button', { name: 'Record', exact: true }).click();
  await expect(rowOf('STF3')).toContainText('held apart: two fifths over-ripe');
  await look('STF1', 'eggs run by their own weight');
  await rowOf('STF1').getByRole('button', { name: 'Strip' }).click();
  await sheet().getByLabel('Eggs, dry, g').fill('318');
  await sheet().getByRole('button', { name: 'Record', exact: true }).click();
  await expect(rowOf('STF1')).toContainText('318 g stripped');
});

test('milt of two males, one bowl, its steps stamped, one left out with its reason', async () => {
  await page.locator('[data-male="STM2"]').getByRole('button').click();
  await sheet().getByLabel('by tube').check();
  await choose(sheet().getByLabel('Under the microscope'), { label: 'more than three quarters move' });
  await sheet().getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.locator('[data-male="STM2"]')).toContainText('more than three quarters move');
  await rowOf('STF1').getByRole('button', { name: 'Fertilise' }).click();
  const form = sheet();
  await expect(form.getByLabel('Bowl')).toHaveValue('A');
  await expect(form.getByLabel(/STM2/)).toBeChecked();
  await expect(form.getByLabel(/STM3/)).toBeChecked();
  await form.getByRole('button', { name: 'Eggs and milt together' }).click();
  const bowl = page.locator('[data-bowl="A"]');
  await expect(bowl).toBeVisible();
  await expect(bowl.locator('[data-step="weigh"]')).toHaveAttribute('data-state', 'open');
  await bowl.getByLabel('eggs g').fill('315');
  await bowl.locator('[data-step="weigh"]').getByRole('button', { name: 'Now' }).click();
  await expect(bowl.locator('[data-step="weigh"]')).toContainText('315 g');
  await bowl
    .locator('[data-step="mix"]')
    .getByRole('button', { name: /^Leave out/ })
    .click();
  await bowl.getByLabel('Why it is left out').fill('mixed beforehand');
  await bowl.getByRole('button', { name: 'Leave out', exact: true }).click();
  await expect(bowl.locator('[data-step="mix"]')).toContainText('left out: mixed beforehand');
  await bowl.locator('[data-step="pour"]').getByRole('button', { name: 'Now' }).click();
  await expect(bowl.locator('[data-step="pour"]')).toHaveAttribute('data-state', 'done');
  // The water with the milt goes off after two minutes, not before: the step waits and says how long.
  await expect(bowl.locator('[data-step="off"]')).toHaveAttribute('data-state', 'waiting');
  await expect(bowl.locator('[data-step="off"]')).toContainText(/1:5\d|2:00/);
});

test('a stripped mass typed wrong is corrected in its own form; the bowl had what it had', async () => {
  await page.goto(url('/records?tab=ledger&kind=strip'));
  const entry = page.locator('[data-entry="strip"][data-voided="false"]').filter({ hasText: 'STF3' }).first();
  await entry.getByRole('button', { name: 'correct' }).click();
  await entry.getByLabel('Eggs, dry, g').fill('206');
  await entry.getByLabel('Why', { exact: true }).fill('figures turned round');
  await entry.getByRole('button', { name: 'Correct it' }).click();
  await expect(page.getByText('“figures turned round”').first()).toBeVisible();
  await page.goto(day);
  await expect(rowOf('STF3')).toContainText('206 g stripped');
});

/** Samples and total of a count were both hardened. */
async function hardened(form: Locator): Promise<void> {
  await form.getByRole('radiogroup', { name: 'Samples were' }).getByLabel('dry').check();
  await form.getByRole('radiogroup', { name: 'The total was' }).getByLabel('hardened').check();
  await expect(form.getByText('Dry and hardened eggs differ in size')).toBeVisible();
  await form.getByRole('radiogroup', { name: 'Samples were' }).getByLabel('hardened').check();
}

test('the eggs are counted into the books with their doubt, and laid down in two jars', async () => {
  const bowl = page.locator('[data-bowl="A"]');
  await bowl.getByRole('button', { name: 'Count' }).click();
  const form = sheet();
  await hardened(form);
  for (const [i, count] of [598, 612, 605].entries()) {
    await form.getByLabel(`volume ${i + 1}`).fill('10');
    await form.getByLabel(`count ${i + 1}`).fill(String(count));
  }
  await form.getByLabel('Volume of all, L').fill('0.4');
  await expect(form.getByTestId('outcome')).toContainText('24\u2005200');
  await form.getByRole('button', { name: 'Into the books' }).click();
  await expect(bowl).toContainText('eggs');
  expect((await shown(bowl)).number).toBe(24_200);
  await bowl.getByRole('button', { name: 'Lay down' }).click();
  await expect(form.getByLabel('Volume of all, L')).toHaveValue('0.4');
  await choose(form.getByLabel('Unit 1'), { label: 'K1, empty' });
  await form.getByLabel('Volume, L').first().fill('0.2');
  await choose(form.getByLabel('Unit 2'), { label: 'K2, empty' });
  await form.getByLabel('Volume, L').nth(1).fill('0.2');
  await expect(form.getByText('12\u2005100 eggs').first()).toBeVisible();
  await form.getByRole('button', { name: 'Lay down', exact: true }).click();
  await expect(form.getByText('All its eggs are laid down.')).toBeVisible();
  await page.goto(day);
  const says = page.getByTestId('day-says');
  await expect(says).toContainText('counted');
  // Forward from her: her offspring are these eggs.
  await page.goto(url(`/females/${fish.STF1}`));
  expect(Number(await page.getByTestId('female-alive').getAttribute('data-alive'))).toBe(24_200);
});

test('Arctic char: each female’s eggs split over two males, no hormone, families known', async () => {
  const unit = (await send<{ names: string[] }>('unit.addMany', {
    room: (await send<{ id: number }>('room.save', { name: 'Char hall', kind: 'incubation' })).id,
    kind: 'tray',
    prefix: 'TR',
    from: 1,
    count: 2,
  }))!;
  expect(unit.names).toEqual(['TR1', 'TR2']);
  const ids: Record<string, number> = {};
  for (const [tag, sex, sire] of [
    ['ACF1', 'female', 'p1'],
    ['ACF2', 'female', 'p2'],
    ['ACM1', 'male', 'p3'],
    ['ACM2', 'male', 'p4'],
    ['ACM3', 'male', 'p5'],
  ] as const) {
    ids[tag] = (
      await send<{ id: number }>('brood.save', { species: 'arctic-char', tag, sex, sire, strain: 'Ombrel' })
    ).id;
    await send('brood.look', { fish: ids[tag], massG: 1500, ripeness: sex === 'male' ? 'runningM' : 'ripe' });
  }
  await page.goto(url('/brood/plan?species=arctic-char'));
  await page.getByRole('button', { name: 'Find the best plan' }).click();
  await expect(page.getByTestId('plan-costs')).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('split').check();
  await page.getByRole('button', { name: 'Plan this day' }).click();
  await page.waitForURL(/\/spawning\/\d+/);
  for (const [tag, grams] of [
    ['ACF1', '220'],
    ['ACF2', '180'],
  ] as const) {
    await rowOf(tag).getByRole('button', { name: 'Strip' }).click();
    await sheet().getByLabel('Eggs, dry, g').fill(grams);
    await sheet().getByRole('button', { name: 'Record', exact: true }).click();
    await expect(rowOf(tag)).toContainText(`${grams} g stripped`);
    await rowOf(tag).getByRole('button', { name: 'Fertilise' }).click();
    await sheet().getByLabel('fertilising: dry, milt stripped').check();
    await sheet().getByLabel('disinfection: iodophor after hardening').check();
    await sheet().getByRole('button', { name: 'Eggs and milt together' }).click();
    await expect(page.locator(`[data-bowl="${tag === 'ACF1' ? 'A' : 'B'}"]`)).toContainText('split');
  }
  const bowl = page.locator('[data-bowl="A"]');
  await bowl.getByRole('button', { name: 'Count' }).click();
  await hardened(sheet());
  await sheet().getByLabel('counted', { exact: true }).check();
  await sheet().getByLabel('Number of eggs').fill('3200');
  await choose(sheet().getByLabel('They stand on'), { label: 'SB1, empty' });
  await sheet().getByRole('button', { name: 'Into the books' }).click();
  await expect(bowl.getByRole('link', { name: /^AC-/ })).toBeVisible();
  await bowl.getByRole('link', { name: /^AC-/ }).click();
  // Two families of one mother, half and half.
  const families = page.getByTestId('parents').locator('tr[data-female="ACF1"]');
  await expect(families).toHaveCount(2);
  await expect(families.first()).toContainText('50 %');
});

test('a bath for the first batch; the second asks for a fresh one', async () => {
  await page.goBack();
  const stepOf = (bowl: string, id: string) => page.locator(`[data-bowl="${bowl}"]`).locator(`[data-step="${id}"]`);
  const into = (bowl: string) => stepOf(bowl, 'in').getByRole('button', { name: 'Now' });
  for (const bowl of ['A', 'B']) {
    // Iodine in a sour bath burns eggs: without its pH the step is not done.
    await stepOf(bowl, 'rinsed').getByRole('button', { name: 'Now' }).click();
    await expect(stepOf(bowl, 'rinsed').getByText('The pH is not measured.')).toBeVisible();
    await stepOf(bowl, 'rinsed').getByPlaceholder('pH').fill('7.1');
    await stepOf(bowl, 'rinsed').getByRole('button', { name: 'Now' }).click();
    await expect(stepOf(bowl, 'rinsed')).toHaveAttribute('data-state', 'done');
  }
  await into('A').click();
  await expect(stepOf('A', 'in').getByText('No bath is recorded as mixed for this.')).toBeVisible();
  const baths = page.locator('[data-bath="iodophor-after"]');
  await baths.getByRole('button', { name: 'Mix it' }).click();
  await sheet().getByLabel('Volume of the bath, L').fill('5');
  await sheet().getByLabel('available iodine in the product, %').fill('1.25');
  await sheet().getByLabel('Product, kg/L').fill('1.05');
  // 5 L at 100 mg/L are 500 mg of iodine: 40 g of product, 38.1 mL.
  await expect(sheet().getByTestId('bath-amount')).toContainText('38.1 mL');
  await accessible(page);
  await sheet().getByLabel('Lot on the drum').fill('IO-7');
  await sheet().getByRole('button', { name: 'Mixed' }).click();
  await expect(baths).toContainText('0 batches of 1 at most');
  await into('A').click();
  await expect(baths).toContainText('1 batch of 1 at most (A): mix a fresh one for the next');
  await into('B').click();
  await expect(stepOf('B', 'in').getByText(/This bath has had 1 batch \(A\), 1 at most/)).toBeVisible();
  await baths.getByRole('button', { name: 'Mix a fresh one' }).click();
  await sheet().getByLabel('Volume of the bath, L').fill('5');
  await sheet().getByLabel('available iodine in the product, %').fill('1.25');
  await sheet().getByLabel('Lot on the drum').fill('IO-7');
  await sheet().getByRole('button', { name: 'Mixed' }).click();
  await expect(baths).toContainText('bath 2');
  await into('B').click();
  await expect(stepOf('B', 'in')).toHaveAttribute('data-state', 'done');
});

test('labels of the donors and of a lot go to the label printer', async () => {
  await page.getByRole('button', { name: 'print', exact: true }).first().click();
  await expect(page.getByText(/^\d labels printed$/)).toBeVisible();
  const pdf = await page.request.get(url(`/print/gametes/${page.url().split('/').at(-1)}`));
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
});
