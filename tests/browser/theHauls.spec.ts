import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { type AtWork, accessible, atWork, choose, holdsOnAPhone, url } from './hands';

/** Two lots from the plan to the paper, a lot of feed followed to where its fish went, a pond from draining to its sheet. */
test.describe.configure({ mode: 'serial' });

let work: AtWork;
let context: BrowserContext;
let page: Page;
let units: Record<string, number>;

const stand = async (unit: string, number: number, grams: number, species = 'tench') => {
  await work.send('stock.bring', {
    account: 'arrived',
    species,
    stage: 'fingerling',
    unit: units[unit],
    at: Date.now() - 5 * 86_400_000,
    measured: { method: 'counted', number },
    origin: 'Aldern pond keepers',
  });
  await work.send('weigh.record', {
    unit: units[unit],
    batches: [{ massG: 100 * grams, count: 100 }],
    answers: { sure: 'yes' },
  });
};

test.beforeAll(async ({ browser }) => {
  work = await atWork(browser);
  ({ context, page } = work);
  const { send } = work;
  const hall = (await send<{ id: number }>('room.save', { name: 'Haul hall', kind: 'rearing' })).id;
  await send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'HL',
    from: 1,
    count: 4,
    volumeL: 4000,
    flowLPerMin: 90,
  });
  await send('unit.addMany', { room: hall, kind: 'pond', prefix: 'HP', from: 1, count: 1, volumeL: 500_000 });
  const { id: probe } = await send<{ id: number }>('sensor.save', { name: 'haulhall', room: hall });
  await send('reading.record', { sensor: probe, value: 17 });
  units = await work.units();
  await stand('HL1', 1000, 8);
  await stand('HL2', 1200, 9);
  await send('releaseSite.save', { name: 'Haul lake', target: 1500, eastKm: 12, northKm: 4, permit: 'no. 7' });
  await send('releaseSite.save', { name: 'Haul brook', target: 700, eastKm: -3, northKm: 9, leastG: 8.5 });
});
test.afterAll(async () => {
  expect(work.problems).toEqual([]);
  await context.close();
});

const dialog = () => page.getByRole('dialog');

test('the plan says what is wanted and what stands; a proposal meets the targets by windows, and loads a truck', async () => {
  await page.goto(url('/moves/plan'));
  await expect(page.getByRole('heading', { name: 'Release plan' })).toBeVisible();
  await expect(page.locator('tr[data-site="Haul brook"]')).toContainText('from 8.5');
  await accessible(page);
  await page.getByRole('button', { name: 'Propose' }).click();
  // Those of eight grams are too small for the brook.
  await expect(page.locator('[data-shipment="HL2 Haul brook"]')).toContainText('700', { timeout: 20_000 });
  await expect(page.locator('[data-shipment$="Haul lake"]').first()).toBeVisible();
  await page.getByRole('button', { name: 'Load a truck with these' }).click();
  await dialog().getByLabel('Truck').fill('Haul truck');
  await dialog().getByLabel('Leaves', { exact: true }).fill('today');
  await dialog().getByLabel('Leaves, time').fill('23:50');
  const water = dialog()
    .getByRole('group', { name: 'Carrier 1' })
    .getByLabel(/^Water/);
  await water.fill('20');
  // Twenty litres carry nothing of the kind: it is said while it is typed, and refused.
  await expect(dialog().getByText(/kg of/).first()).toBeVisible();
  await dialog().getByRole('button', { name: 'Plan it' }).click();
  await expect(dialog().getByText(/A digit too many/)).toBeVisible();
  await water.fill('2000');
  await dialog().getByRole('button', { name: 'Plan it' }).click();
  await page.waitForURL(/moves\/hauls\/\d+$/);
  await expect(page.getByRole('heading', { name: 'Haul truck' })).toBeVisible();
  await expect(page.getByRole('status').first()).toContainText('23:50');
  await expect(page.locator('[data-tank]').first()).toContainText('%');
  await accessible(page);
});

test('it is loaded by the bucket: what is in it stands beside what was planned', async () => {
  const row = page.locator('[data-load="HL1"]').first();
  await row.getByRole('button', { name: 'Load' }).click();
  await dialog().getByLabel('mass 1').fill('850');
  await dialog().getByLabel('count 1').fill('100');
  await dialog()
    .getByLabel(/^Buckets/)
    .fill('3.4');
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(row).toContainText('400');
  await expect(page.getByRole('region', { name: 'On the way' })).toContainText('1 bucket');
  const labels = await page.request.get(url((await page.getByRole('link', { name: 'Labels' }).getAttribute('href'))!));
  expect([labels.status(), labels.headers()['content-type']]).toEqual([200, 'application/pdf']);
});

test('it leaves when all was looked at; a reading that falls says by when', async () => {
  await page.getByRole('button', { name: 'It leaves' }).click();
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(dialog().getByText(/Not looked at/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Tick', exact: true }).click();
  for (const tick of await dialog().getByRole('checkbox').all()) await tick.click();
  await dialog().getByRole('button', { name: 'Looked at' }).click();
  await expect(dialog()).toBeHidden();
  await page.getByRole('button', { name: 'It leaves' }).click();
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('status').first()).toContainText('under way');
  await page.getByRole('button', { name: 'Read a tank' }).click();
  await dialog().getByLabel('Oxygen, mg/L').fill('5.1');
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(page.locator('[data-tank]').first()).toContainText(/more oxygen/);
});

test('at the water two lots are let go, each with its paper', async () => {
  for (const unit of ['HL1', 'HL2']) {
    // What was weighed when it was loaded stands in the form already.
    if (unit === 'HL2') await page.reload();
    await page.locator(`[data-load="${unit}"]`).first().getByRole('button', { name: 'Let go' }).click();
    if (unit === 'HL1') await expect(dialog().getByLabel('count 1')).toHaveValue('100');
    await dialog().getByLabel('mass 1').fill('850');
    await dialog().getByLabel('count 1').fill('100');
    await dialog()
      .getByLabel(/^Buckets/)
      .fill('3.4');
    await dialog().getByLabel('Marked').fill('adipose clip');
    await dialog().getByRole('button', { name: 'Record release' }).click();
    await expect(dialog()).toBeHidden();
    await expect(page.locator(`[data-load="${unit}"]`).first()).toContainText('400');
  }
  await page.getByRole('button', { name: 'issue' }).first().click();
  await expect(page.getByRole('link', { name: 'paper' })).toBeVisible();
  const paper = await page.request.get(url((await page.getByRole('link', { name: 'paper' }).getAttribute('href'))!));
  expect([paper.status(), paper.headers()['content-type']]).toEqual([200, 'application/pdf']);
  const list = await page.request.get(
    url((await page.getByRole('link', { name: /Packing list/ }).getAttribute('href'))!),
  );
  expect(list.status()).toBe(200);
  await page.getByRole('button', { name: 'It has arrived' }).click();
  await dialog().getByRole('button', { name: 'Record' }).click();
  await page.getByRole('button', { name: 'Delivered' }).click();
  await dialog().getByLabel('Taken over by').fill('Mira Tand');
  const glass = (await dialog().locator('canvas').boundingBox())!;
  await page.mouse.move(glass.x + 30, glass.y + 60);
  await page.mouse.down();
  await page.mouse.move(glass.x + 120, glass.y + 30, { steps: 6 });
  await page.mouse.move(glass.x + 180, glass.y + 70, { steps: 6 });
  await page.mouse.up();
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('status').first()).toContainText('delivered');
  await expect(page.getByText('Mira Tand')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Signature of Mira Tand' })).toBeVisible();
});

test('the day at the water tells what was let go; what came back of the clipped is a share with its ends', async () => {
  await page.goto(url('/moves/day'));
  await expect(page.getByRole('heading', { name: /At the water/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Haul lake' })).toContainText('400');
  await accessible(page);
  await page.goto(url('/moves/returns'));
  await expect(page.locator('tr[data-mark="adipose clip"]').first()).toContainText('%');
  await accessible(page);
  await page.getByRole('button', { name: 'Record returns' }).click();
  await choose(dialog().getByLabel('At', { exact: true }), { label: 'Haul lake' });
  await dialog().getByLabel('Looked at').fill('30');
  await dialog().getByLabel('Mark', { exact: true }).first().fill('adipose clip');
  await dialog().getByLabel('Number').first().fill('40');
  await dialog().getByRole('button', { name: 'Record' }).click();
  // More with a mark than were looked at.
  await expect(dialog().getByText(/bore a mark/)).toBeVisible();
  await dialog().getByLabel('Number').first().fill('4');
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('region', { name: 'Looks' })).toContainText('4 with a mark');
});

test('a lot is traced to the water it went to, and from there back to the tank; as a file, too', async () => {
  await page.goto(url('/trace'));
  await expect(page.getByText(/Choose a lot of feed/)).toBeVisible();
  await choose(page.getByLabel('Of what'), { label: 'tank: HL1' });
  await expect(page.locator('[data-out="released"]').first()).toContainText(/Haul/);
  await expect(page.locator('tr[data-stands="HL1"]')).toContainText('600');
  await accessible(page);
  const file = await page.request.get(url((await page.getByRole('link', { name: 'CSV' }).getAttribute('href'))!));
  expect(await file.text()).toMatch(/went out;?,?.*released/);
  await page.locator('[data-out="released"] .num a').first().click();
  await expect(page.getByRole('region', { name: 'What it met' })).toContainText('HL1');
  await page.goto(url('/trace?of=lot:999999'));
  await expect(page.getByText('There is no such thing here.')).toBeVisible();
});

test('where to: tanks as they will be, and what if a part were moved', async () => {
  await page.goto(url('/moves/where'));
  await expect(page.locator('tr[data-unit="HL1"]')).toBeVisible();
  await accessible(page);
  const whatIf = page.getByRole('region', { name: 'What if' });
  await choose(whatIf.getByLabel('From'), { label: 'HL1' });
  await whatIf.getByLabel('How many').fill('300');
  await choose(whatIf.getByLabel('To'), { label: 'HL3, free' });
  await expect(whatIf.getByTestId('what-if')).toContainText('%');
  // Pulled by the hand: so many as leave the rest what it bears.
  const [handle, free] = [page.getByRole('button', { name: 'Move from HL2' }), page.locator('[data-free="HL4"]')];
  await handle.scrollIntoViewIfNeeded();
  const [a, b] = [(await handle.boundingBox())!, (await free.boundingBox())!];
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + 30, a.y + 30, { steps: 4 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(whatIf.getByTestId('what-if')).toContainText('HL4');
  await whatIf.getByRole('button', { name: 'Put this in force' }).click();
  await expect(page.getByText('It stands among the jobs.')).toBeVisible();
  await choose(whatIf.getByLabel('From'), { label: 'HL1' });
  await whatIf.getByLabel('How many').fill('3000');
  await expect(whatIf.getByText(/Only 600 stand in HL1/)).toBeVisible();
});

test('a pond from draining to its sheet: lime by its mud, poison withheld, stocked, harvested, closed', async () => {
  await page.goto(url('/ponds'));
  await page.getByRole('button', { name: 'Begin a run' }).click();
  await choose(dialog().getByLabel('Pond'), { label: 'HP1' });
  await dialog().getByLabel('Area, m²').fill('2000');
  await dialog().getByLabel('pH of the mud').fill('5.7');
  await choose(dialog().getByLabel('Soil'), 'loam');
  await choose(dialog().getByLabel('Lime'), 'carbonate');
  await dialog().getByLabel('Against unwanted fish').fill('tea seed cake');
  await dialog().getByRole('button', { name: 'Begin' }).click();
  await expect(dialog().getByText(/needed: what the label says/)).toBeVisible();
  await dialog().getByLabel('mg/L, by its label').fill('15');
  await dialog().getByLabel('Nothing goes in for days').fill('10');
  await dialog().getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/ponds\/\d+$/);
  // 0.179 kg a square metre of loam at pH 5.7.
  await expect(page.locator('[data-step="lime"]')).toContainText('358 kg');
  await accessible(page);
  for (const step of ['drain', 'dry', 'repair']) {
    await page.locator(`[data-step="${step}"]`).getByRole('button', { name: 'Done' }).click();
    await dialog().getByRole('button', { name: 'It is done' }).click();
    await expect(page.locator(`[data-step="${step}"]`)).toContainText('done');
  }
  await page.locator('[data-step="lime"]').getByRole('button', { name: 'Done' }).click();
  await dialog().getByLabel('Given, kg').fill('3580');
  await dialog().getByRole('button', { name: 'It is done' }).click();
  await expect(dialog().getByText(/A digit too many/)).toBeVisible();
  await dialog().getByLabel('Given, kg').fill('350');
  await dialog().getByRole('button', { name: 'It is done' }).click();
  await page.locator('[data-step="poison"]').getByRole('button', { name: 'Done' }).click();
  await dialog().getByRole('button', { name: 'It is done' }).click();
  await expect(page.getByRole('status').first()).toContainText('nothing goes in before');
  const move = { sources: [{ unit: units.HL1, amount: { kind: 'all' } }], to: units.HP1 };
  await expect(work.send('move.record', move)).rejects.toThrow(/nothing goes in before/);
  // It was given eleven days ago, and typed today: taken back and said anew.
  const run = Number(page.url().match(/\d+$/)![0]);
  await work.send('pond.open', {
    run,
    unit: units.HP1,
    begunAt: Date.now() - 30 * 86_400_000,
    areaM2: 2000,
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    poison: 'tea seed cake',
    poisonMgPerL: 15,
    withholdDays: 0,
  });
  await work.send('move.record', move);
  await page.reload();
  await expect(page.getByRole('status').first()).toContainText(/600.* stand in it/);
  await page.getByRole('region', { name: 'Partners' }).getByRole('button', { name: 'Plan it' }).click();
  await dialog().getByLabel('Kind').first().fill('tench');
  await dialog().getByLabel('Number').first().fill('600');
  await dialog()
    .getByLabel(/^Length/)
    .first()
    .fill('9 cm');
  await dialog().getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('region', { name: 'Partners' })).toContainText('600 of 9.0 cm');
  await page.getByRole('button', { name: 'Disc and jar' }).click();
  await dialog().getByLabel('The disc vanishes at, cm').fill('32');
  await dialog().getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('region', { name: 'Natural food' })).toContainText('natural food enough');
  await page.getByRole('button', { name: 'Close the run' }).click();
  await dialog().getByRole('button', { name: 'Close it' }).click();
  await expect(dialog().getByText(/still stands in HP1/)).toBeVisible();
  await page.keyboard.press('Escape');
  await work.send('move.record', { sources: [{ unit: units.HP1, amount: { kind: 'all' } }], to: units.HL4 });
  await page.getByRole('button', { name: 'Close the run' }).click();
  await dialog().getByLabel('What differed from other runs').fill('short');
  await dialog().getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByRole('region', { name: 'Run sheet' })).toContainText('100 %');
});

test('the new pages hold on a phone', async ({ browser }) => {
  await holdsOnAPhone(browser, context, [
    '/moves/where',
    '/moves/plan',
    '/moves/hauls',
    '/moves/day',
    '/moves/returns',
    '/water/outlets',
    '/health/store',
    '/ponds',
    '/trace',
    '/water',
    '/health',
  ]);
});

test('a haul and a pond that are not there say so within the frame', async () => {
  for (const path of ['/moves/hauls/999', '/ponds/999']) {
    expect((await page.goto(url(path)))!.status()).toBe(404);
    await expect(page.getByRole('heading', { name: 'There is no such page.' })).toBeVisible();
    await expect(page.getByRole('main')).toHaveCount(1);
    await expect(page.getByRole('navigation', { name: 'Desks' })).toBeVisible();
  }
});
