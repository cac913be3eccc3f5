import { type BrowserContext, expect, type Locator, type Page, test } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { accessible, choose, signIn, url } from './hands';

/** The brood over the year: runs counted in and sorted, deformities traced, brood kept apart, conditioning compared. */
test.describe.configure({ mode: 'serial' });

let context: BrowserContext;
let page: Page;
const problems: string[] = [];

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext();
  page = await context.newPage();
  page.on('pageerror', (e) => problems.push(`${page.url()}: ${e.stack ?? e.message}`));
  await signIn(page, 'Manager');
  const room = (await send<{ id: number }>('room.save', { name: 'Brood annex', kind: 'rearing' })).id;
  await send('unit.addMany', { room, kind: 'tank', prefix: 'BA', from: 1, count: 8 });
});
test.afterAll(async () => {
  expect(problems).toEqual([]);
  await context.close();
});

async function send<R = Record<string, unknown>>(
  type: string,
  payload: Record<string, unknown>,
  answers: Record<string, string> = {},
): Promise<R> {
  const r = await page.request.post(url('/api/commands'), { data: { id: uuidv7(), type, payload, answers } });
  const body = await r.json();
  expect([type, r.status(), body.refused?.message]).toEqual([type, 200, undefined]);
  return body.result as R;
}
const units: Record<string, number> = {};
/** Ids of units by name, as a form offers them. */
async function unitIds(field: Locator): Promise<void> {
  await field.click();
  for (const o of await page.getByRole('option').all()) {
    const name = /^(BA\d)/.exec((await o.textContent()) ?? '')?.[1];
    if (name) units[name] = Number(await o.getAttribute('data-option'));
  }
  await page.keyboard.press('Escape');
}
const aside = (name: string): Locator => page.getByRole('complementary', { name });

test('a run is tallied in by key; the quota that it goes beyond is asked about', async () => {
  await page.goto(url('/brood/arrivals?species=ide'));
  await page.getByRole('button', { name: 'Rules for surplus fish' }).click();
  const rules = aside('Rules for surplus fish');
  await rules.getByLabel('females held for spawning, at most').fill('3');
  await rules.getByRole('group', { name: 'Ends open to wild fish' }).getByLabel('surplus, to food').uncheck();
  await rules.getByRole('button', { name: /^In force for/ }).click();
  await expect(rules.getByText('In force. Going beyond it is asked about.')).toBeVisible();
  await page.getByRole('button', { name: 'Record fish that came' }).click();
  const form = aside('Adults that came');
  await choose(form.getByLabel('Taken by'), { label: 'gill net' });
  await form.getByLabel('Where').fill('Lake Tessel');
  await form.getByRole('button', { name: 'Tally by tap or key' }).click();
  await page.keyboard.type('ffffmmmmmm');
  await page.keyboard.press('Backspace');
  await form.getByRole('button', { name: 'one male' }).click();
  await expect(form.getByLabel('Females')).toHaveValue('4');
  await expect(form.getByLabel('Males', { exact: true })).toHaveValue('6');
  await form.getByLabel('Hours in it').fill('9');
  await unitIds(form.getByLabel('Into'));
  await choose(form.getByLabel('Into'), String(units.BA1));
  await accessible(page);
  await form.getByRole('button', { name: 'Counted in' }).click();
  await expect(form.getByText(/0 females held for spawning this season, 3 at most: 4 more go beyond it/)).toBeVisible();
  await form.getByRole('button', { name: 'It is meant' }).click();
  await expect(form.getByText(/ID-run-\S+: 10 into BA1\. 9 hours in it, above 4/)).toBeVisible();
  await expect(page.locator('[data-quota="held female"]')).toContainText('gone beyond');
});

test('sorted: the wrong path is asked about, a killing needs its welfare record, the rest is tagged', async () => {
  const run = page.locator('[data-run]').first();
  await run.getByRole('button', { name: 'Sort' }).click();
  const form = aside('Sort');
  await form.getByLabel('males', { exact: true }).check();
  await form.getByLabel('How many').fill('4');
  await choose(form.getByLabel('What became of them'), { label: 'surplus, to food' });
  await expect(
    form.getByText(/needs how they were killed and for how many the first application sufficed/),
  ).toBeVisible();
  await choose(form.getByLabel('Killed by'), { label: 'blow to the head, then bled' });
  await form.getByLabel('First one sufficed for').fill('3');
  await form.getByRole('button', { name: 'Record' }).click();
  await expect(form.getByText(/“surplus, to food” is not for wild fish/)).toBeVisible();
  await form.getByRole('button', { name: 'It is meant' }).click();
  await expect(page.locator('[data-method="blow"]')).toContainText('3 of 4');
  await expect(run).toContainText('6 wait');
  await run.getByRole('button', { name: 'Tag' }).click();
  const tags = aside('Tag donors');
  await tags.getByLabel('Tags').fill('IW1 IW2');
  await tags.getByRole('button', { name: 'Tag 2' }).click();
  await expect(tags.getByText(/2 tagged out of/)).toBeVisible();
  await expect(run).toContainText('tagged 2');
  await page.goto(url('/brood?species=ide&show=here&q=IW1'));
  await expect(page.locator('[data-fish="IW1"]')).toContainText('wild, Lake Tessel');
});

test('deformities tapped by kind in the sheet of the unit, and traced to the father behind them', async () => {
  const fathers = [['M1'], ['M2'], ['M1'], ['M2'], ['M3'], ['M3']];
  const lots: number[] = [];
  for (const [i, males] of fathers.entries()) {
    const { lotId } = await send<{ lotId: number }>('take.record', {
      species: 'ide',
      females: [{ tag: `IF${i + 1}` }],
      males: males.map((m) => ({ tag: `I${m}` })),
      cross: 'pooled',
      measured: { method: 'counted', number: 3000 },
      unit: units[`BA${i + 2}`]!,
    });
    lots.push(lotId);
    for (const to of ['yolksac', 'fry'])
      await send('stage.change', { unit: units[`BA${i + 2}`]!, lotId, to, amount: { kind: 'all' } }, { early: 'seen' });
    if (i > 0)
      await send('deformity.record', {
        unit: units[`BA${i + 2}`]!,
        looked: 150,
        deformed: males[0] === 'M1' ? 21 : 2,
        kinds: { jaw: males[0] === 'M1' ? 21 : 2 },
      });
  }
  await page.goto(url('/rearing?unit=BA2'));
  await page.getByRole('button', { name: 'Deformities', exact: true }).click();
  const form = page.getByRole('region', { name: 'Acts for BA2' });
  await form.getByLabel('Looked at').fill('150');
  for (let i = 0; i < 3; i++) await form.getByRole('button', { name: 'jaw: one more' }).click();
  await form.getByRole('button', { name: 'jaw: one less' }).click();
  await form.getByRole('button', { name: 'hump or hollow: one more' }).click();
  await form.getByLabel('Fish with at least one of them').fill('1');
  await form.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(form.getByText(/one kind alone was seen on 2/)).toBeVisible();
  await form.getByLabel('Fish with at least one of them').fill('');
  for (let i = 0; i < 18; i++) await form.getByRole('button', { name: 'jaw: one more' }).click();
  await accessible(page);
  await form.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(form.getByText(/^14\.0 % deformed/)).toBeVisible();
  await page.goto(url('/brood/deformities?species=ide'));
  await expect(page.locator('[data-parent="IM1"]')).toHaveAttribute('data-out', 'true');
  await expect(page.locator('[data-out="true"]')).toHaveCount(1);
  await accessible(page);
});

test('an equal share of a family is kept apart, and what is lacking goes down', async () => {
  await page.goto(url('/brood/next?species=ide'));
  await page.getByLabel('To be kept in all').fill('60');
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByTestId('next-says')).toContainText('0 of 6 families are kept');
  await page.locator('[data-lot]').first().getByRole('button', { name: 'keep' }).click();
  const form = aside('Keep apart');
  await expect(form.getByLabel('Number of animals')).toHaveValue('10');
  await choose(form.getByLabel('Into'), String(units.BA8));
  await accessible(page);
  await form.getByRole('button', { name: 'Keep apart' }).click();
  await expect(page.getByTestId('next-says')).toContainText('1 of 6 families are kept');
  await expect(page.locator('[data-lot$="brood"]')).toContainText('kept');
});

test('a conditioning programme is written down, and says what stood in it', async () => {
  await page.goto(url('/brood/conditioning?species=ide'));
  await page.getByRole('button', { name: 'A new programme' }).click();
  const form = aside('Programme');
  await form.getByLabel('Name').fill('warm spring');
  await choose(form.getByLabel('Add a unit'), String(units.BA1));
  await form.getByLabel('step 1: hours of light').fill('10');
  await form.getByLabel('step 1: temperature').fill('8');
  await form.getByRole('button', { name: 'another step' }).click();
  await form.getByLabel('step 2: day').fill('0');
  await form.getByLabel('step 2: temperature').fill('16');
  await form.getByRole('button', { name: 'Begin it' }).click();
  await expect(form.getByText('must come after the one before')).toBeVisible();
  await form.getByLabel('step 2: day').fill('40');
  await accessible(page);
  await form.getByRole('button', { name: 'Begin it' }).click();
  await expect(page.locator('[data-programme="warm spring"]')).toContainText('BA1');
  await accessible(page);
});
