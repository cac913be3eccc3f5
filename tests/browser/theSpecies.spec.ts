import { readFileSync } from 'node:fs';
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { accessible, choose, signIn, url } from './hands';

/** A species of one's own: copied, carried as a file, taken in again, and stock of it brought. */
test.describe.configure({ mode: 'serial' });

let context: BrowserContext;
let page: Page;
let file: string;
const problems: string[] = [];

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext({ acceptDownloads: true });
  page = await context.newPage();
  page.on('pageerror', (e) => problems.push(`${page.url()}: ${e.stack ?? e.message}`));
  await signIn(page, 'Manager');
});
test.afterAll(async () => {
  expect(problems).toEqual([]);
  await context.close();
});

test('a copy gets a name, a code and a stage of its own; its models are read off by keyboard', async () => {
  await page.goto(url('/reference?species=brook-trout'));
  const plot = page.getByTestId('models');
  await plot.getByRole('img').focus();
  await page.keyboard.press('ArrowRight');
  await expect(plot.getByText(/half hatched \d+(\.\d+)? days/)).toBeVisible();
  await page.getByRole('link', { name: 'Copy', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).first().fill('Tarn trout');
  const code = page.getByLabel('Code, for names of lots');
  await code.fill('tt');
  await expect(page.getByText(/takes two or three capital letters/)).toBeVisible();
  await code.fill('TT');
  const stages = page.getByRole('group', { name: 'Stages' });
  await stages.getByRole('button', { name: 'another stage' }).click();
  await stages.getByLabel('stage 5, name, of many').fill('yearlings');
  await stages.getByLabel('stage 5, of one').fill('yearling');
  await choose(stages.getByLabel('stage 5, station'), { label: 'fingerlings' });
  const drift = page.getByRole('group', { name: 'Unseen loss between counts' });
  await drift.getByLabel('stage 5, % lost a day').fill('0.01');
  await drift.getByLabel('stage 5, ±').fill('0.01');
  await page.getByLabel('Why', { exact: true }).fill('a form of our own');
  await accessible(page);
  await page.getByRole('button', { name: 'Add the species' }).click();
  await expect(page.getByRole('heading', { name: /^Tarn trout/ })).toBeVisible();
  await expect(page.getByText('yearlings', { exact: true })).toBeVisible();
});

test('taken along as a file and taken in again it is the same; a broken file says what is wrong', async () => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take along (YAML)' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('tarn-trout.yaml');
  file = readFileSync(await download.path(), 'utf8');
  expect(file).toContain('code: TT');
  await page.goto(url('/reference?page=file'));
  const field = page.getByLabel('Species file (YAML)');
  const as = (text: string) => ({ name: 'tarn-trout.yaml', mimeType: 'application/yaml', buffer: Buffer.from(text) });
  await field.setInputFiles(as(file.replace('station: eggs', 'station: fry')));
  await expect(page.getByRole('alert').getByText('stages.0.station: the first stage is of eggs')).toBeVisible();
  await field.setInputFiles(as(file.replace('Tarn trout', 'Tarn and beck trout')));
  await expect(page.getByText(/stands in Reference already/)).toBeVisible();
  await page.getByLabel('Why', { exact: true }).fill('both waters');
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByRole('heading', { name: /^Tarn and beck trout/ })).toBeVisible();
  await expect(page.getByText('the whole species').first()).toBeVisible();
});

test('stock of it is brought at a day typed as people do, named by its code, and then stands among those kept', async () => {
  await page.goto(url('/bring'));
  await choose(page.getByLabel('Species'), { label: 'Tarn and beck trout' });
  await choose(page.getByLabel('Stage'), { label: 'yearlings' });
  await page.getByLabel(/^Number of/).fill('250');
  await page.getByLabel('Into').click();
  await page
    .getByRole('option', { name: /^R\d+, empty/ })
    .last()
    .click();
  await page.getByText('now, by me').click();
  await page.getByText('some time that day').click();
  await page.getByLabel('Day', { exact: true }).fill('yesterday');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/TT-\d\d-01: 250/).first()).toBeVisible();
  await page.goto(url('/reference'));
  const names = page.getByRole('navigation', { name: 'Species' }).getByRole('listitem');
  const listed = await names.allTextContents();
  expect(listed.indexOf('Tarn and beck trout')).toBeLessThan(listed.indexOf('African catfish'));
});
