import AxeBuilder from '@axe-core/playwright';
import { type Browser, type BrowserContext, expect, type Locator, type Page } from '@playwright/test';
import { uuidv7 } from 'uuidv7';

export const url = (path: string) => `${process.env.BASE_URL}${path}`;
export const PASSWORD = 'correct horse battery';

/** Number and half-width of the first doubtful number in a place. */
export async function shown(at: Locator): Promise<{ number: number; half: number }> {
  const n = at.locator('[data-number]').first();
  await expect(n).toBeVisible();
  return { number: Number(await n.getAttribute('data-number')), half: Number(await n.getAttribute('data-half')) };
}

/** The number of the unit whose sheet is opened. */
export async function unitNumber(page: Page, path: string): Promise<{ number: number; half: number }> {
  await page.goto(url(path));
  return shown(page.getByTestId('unit-number').first());
}

/** Types a line into the log line and waits until it is recorded. */
export async function log(page: Page, line: string, answer?: string): Promise<void> {
  const field = page.locator('#log-line');
  await field.fill(line);
  await expect(page.locator('#log-line-says')).not.toHaveText(/reading what stands/);
  await field.press('Enter');
  if (answer) {
    // Asked of the first that hatch, not of those that follow.
    await expect(page.locator('#log-line-says')).toContainText(new RegExp(`Recorded|${answer}`), { timeout: 15_000 });
    const choice = page.getByRole('button', { name: answer });
    if (await choice.isVisible()) await choice.click();
  }
  await expect(page.locator('#log-line-says')).toContainText('Recorded', { timeout: 15_000 });
}

export async function signIn(page: Page, name: string): Promise<void> {
  await page.goto(url('/sign-in'));
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(url('/'));
}

/** What axe finds wrong with a page by WCAG 2.2 AA: nothing. */
export async function accessible(page: Page, what: 'all' | 'colours' = 'all'): Promise<void> {
  const axe = new AxeBuilder({ page });
  // The title comes a moment after the page, also when it is drawn anew: waited for here, where axe would look once.
  const found = await (what === 'all'
    ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).disableRules(['document-title'])
    : axe.withRules(['color-contrast', 'link-in-text-block'])
  ).analyze();
  await expect(page).toHaveTitle(/\S/);
  expect(
    found.violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(', ')}`,
    ),
  ).toEqual([]);
}

/** Opens the list of a field and takes the option of this value, or of these words. */
export async function choose(field: Locator, option: string | { label: string | RegExp }): Promise<void> {
  await field.click();
  const list = field.page().getByRole('listbox');
  await (typeof option === 'string'
    ? list.locator(`[data-option="${option}"]`)
    : list.getByRole('option', { name: option.label, exact: true })
  ).click();
  await expect(list).toHaveCount(0);
}

/** What can be pressed on a page and is lower than a finger: of a tick or a choice its words, which press it too. */
export const lowerThanAFinger = (page: Page) =>
  page
    .locator('main a, main button:not([role=radio], [role=checkbox]), main label:has([role=radio], [role=checkbox])')
    .evaluateAll((all) =>
      all
        .map((e) => ({
          says: `${e.textContent || e.getAttribute('aria-label')}`,
          tall: e.getBoundingClientRect().height,
        }))
        .filter((e) => e.tall > 0 && e.tall < 36),
    );

/** A manager's browser, signed in. `send` does an act for what is not looked at; `problems` is what pages threw. */
export type AtWork = {
  context: BrowserContext;
  page: Page;
  problems: string[];
  send: <R = Record<string, unknown>>(type: string, payload: Record<string, unknown>) => Promise<R>;
  /** Units by name, as they stand now. */
  units: () => Promise<Record<string, number>>;
};

/** Run alone it begins with an empty hatchery; behind other files with theirs. */
export async function atWork(browser: Browser): Promise<AtWork> {
  const context = await browser.newContext();
  const page = await context.newPage();
  page.setDefaultTimeout(15_000);
  const problems: string[] = [];
  page.on('pageerror', (e) => problems.push(`${page.url()}: ${e.stack ?? e.message}`));
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
  return {
    context,
    page,
    problems,
    send: async (type, payload) => {
      const r = await page.request.post(url('/api/commands'), { data: { id: uuidv7(), ...parts(type, payload) } });
      const body = (await r.json()) as { result: never; message?: string };
      if (!r.ok()) throw new Error(`${type}: ${JSON.stringify(body)}`);
      return body.result;
    },
    units: async () => {
      const known = (await (await page.request.get(url('/api/snapshot'))).json()) as {
        units: { id: number; name: string }[];
      };
      return Object.fromEntries(known.units.map((u) => [u.name, u.id]));
    },
  };
}

/** Fields and answers apart, as they are sent. */
const parts = (type: string, { answers, ...payload }: Record<string, unknown>) =>
  answers ? { type, payload, answers } : { type, payload };

/** Pages at a phone: nothing cut off, all that is pressed as tall as a finger, and what axe asks. */
export async function holdsOnAPhone(
  browser: Browser,
  context: BrowserContext,
  paths: readonly string[],
): Promise<void> {
  const phone = await (
    await browser.newContext({
      storageState: await context.storageState(),
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    })
  ).newPage();
  for (const path of paths) {
    await phone.goto(url(path));
    await expect(phone.locator('h1').first()).toBeVisible();
    const wide = await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide, path).toBeLessThanOrEqual(0);
    expect(await lowerThanAFinger(phone), path).toEqual([]);
    await accessible(phone);
  }
  await phone.close();
}

/** The screens of a hatchery, in parts of some ten. */
export const screens = [
  ['of the day', '/ /flow /parts /rooms/2?unit=J1 /rearing?unit=R2 /lots/1 /lots/1/line /moves /take /bring'],
  ['of the parents', '/brood /brood/arrivals /brood/next /brood/deformities /brood/conditioning /spawning'],
  ['of water and health', '/water /water/capacity /health'],
  ['of the books', '/records?tab=ledger /records?tab=readings /calculators /compare /setup /count'],
  ['of what is known', '/reference /reference?species=pikeperch /reference?page=thresholds'],
  [
    'of the hall',
    '/rearing /rearing/feeding /rearing/store /rearing/growth /rearing/live-food /rearing/appetite /rearing/grading /rearing/selection /rearing/strains /rearing/fates',
  ],
] as const;
