import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { type AtWork, accessible, atWork, choose, holdsOnAPhone, shown, url } from './hands';

/** Golden ides come to the bench bowl by bowl: two hundred judged by keys and taps, followed to a second look. */
test.describe.configure({ mode: 'serial' });

const DAY = 86_400_000;
let work: AtWork;
let context: BrowserContext;
let page: Page;
let units: Record<string, number>;

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  ({ context, page } = work);
  const { send } = work;
  const hall = (await send<{ id: number }>('room.save', { name: 'Golden hall', kind: 'rearing' })).id;
  await send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'GI',
    from: 1,
    count: 4,
    battery: 'Row C',
    volumeL: 1500,
    flowLPerMin: 60,
  });
  units = await work.units();
  await send('stock.bring', {
    account: 'arrived',
    species: 'ide',
    stage: 'fingerling',
    unit: units.GI1,
    at: Date.now() - 30 * DAY,
    measured: { method: 'counted', number: 206 },
    origin: 'Aldern pond keepers',
    strain: 'Aldern golden',
  });
  await send('weigh.record', { unit: units.GI1, at: Date.now() - DAY, batches: [{ massG: 160, count: 20 }] });
  await send('lengths.record', {
    unit: units.GI1,
    at: Date.now() - DAY / 2,
    lengthsMm: [...Array.from({ length: 50 }, (_, i) => 80 + (i % 21)), 55, 58, 60, 140],
    answers: { sure: 'yes' },
  });
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await context.close();
});

const judged = (p: Page) => p.getByTestId('judged');
const total = (p: Page, of: string) => p.locator(`[data-total="${of}"] b`);
const pad = (p: Page) => p.getByRole('region', { name: 'The fish in the hand' });

test('begun for a goal; the lengths propose the range, and the bowl is cut to it', async () => {
  await page.goto(url('/rearing/selection'));
  await accessible(page);
  await page.getByRole('button', { name: 'Begin a selection' }).click();
  const form = page.getByRole('dialog');
  await choose(form.getByLabel('Fish of'), { label: /^GI1,/ });
  await form.getByLabel('To keep').fill('30');
  await form.getByLabel('For the second pond').fill('20');
  await form.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.waitForURL(/selection\/\d+$/);
  await expect(page.getByText(/they compete/)).toBeVisible();
  await page.getByRole('button', { name: 'cut here' }).click();
  await expect(page.locator('[data-cut="small"]')).toContainText(/below 80 mm/);
  const small = page.getByRole('button', { name: 'one too small', exact: true });
  for (let i = 0; i < 6; i++) await small.click();
  await page.getByRole('button', { name: 'one too small less' }).click();
  await expect(judged(page)).toHaveText('5');
  await expect(page.getByTestId('ahead')).toContainText('still in the tank');
  await accessible(page);
});

test('by keys: a reason, then what becomes of it; a deformity is nothing but a cull; an exception says why and is followed', async () => {
  const keep = pad(page).getByRole('button', { name: /^keep/ });
  await keep.focus();
  for (const key of ['k', '1', 's', 'k', '5', 'p', 'u']) await page.keyboard.press(key);
  await expect(total(page, 'keep')).toHaveText('2');
  await expect(total(page, 'sell')).toHaveText('6');
  await expect(total(page, 'second')).toHaveText('1');
  await expect(total(page, 'undecided')).toHaveText('1');
  await page.keyboard.press('Backspace');
  await expect(total(page, 'undecided')).toHaveText('0');
  // Sold without a reason: said, and nothing put.
  await page.keyboard.press('s');
  await expect(pad(page).getByRole('alert')).toContainText('Why it goes is not said');
  await page.keyboard.press('d');
  await page.keyboard.press('9');
  await page.keyboard.press('k');
  await expect(pad(page).getByRole('alert')).toContainText('A deformity (fins) is a cull');
  await page.keyboard.press('c');
  await expect(total(page, 'cull')).toHaveText('1');
  await page.keyboard.press('1');
  await page.keyboard.press('k');
  await expect(pad(page)).toContainText('Kept in spite of shallow body: an exception. Say why it stays.');
  await pad(page).getByLabel('Why it is an exception').fill('the best of its year');
  await keep.click();
  await expect(pad(page)).toContainText('an exception is followed');
  await pad(page).getByLabel('Tag').fill('X1');
  await keep.click();
  await expect(total(page, 'keep')).toHaveText('3');
  await expect(judged(page)).toHaveText('11');
});

test('followed by drawn marks; a colleague judges at a phone and loses the connection: no fish is lost, none is doubled', async () => {
  await pad(page).getByText('Follow it: tag, marks').click();
  const outline = page.getByRole('img', { name: /Draw its marks/ });
  const box = (await outline.boundingBox())!;
  await page.mouse.move(box.x + 80, box.y + 50);
  await page.mouse.down();
  await page.mouse.move(box.x + 150, box.y + 70, { steps: 6 });
  await page.mouse.up();
  await pad(page).getByRole('radio', { name: 'plain' }).click();
  await pad(page).getByText('Early signs').click();
  await pad(page).getByText('colour at the base of the pectoral fins').click();
  await pad(page).getByRole('button', { name: /^keep/ }).click();
  await expect(judged(page)).toHaveText('12');
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 390, height: 780 });
  await phone.goto(page.url());
  await expect(judged(phone)).toHaveText('12');
  await phone.getByRole('button', { name: 'Next bowl' }).click();
  await expect(phone.getByTestId('bowl')).toHaveText('2');
  await pad(phone).getByRole('button', { name: /^keep/ }).focus();
  await phone.route('**/api/commands', (r) => r.abort());
  for (const key of ['k', 'k', '2', 's', '6', 's']) await phone.keyboard.press(key);
  await expect(phone.getByTestId('sent')).toContainText('4 not sent yet');
  // The page is closed over it, and opened again: what was judged is still there.
  await phone.goto(page.url());
  await expect(judged(phone)).toHaveText('16');
  await expect(phone.getByTestId('sent')).toContainText('4 not sent yet');
  await phone.unroute('**/api/commands');
  await expect(phone.getByTestId('sent')).toHaveText('');
  await expect(judged(page)).toHaveText('16');
  // The answer to this one is lost on the way: it is sent again, and is one fish.
  let lost = 0;
  await phone.route('**/api/commands', async (r) => {
    lost += 1;
    if (lost > 1) return r.continue();
    await r.fetch();
    return r.abort();
  });
  await pad(phone).getByRole('button', { name: /^keep/ }).click();
  await expect(phone.getByTestId('sent')).toHaveText('', { timeout: 15_000 });
  await phone.unroute('**/api/commands');
  await expect(judged(page)).toHaveText('17');
  expect(lost).toBeGreaterThan(1);
  await phone.close();
});

test('two hundred from bowls: totals and what the next bowls must give follow; judged anew it is one fish still', async () => {
  const keep = pad(page).getByRole('button', { name: /^keep/ });
  for (let bowl = 0; bowl < 8; bowl++) {
    await page.getByRole('button', { name: 'Next bowl' }).click();
    await keep.focus();
    for (let i = 0; i < 23; i++) {
      const to = i % 8;
      if (to === 0) await page.keyboard.press('k');
      else if (to === 1) for (const key of ['6', 'p']) await page.keyboard.press(key);
      else for (const key of [String(1 + (to % 5)), 's']) await page.keyboard.press(key);
    }
  }
  await expect(judged(page)).toHaveText('201');
  await expect(page.getByTestId('ahead')).toContainText(/still in the tank|are left|The goal is reached/);
  await page.getByRole('button', { name: 'judge anew' }).first().click();
  await expect(pad(page)).toContainText('Judged anew');
  await pad(page)
    .getByRole('button', { name: /^undecided/ })
    .click();
  await expect(judged(page)).toHaveText('201');
  await expect(total(page, 'undecided')).toHaveText('1');
  // Opened anew the server says the same.
  await expect(page.getByTestId('sent')).toHaveText('');
  await page.goto(page.url());
  await expect(judged(page)).toHaveText('201');
});

test('to the books: the kept and the second pond are lots of their own, the others have their paper', async () => {
  const kept = Number(await total(page, 'keep').textContent());
  await page.getByRole('button', { name: 'To the books' }).click();
  const form = page.getByRole('dialog');
  await choose(form.getByLabel(/kept go to/), { label: /^GI2,/ });
  await choose(form.getByLabel(/for the second pond go to/), { label: /^GI3,/ });
  await form.getByLabel('To whom').fill('the market of Tessel');
  await form.getByLabel('Price of one').fill('4');
  await form.getByLabel('Method of killing').fill('bath of the vet, each checked');
  await form.getByText('The whole tank was gone through').click();
  await expect(form).toContainText(/The books hold [45] more: they go to unexplained/);
  await form.getByRole('button', { name: 'To the books' }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByText('in the books', { exact: true })).toBeVisible();
  const paper = await page.request.get(
    new URL((await page.getByRole('link', { name: 'paper' }).getAttribute('href'))!, page.url()).href,
  );
  expect([paper.status(), (await paper.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  await page.goto(url('/rearing?unit=GI2'));
  expect((await shown(page.getByTestId('unit-number').first())).number).toBe(kept);
  // The one that is not decided yet is all that stands there.
  await page.goto(url('/rearing?unit=GI1'));
  expect((await shown(page.getByTestId('unit-number').first())).number).toBe(1);
  await page.goto(url('/rearing/fates'));
  await expect(page.locator('[data-fate="sold"]').first()).toContainText('the market of Tessel');
  await accessible(page);
});

test('the second look: the followed stand beside what was said, and whether the sign told is counted', async () => {
  await page.goto(url('/rearing/selection'));
  await expect(page.getByRole('region', { name: 'Second look' })).toContainText('2 followed');
  await page.getByRole('button', { name: 'Begin a selection' }).click();
  const form = page.getByRole('dialog');
  await choose(form.getByLabel('Fish of'), { label: /^GI2,/ });
  await form.getByLabel('To keep').fill('10');
  await form.getByText('Prices, for the gamble').click();
  await form.getByLabel('One fetches now').fill('18');
  await form.getByLabel('If it becomes what is hoped').fill('120');
  await form.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.waitForURL(/selection\/\d+$/);
  await pad(page).getByRole('button', { name: 'by its marks' }).click();
  await expect(page.getByTestId('then')).toContainText('plain; colour at the base of the pectoral fins');
  await pad(page).getByRole('button', { name: /^keep/ }).click();
  await expect(pad(page).getByRole('alert')).toContainText('Say whether it became what was hoped');
  await pad(page).getByRole('radio', { name: 'became what was hoped' }).click();
  await pad(page).getByRole('button', { name: /^keep/ }).click();
  await pad(page).getByRole('button', { name: 'X1' }).click();
  await pad(page).getByRole('radio', { name: 'did not' }).click();
  await pad(page)
    .getByRole('button', { name: /^1 shallow/ })
    .click();
  await pad(page).getByRole('button', { name: /^sell/ }).click();
  await expect(judged(page)).toHaveText('2');
  await expect(page.getByTestId('sent')).toHaveText('');
  await page.goto(page.url());
  await expect(page.getByTestId('gamble')).toContainText('1 of 1 became what was hoped');
  await page.goto(url('/rearing/selection'));
  await expect(page.getByRole('region', { name: 'Early signs' })).toContainText('1 of 1');
  await page.goto(url('/rearing/strains'));
  await expect(page.locator('[data-strain="Aldern golden"]')).toContainText('kept when chosen');
  await accessible(page);
});

test('with wet hands: the bench, its list, fates and lines on a phone', async ({ browser }) => {
  await page.goto(url('/rearing/selection'));
  const bench = await page.getByRole('region', { name: 'On the bench' }).getByRole('link').first().getAttribute('href');
  await holdsOnAPhone(browser, context, ['/rearing/selection', bench!, '/rearing/fates', '/rearing/strains']);
});
