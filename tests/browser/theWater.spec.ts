import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { type AtWork, accessible, atWork, choose, holdsOnAPhone, url } from './hands';

/** A night with a tripped circuit: the works are put up, the blower falls silent, it is answered, and runs again. */
test.describe.configure({ mode: 'serial' });

let work: AtWork;
let context: BrowserContext;
let page: Page;

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  ({ context, page } = work);
  const { send } = work;
  const hall = (await send<{ id: number }>('room.save', { name: 'Night hall', kind: 'rearing' })).id;
  const { id: probe } = await send<{ id: number }>('sensor.save', { name: 'nighthall', room: hall });
  await send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'NH',
    from: 1,
    count: 3,
    volumeL: 2000,
    flowLPerMin: 60,
  });
  const units = await work.units();
  for (const [unit, number, grams] of [
    ['NH1', 2000, 20],
    ['NH2', 9000, 20],
  ] as const) {
    await send('stock.bring', {
      account: 'arrived',
      species: 'arctic-char',
      stage: 'fingerling',
      unit: units[unit],
      at: Date.now() - 5 * 86_400_000,
      measured: { method: 'counted', number },
      origin: 'Aldern pond keepers',
    });
    await send('weigh.record', {
      unit: units[unit],
      batches: [{ massG: 100 * grams, count: 100 }],
      answers: { sure: 'yes' },
    });
  }
  await send('reading.record', { sensor: probe, value: 11 });
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await context.close();
});

const dies = () => page.locator('[data-dies]');
async function putUp(name: string, kind: string, more: (form: ReturnType<Page['getByRole']>) => Promise<void>) {
  await page.getByRole('button', { name: 'Put up a work' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Name').fill(name);
  await choose(form.getByLabel('It is'), kind);
  await more(form);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText(name).first()).toBeVisible();
}

test('an empty desk says what to put up first; from the spring to the hall, with what hangs on which circuit', async () => {
  await page.goto(url('/water'));
  await expect(page.getByText(/Nothing of the water is drawn yet/)).toBeVisible();
  await accessible(page);
  await putUp('Night circuit', 'breaker', async (form) => {
    await form.getByLabel('It bears, A').fill('16');
  });
  await putUp('Night spring', 'source', async () => {});
  await putUp('Night head', 'head', async (form) => {
    await form.getByRole('checkbox', { name: 'Night spring' }).click();
    await form.getByRole('checkbox', { name: 'Night hall' }).click();
  });
  await putUp('Night blower', 'blower', async (form) => {
    await form.getByRole('checkbox', { name: 'Night hall' }).click();
    await choose(form.getByLabel('On which electric circuit'), { label: 'Night circuit' });
    await form.getByLabel('It takes, W').fill('3200');
    await form.getByLabel('Spare').fill('under the stairs');
  });
  await expect(page.getByText('All works run.')).toBeVisible();
  const power = page.getByRole('region', { name: 'Electric circuits' });
  await expect(power).toContainText('13.9 A');
  await expect(power).toContainText('87 %, nearly full');
  await accessible(page);
});

test('a line is pulled by hand: what it leaves dry is said before it is taken away; it is drawn again', async () => {
  await page.getByRole('button', { name: 'Draw lines' }).click();
  await accessible(page);
  const pull = async (from: string, to: string) => {
    const handle = (await page.getByRole('button', { name: `Draw a line from ${from}` }).boundingBox())!;
    const end = (await page.locator(`[data-work="${to}"]`).boundingBox())!;
    const middle = { x: handle.x + handle.width / 2, y: handle.y + handle.height / 2 };
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.down();
    await page.mouse.move(middle.x + 20, middle.y + 10, { steps: 4 });
    await page.mouse.move(end.x + end.width / 2, end.y + 20, { steps: 8 });
    await page.mouse.up();
  };
  const form = page.getByRole('dialog');
  /** Again where the drawing was laid out anew while it was pulled. */
  const pulled = (button: string) =>
    expect(async () => {
      await pull('Night spring', 'Night head');
      await expect(form.getByRole('button', { name: button })).toBeVisible({ timeout: 2000 });
    }).toPass();
  await pulled('Take the line away');
  await expect(form).toContainText('Nothing else leads water to Night head.');
  await form.getByRole('button', { name: 'Take the line away' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText('nothing leads water to Night head any more').first()).toBeVisible();
  await pulled('Draw the line');
  await form.getByRole('button', { name: 'Draw the line' }).click();
  await expect(form).toBeHidden();
  await page.getByRole('button', { name: 'Lines are drawn' }).click();
  await expect(page.getByRole('button', { name: 'Draw a line from Night spring' })).toHaveCount(0);
});

test('what would happen stands there before it does: the fullest tank first', async () => {
  const spring = page.locator('[data-what-if="Night spring"]');
  await expect(spring).toContainText('NH2');
  await expect(spring).toContainText(/\d+ min/);
  await spring.getByRole('button').click();
  await expect(page.locator('[data-work="Night head"]')).not.toHaveAttribute('data-off');
  await expect(page.locator('[data-room="Night hall"]')).toBeVisible();
  await expect(dies().first()).toHaveAttribute('data-dies', 'NH2');
  await expect(dies()).toHaveCount(2);
  await page.getByRole('button', { name: 'close', exact: true }).click();
});

test('the circuit trips: who heard it says so, the desk says what to do and until when', async () => {
  await page.locator('[data-work="Night blower"]').click();
  await page.getByRole('button', { name: 'It stopped' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('radio', { name: 'its sound is gone' }).click();
  await form.getByLabel('In a line').fill('no bubbling in the hall');
  await form.getByRole('button', { name: 'Record' }).click();
  await expect(form).toBeHidden();
  const status = page.getByRole('status').filter({ hasText: 'Night blower' });
  await expect(status).toContainText(/Night blower its sound is gone since \d\d:\d\d/);
  await expect(page.getByRole('region', { name: 'What to do, Night blower' })).toContainText('start the spare blower');
  await expect(page.getByRole('region', { name: 'What to do, Night blower' })).toContainText('under the stairs');
  await expect(page.locator('[data-work="Night blower"]')).toHaveAttribute('data-off', 'true');
  // The water still runs: what it brings is weighed against what they use.
  await expect(page.getByRole('region', { name: 'Which dies first' })).toContainText('no air');
  await accessible(page);
});

test('the spring fails, too: the clock runs from the first, and the list is by what is left', async () => {
  const spring = (await work.send<{ id: number }>('work.save', { name: 'Night spare pump', kind: 'pump' })).id;
  expect(spring).toBeGreaterThan(0);
  await page.reload();
  await page.locator('[data-work="Night spring"]').click();
  await page.getByRole('button', { name: 'It stopped' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('radio', { name: 'blocked' }).click();
  await form.getByRole('button', { name: 'Record' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('status').filter({ hasText: 'Night spring' })).toContainText(
    /NH2 dies first, in \d+ min, at \d\d:\d\d/,
  );
  await expect(dies().first()).toHaveAttribute('data-dies', 'NH2');
});

test('both run again: how long they stood is told, and all of it is in the records', async () => {
  for (const name of ['Night spring', 'Night blower']) {
    await page.locator(`[data-work="${name}"]`).click();
    await page.getByRole('button', { name: 'It runs again' }).click();
    const form = page.getByRole('dialog');
    await form.getByRole('button', { name: 'Record' }).click();
    await expect(form).toBeHidden();
  }
  await expect(page.getByText('All works run.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Noticed lately' }).getByRole('listitem')).toHaveCount(4);
  await page.goto(url('/records?tab=ledger'));
  await expect(page.getByText(/Night blower its sound is gone: no bubbling in the hall/).first()).toBeVisible();
});

test('capacity: each tank by its limits, the fullest first; what is asked of the spring', async () => {
  await page.goto(url('/water/capacity'));
  const tanks = page.getByRole('region', { name: 'Tanks' }).getByRole('row');
  await expect(tanks.nth(1)).toContainText('NH2');
  await expect(tanks.nth(1)).toContainText(/\d+ %/);
  await expect(tanks.nth(1)).toContainText(/\d+ min/);
  await expect(page.locator('[data-source="Night spring"]')).toContainText('say what it gives');
  await accessible(page);
});

test('outlets: a lowered tank stands open until it is shut, a screen too wide is asked about, a sample beyond its permit stands out', async () => {
  await page.goto(url('/rearing?unit=NH1'));
  await page.keyboard.press('/');
  await page.keyboard.type('drain NH1 lowered');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await page.goto(url('/water/outlets'));
  await expect(page.locator('[data-drain="NH1"]')).toContainText('fish in it');
  await accessible(page);
  const dialog = page.getByRole('dialog');
  await page.locator('[data-screen="NH1"]').getByRole('button', { name: 'Set' }).click();
  await dialog.getByLabel('Opening, mm').fill('20');
  await dialog.getByRole('button', { name: 'Record' }).click();
  await expect(dialog.getByText(/lets them through/)).toBeVisible();
  await dialog.getByLabel('Opening, mm').fill('6');
  await dialog.getByRole('button', { name: 'Record' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.locator('[data-screen="NH1"]')).toContainText('keeps them');
  await page.locator('[data-drain="NH1"]').getByRole('button', { name: 'Change' }).click();
  await dialog.getByText('shut, refilled').click();
  await dialog.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('status').first()).toContainText('All drains are shut');
  await page.getByRole('region', { name: 'Outflow' }).getByRole('button', { name: 'Record' }).click();
  await dialog.getByLabel('Where').fill('settling pond');
  await choose(dialog.getByLabel('Of', { exact: true }).first(), { label: 'suspended solids, mg/L' });
  await dialog.getByLabel('Figure').first().fill('31');
  await dialog.getByLabel('At most').first().fill('20');
  await dialog.getByRole('button', { name: 'Record' }).click();
  await expect(page.locator('[data-outflow="solids"]')).toContainText('31 mg/L');
});

test('on a phone, and in the dim room, it holds', async ({ browser }) => {
  await page.goto(url('/water'));
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'dim';
  });
  await accessible(page);
  await holdsOnAPhone(browser, context, ['/water', '/water/capacity']);
});
