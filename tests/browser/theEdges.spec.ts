import { connect } from 'node:net';
import { type APIRequestContext, type BrowserContext, expect, type Page, test } from '@playwright/test';
import { Secret, TOTP } from 'otpauth';
import { accessible, choose, PASSWORD, signIn, url } from './hands';

/**
 * The edges, spoken to as a program would: who is let in, what is answered to what is wrong, what leaves as a file.
 * It follows the journey, over the hatchery that the journey leaves.
 */
test.describe.configure({ mode: 'serial' });

let context: BrowserContext;
let page: Page;
let api: APIRequestContext;

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext();
  page = await context.newPage();
  api = context.request;
});
test.afterAll(() => context.close());

const uuid = () =>
  `0190${Math.random().toString(16).slice(2, 6)}-0000-7000-8000-${Math.random().toString(16).slice(2, 14).padEnd(12, '0')}`;
const command = (data: unknown, headers: Record<string, string> = {}) =>
  api.post(url('/api/commands'), { data: data as never, headers });

test('nobody signed in: pages lead to the door, records and files are refused, nothing is told', async ({
  playwright,
}) => {
  const stranger = await playwright.request.newContext();
  for (const path of ['/', '/records', '/flow', '/setup', '/export?what=stock&as=csv', '/print/stock']) {
    const r = await stranger.get(url(path), { maxRedirects: 0 });
    expect([path, r.status() === 307 || r.status() === 303]).toEqual([path, true]);
    expect(r.headers().location).toMatch(/\/sign-in$/);
  }
  for (const path of ['/api/snapshot', '/api/ledger?lot=1&at=1', '/api/entries/x'])
    expect([path, (await stranger.get(url(path))).status()]).toEqual([path, 401]);
  const post = await stranger.post(url('/api/commands'), {
    data: { id: uuid(), type: 'note.record', payload: { note: 'x' } },
  });
  expect([post.status(), (await post.json()).refused.code]).toEqual([401, 'signIn']);
  expect((await stranger.post(url('/api/calc'), { data: { id: 'sample.proportion', input: {} } })).status()).toBe(401);
  await stranger.dispose();
});

test('every page carries a policy that lets no script of others run', async () => {
  await signIn(page, 'Manager');
  const r = await api.get(url('/'));
  const policy = r.headers()['content-security-policy']!;
  expect(policy).toMatch(/default-src 'self'|default-src 'none'/);
  expect(policy).toMatch(/script-src[^;]*'nonce-/);
  expect(policy).not.toMatch(/script-src[^;]*'unsafe-inline'/);
  expect(policy).toMatch(/frame-ancestors 'none'/);
  expect(r.headers()['x-powered-by']).toBeUndefined();
  const cookie = (await context.cookies()).find((c) => c.name === 'morula')!;
  expect([cookie.httpOnly, cookie.sameSite]).toEqual([true, 'Lax']);
});

test('a record from another site, one that cannot be read, one that is no record', async () => {
  const note = { id: uuid(), type: 'note.record', payload: { note: 'from elsewhere' } };
  expect((await command(note, { 'sec-fetch-site': 'cross-site' })).status()).toBe(403);
  expect((await command(note, { origin: 'http://elsewhere.invalid' })).status()).toBe(403);
  for (const wrong of [
    [],
    { id: 3, type: 'note.record', payload: {} },
    { type: 'note.record' },
    { id: uuid(), type: 'note.record', payload: 'x' },
  ]) {
    const r = await command(wrong);
    expect([r.status(), (await r.json()).refused.code]).toEqual([422, 'payload']);
  }
  const broken = await api.post(url('/api/commands'), {
    data: Buffer.from('{"id":'),
    headers: { 'content-type': 'application/json' },
  });
  expect(broken.status()).toBe(422);
  const none = await command({ id: uuid(), type: 'fish.teleport', payload: {} });
  expect([none.status(), (await none.json()).refused.message]).toEqual([422, expect.stringContaining('fish.teleport')]);
  expect((await api.get(url('/api/ledger?lot=x&at=1'))).status()).toBe(400);
  expect((await api.get(url('/api/entries/nothing'))).status()).toBe(404);
  const twice = await api.get(url('/records?day=2031-04-01&day=2031-04-02'));
  expect([twice.status(), (await twice.json()).error]).toEqual([400, expect.stringContaining('“day”')]);
});

test('the same record sent twice is kept once; under its id nothing else can be sent', async () => {
  const note = { id: uuid(), type: 'note.record', payload: { note: 'once only' } };
  const [first, again] = [await command(note), await command(note)];
  expect([first.status(), again.status()]).toEqual([200, 200]);
  expect(await again.json()).toMatchObject({ repeated: true, entries: (await first.json()).entries });
  const other = await command({ ...note, payload: { note: 'something else' } });
  expect([other.status(), (await other.json()).refused.code]).toEqual([422, 'idReused']);
});

test('a calculation over HTTP: its answer with working and source, or the field that is wrong', async () => {
  const ask = (id: string, input: unknown) => api.post(url('/api/calc'), { data: { id, input } });
  const good = await (await ask('sample.proportion', { successes: 90, trials: 100 })).json();
  expect(good.output.low).toBeCloseTo(0.8256, 4);
  expect(good.working.formula.length + good.source.length).toBeGreaterThan(20);
  const bad = await ask('sample.proportion', { successes: 90, trials: 'many' });
  expect([bad.status(), (await bad.json()).path]).toEqual([422, 'trials']);
  expect((await ask('nothing.like.it', {})).status()).toBe(404);
});

test('files: CSV with its mark, no formula in it; a real XLSX; a PDF; the ledger with reasons', async () => {
  await command({ id: uuid(), type: 'note.record', payload: { note: '=HYPERLINK("http://elsewhere.invalid")' } });
  const csv = await api.get(url('/export?what=ledger&as=csv'));
  expect(csv.headers()['content-type']).toContain('text/csv');
  expect(csv.headers()['content-disposition']).toMatch(/ledger-\d{4}-\d\d-\d\d\.csv/);
  const text = await csv.text();
  expect(text.charCodeAt(0)).toBe(0xfeff);
  expect(text.split('\r\n')[0]).toMatch(
    /Entry,When,Time zone,Known to the,Kind,Lot,Species,Stage,From,To,.*Note,Taken back,Why,Id$/,
  );
  expect(text).toContain("'=HYPERLINK");
  const xlsx = await (await api.get(url('/export?what=stock&as=xlsx'))).body();
  expect(xlsx.subarray(0, 2).toString()).toBe('PK');
  const pdf = await api.get(url('/print/stock'));
  expect(pdf.headers()['content-type']).toContain('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a reader reads and takes files away, and writes nothing', async ({ browser }) => {
  await page.goto(url('/setup'));
  await page.getByLabel('New person').fill('Vet');
  await choose(page.getByLabel('Role', { exact: true }), 'reader');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Add person' }).click();
  await expect(page.getByText('Vet').first()).toBeVisible();
  const theirs = await browser.newContext();
  const reader = await theirs.newPage();
  await signIn(reader, 'Vet');
  expect((await theirs.request.get(url('/export?what=stock&as=csv'))).status()).toBe(200);
  const no = await theirs.request.post(url('/api/commands'), {
    data: { id: uuid(), type: 'note.record', payload: { note: 'x' } },
  });
  expect([no.status(), (await no.json()).refused.code]).toEqual([403, 'notAllowed']);
  await reader.goto(url('/records?tab=ledger'));
  await expect(reader.getByRole('heading', { name: 'Records' })).toBeVisible();
  await expect(reader.getByRole('button', { name: 'correct' })).toHaveCount(0);
  await accessible(reader);
  await theirs.close();
});

test('signing out ends it on the server: a copied cookie opens nothing; another sign-in is ended from the list', async ({
  browser,
}) => {
  const theirs = await browser.newContext();
  const tab = await theirs.newPage();
  await signIn(tab, 'Vet');
  const copied = await theirs.cookies();
  const thief = await browser.newContext();
  await thief.addCookies(copied);
  expect((await thief.request.get(url('/api/snapshot'))).status()).toBe(200);
  expect((await theirs.request.delete(url('/api/sign-in'))).status()).toBe(200);
  expect((await thief.request.get(url('/api/snapshot'))).status()).toBe(401);
  await signIn(tab, 'Vet');
  expect((await theirs.request.get(url('/api/snapshot'))).status()).toBe(200);
  await page.goto(url('/me'));
  await accessible(page);
  await page.locator('[data-sign-in="Vet"]').first().getByRole('button', { name: 'end it' }).click();
  await expect.poll(async () => (await theirs.request.get(url('/api/snapshot'))).status()).toBe(401);
  await thief.close();
  await theirs.close();
});

test('a second factor: set up with a first code, asked for at the door, each code good once', async ({ browser }) => {
  const theirs = await browser.newContext();
  const tab = await theirs.newPage();
  await signIn(tab, 'Vet');
  await tab.goto(url('/me'));
  await tab.getByRole('button', { name: 'Set it up' }).click();
  const secret = ((await tab.getByTestId('secret').textContent()) ?? '').replaceAll(' ', '');
  const code = (at: number) => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at });
  await tab.getByLabel('Code', { exact: true }).fill(code(Date.now()));
  await tab.getByLabel('Your password', { exact: true }).fill(PASSWORD);
  await tab.getByRole('button', { name: 'Use it from now on' }).click();
  await expect(tab.getByText(/In use: each sign-in asks/)).toBeVisible();
  const enter = async (more: object) => {
    const r = await theirs.request.post(url('/api/sign-in'), { data: { name: 'Vet', password: PASSWORD, ...more } });
    return { status: r.status(), ...(await r.json()) };
  };
  expect(await enter({})).toMatchObject({ status: 401, needs: 'code' });
  // The code that set it up is spent; the next one is good, once.
  expect(await enter({ code: code(Date.now() - 60_000) })).toMatchObject({ status: 401 });
  const next = code(Date.now() + 30_000);
  expect((await enter({ code: next })).status).toBe(200);
  expect((await enter({ code: next })).error).toContain('not the one of now');
  await theirs.close();
});

test('a method that nobody answers is refused, not failed over', async () => {
  const { hostname, port } = new URL(url('/'));
  const said = await new Promise<string>((ok, fail) => {
    const socket = connect(Number(port), hostname, () =>
      socket.write(`TRACE / HTTP/1.1\r\nHost: ${hostname}\r\nConnection: close\r\n\r\n`),
    );
    let text = '';
    socket.on('data', (d) => {
      text += d;
    });
    socket.on('end', () => ok(text));
    socket.on('error', fail);
  });
  expect(said).toMatch(/^HTTP\/1\.1 405 /);
});

test('eleven wrong passwords: the door stays shut for that name, with words for it', async ({ playwright }) => {
  const stranger = await playwright.request.newContext();
  const tryOne = () =>
    stranger.post(url('/api/sign-in'), { data: { name: 'Nobody here', password: 'wrong password' } });
  for (let i = 0; i < 10; i++) expect((await tryOne()).status()).toBe(401);
  expect((await (await tryOne()).json()).error).toContain('Wait a quarter of an hour');
  expect((await stranger.post(url('/api/sign-in'), { data: {} })).status()).toBe(400);
  await stranger.dispose();
});

test('a page that does not exist, and a lot, a unit, a female that do not: said in plain words', async () => {
  for (const path of ['/nowhere', '/lots/99999', '/lots/abc', '/females/99999', '/rooms/99999']) {
    const r = await page.goto(url(path));
    expect([path, r!.status()]).toEqual([path, 404]);
    await expect(page.locator('body')).toContainText(/no such/i);
  }
});

test('signed out: the next page asks for the password again', async () => {
  expect((await api.delete(url('/api/sign-in'))).ok()).toBe(true);
  await page.goto(url('/records'));
  await expect(page).toHaveURL(/sign-in/);
});
