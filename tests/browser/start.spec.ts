import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { choose } from './hands';

/**
 * The two commands of the README, as a newcomer gives them: each as a program of its own, in an empty folder. What
 * dies under it is started again, what is told to stop stops.
 */
test.describe.configure({ mode: 'serial' });

type Started = { child: ChildProcess; address: string; home: string; said: () => string };

async function start(mode: 'start' | 'demo', home: string): Promise<Started> {
  const port = await freePort();
  const child = spawn('./morula', [mode], {
    env: { ...process.env, MORULA_HOME: home, MORULA_PORT: String(port), NODE_OPTIONS: '' },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let text = '';
  child.stderr!.on('data', (d: Buffer) => {
    text += d.toString();
  });
  const ended = new Promise<never>((_, fail) =>
    child.on('exit', (c) => fail(new Error(`it ended with ${c}:\n${text}`))),
  );
  ended.catch(() => {});
  const ready = (async () => {
    while (!text.includes('Morula is ready')) await new Promise((ok) => setTimeout(ok, 200));
  })();
  await Promise.race([ready, ended]);
  return { child, address: `http://127.0.0.1:${port}`, home, said: () => text };
}

/** Tells it to stop, as a service manager would, and waits: for its exit code, and for how long it took. */
async function stop(s: Started): Promise<{ code: number | null; seconds: number }> {
  const at = Date.now();
  const gone = new Promise<number | null>((ok) => s.child.on('exit', ok));
  s.child.kill('SIGTERM');
  return { code: await gone, seconds: (Date.now() - at) / 1000 };
}

const pidOf = (s: Started) => (JSON.parse(readFileSync(join(s.home, 'running.json'), 'utf8')) as { app: number }).app;
const alive = (pid: number) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8') !== '';
  } catch {
    return false;
  }
};
function freePort(): Promise<number> {
  return new Promise((ok) => {
    const s = createServer();
    s.listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number };
      s.close(() => ok(port));
    });
  });
}

test.describe('an own hatchery, from nothing', () => {
  const home = mkdtempSync(join(tmpdir(), 'morula-own-'));
  let s: Started;
  let page: Page;

  test.beforeAll(async ({ browser }) => {
    page = await (await browser.newContext({ timezoneId: 'Europe/Berlin' })).newPage();
    s = await start('start', home);
  });
  test.afterAll(async () => {
    if (s.child.exitCode === null && s.child.signalCode === null) await stop(s);
    rmSync(home, { recursive: true, force: true });
  });

  test('typed and pressed while the program of the page is still on its way: kept, and answered when it is there', async () => {
    const scripts = '**/_next/static/**/*.js';
    await page.route(scripts, async (route) => {
      await new Promise((ok) => setTimeout(ok, 3000));
      await route.continue();
    });
    await page.goto(s.address, { waitUntil: 'commit' });
    await page.getByLabel('Name of the hatchery').fill('Early station');
    await page.getByLabel('Password').fill('short');
    await page.getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByText('needs at least 10 characters')).toBeVisible({ timeout: 30_000 });
    await expect(page.getByText('needs a name')).toHaveCount(1);
    await expect(page.getByLabel('Name of the hatchery')).toHaveValue('Early station');
    await page.unroute(scripts);
  });

  test('a newcomer records and lays down a first batch in few steps, all of them by what the screen shows', async () => {
    // Every click and every field that a person touches, as a newcomer goes.
    const steps: string[] = [];
    const fill = async (what: string, field: Locator, value: string) => {
      await field.fill(value);
      steps.push(`type ${what}`);
    };
    const press = async (name: string, at: Page | Locator = page) => {
      await at.getByRole('button', { name, exact: true }).last().click();
      steps.push(`press ${name}`);
    };
    const take = async (what: string, field: Locator, option: { label: string | RegExp }) => {
      await choose(field, option);
      steps.push(`open ${what}`, `choose ${String(option.label)}`);
    };
    const since = Date.now();
    await page.goto(s.address);
    await expect(page.getByRole('heading', { name: 'A new hatchery' })).toBeVisible();
    // The zone is the reader's own, not the first of the list.
    await expect(page.getByText('Time zone Europe/Berlin')).toBeVisible();
    // All that is missing is said at once.
    await page.getByLabel('Password').fill('short');
    await page.getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByText('needs at least 10 characters')).toBeVisible();
    await expect(page.getByText('needs a name')).toHaveCount(2);
    await fill('the name of the hatchery', page.getByLabel('Name of the hatchery'), 'Żółta station');
    await take('the species', page.getByLabel('Species to begin with'), { label: 'Arctic char' });
    await fill('how many jars', page.getByLabel('How many'), '2');
    await fill('who I am', page.getByLabel('Your name'), 'Manager');
    await fill('a password', page.getByLabel('Password'), 'correct horse battery');
    await press('Begin');
    await expect(page.getByRole('heading', { name: 'A take of eggs' })).toBeVisible();
    await expect(page.getByLabel('Species')).toContainText('Arctic char');
    await fill('the female', page.getByLabel('Female 1, tag'), 'F1');
    await fill('her mass', page.getByLabel('Female 1, mass'), '1.2');
    await fill('the males', page.getByLabel('Males (tags)'), 'M1 M2');
    for (const [i, count] of [212, 198, 205].entries()) {
      await fill('the volume of a sample', page.getByLabel(`volume ${i + 1}`), '10');
      await fill('its count', page.getByLabel(`count ${i + 1}`), String(count));
    }
    await fill('the volume of all', page.getByLabel('Volume of all, L'), '0.15');
    await press('Record take');
    const form = page.locator('[data-table]');
    await expect(form).toBeVisible();
    await take('where they go', form.getByLabel('Unit 1'), { label: 'J1, empty' });
    await fill('how much goes there', form.getByLabel(/^Volume, L/).first(), '0.15');
    await press('Lay down', form);
    await expect(form).toHaveCount(0);
    await page.goto(s.address);
    await expect(page.locator('li[data-unit="J1"]')).toBeVisible();
    process.stdout.write(
      `first batch in ${steps.length} steps and ${Math.round((Date.now() - since) / 1000)} s:\n${steps.join('\n')}\n`,
    );
    expect(steps.length).toBeLessThanOrEqual(40);
  });

  test('two first runs at once make one hatchery', async () => {
    // Of the one that is set up already: refused, whatever is sent.
    const again = await page.request.post(`${s.address}/api/first-run`, {
      data: { siteName: 'Second', timeZone: 'Europe/Berlin', managerName: 'X', password: 'correct horse battery' },
    });
    expect(again.status()).toBe(422);
  });

  test('a database that dies is started again; while it is away the page says that nothing is recorded', async () => {
    const pid = Number(readFileSync(join(home, 'db/mariadb.pid'), 'utf8').trim());
    await page.goto(s.address);
    process.kill(pid, 'SIGKILL');
    await expect
      .poll(async () => (await page.request.get(`${s.address}/api/health`)).status(), { timeout: 30_000 })
      .toBe(200);
    expect(s.said()).toContain('the database died; starting it again');
    await page.goto(s.address);
    await expect(page.locator('li[data-unit="J1"]')).toBeVisible();
  });

  test('an application that dies is started again', async () => {
    const before = pidOf(s);
    process.kill(before, 'SIGKILL');
    await expect.poll(() => pidOf(s), { timeout: 20_000 }).not.toBe(before);
    await expect
      .poll(
        () =>
          page.request
            .get(`${s.address}/api/health`)
            .then((r) => r.status())
            .catch(() => 0),
        { timeout: 30_000 },
      )
      .toBe(200);
  });

  test('told to stop, with a browser holding its connection, it ends within ten seconds and says 0', async () => {
    const { code, seconds } = await stop(s);
    expect(code).toBe(0);
    expect(seconds).toBeLessThan(10);
    expect(existsSync(join(home, 'running.json'))).toBe(false);
  });

  test('a killed supervisor leaves no application behind, and the next start finds what was recorded', async () => {
    s = await start('start', home);
    const app = pidOf(s);
    s.child.kill('SIGKILL');
    await expect.poll(() => alive(app), { timeout: 15_000 }).toBe(false);
    s = await start('start', home);
    await page.goto(s.address);
    await expect(page.locator('li[data-unit="J1"]')).toBeVisible();
  });
});

test('./morula demo in an empty folder seeds its hatchery, shows Today, and jumps to another house and back', async ({
  browser,
}) => {
  test.setTimeout(900_000);
  const home = mkdtempSync(join(tmpdir(), 'morula-demo-'));
  const s = await start('demo', home);
  try {
    const page = await (await browser.newContext()).newPage();
    await page.goto(s.address);
    await page.getByRole('button', { name: /Manager/ }).click();
    await expect(page.locator('[data-frame]')).toBeVisible();
    await expect(page.getByRole('heading', { name: /Today|round/i }).first()).toBeVisible();
    // Whenever it is started, it is the morning of its season.
    await expect(page.locator('[data-clock]')).toHaveText(/^07:4\d$/);
    await expect(page.locator('[data-demo="morning"]')).toContainText('this morning');
    await page.getByRole('button', { name: 'Jump to another moment' }).click();
    await page.getByRole('menuitem', { name: /^a small warm hall/ }).click();
    // Seeded while the other goes on; then the page comes back by itself, and who was signed in still is.
    await expect(page.locator('[data-demo="warm"]')).toBeVisible({ timeout: 240_000 });
    await expect(page.locator('[data-clock]')).toHaveText(/^07:4\d$/);
    await expect(page.locator('[data-frame]')).toContainText('Hatching corner');
    await page.getByRole('button', { name: 'Jump to another moment' }).click();
    await page.getByRole('menuitem', { name: /^this morning/ }).click();
    await expect(page.locator('[data-demo="morning"]')).toBeVisible({ timeout: 60_000 });
  } finally {
    await stop(s);
    rmSync(home, { recursive: true, force: true });
  }
});
