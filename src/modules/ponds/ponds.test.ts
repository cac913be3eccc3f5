import { counted, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { pondDay } from './views/pondDay';
import { drawnPonds } from './views/pondMap';
import { pondRuns } from './views/ponds';
import { pondsDue } from './views/pondsDue';

let h: TestHatchery;
let pond: number;
beforeEach(async () => {
  h = await testHatchery();
  const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
  await h.send('unit.addMany', { room, kind: 'pond', prefix: 'P', from: 1, count: 2 });
  pond = (await h.db('unit').where({ name: 'P1' }).first('id'))!.id;
});
const begin = (more: object = {}) =>
  h.send<{ id: number }>('pond.open', { unit: pond, begunAt: h.clock.now, areaM2: 5000, ...more });
const note = (run: number, what: string, more: object = {}) =>
  h.send<{ says: string }>('pond.note', { run, what, ...more });
const view = async (id: number) => (await pondRuns(h.db, h.manager.siteId, h.clock.now)).find((r) => r.id === id)!;
const moveIn = () =>
  h.send('move.record', {
    sources: [{ unit: h.units.R1!, amount: { kind: 'measured', measured: counted(1000) } }],
    to: pond,
    tempered: 'tempered',
  });

test('a run from draining to its sheet: steps, inputs, stocked, fed, weighed, harvested, closed', async () => {
  await standIn(h, 'fingerling', 4000);
  const { id } = await begin({
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    fertiliser: 'compost',
    fertiliserKgPerHa: 2000,
  });
  expect((await view(id)).next).toMatchObject({ id: 'drain' });
  for (const step of ['drain', 'dry', 'repair']) await note(id, step);
  await note(id, 'lime', { kg: 850 });
  await note(id, 'flush');
  await note(id, 'fertilise', { kg: 1000 });
  await note(id, 'fill');
  expect((await note(id, 'food', { discCm: 70 })).says).toContain('fertilise again');
  await note(id, 'bloom');
  h.clock.now += 40 * DAY;
  await moveIn();
  expect(await view(id)).toMatchObject({
    next: null,
    books: { stocked: 1000, stands: 1000, standsSd: 0, out: 0 },
    inputs: [
      { what: 'agricultural lime', kg: 850 },
      { what: 'compost', kg: 1000 },
    ],
  });
  h.clock.now += HOUR;
  const stage = (await h.db('holding').where({ unit_id: pond }).where('number', '>', 0).first('stage'))!.stage;
  const at = { unit: pond, stage };
  await h.send('weigh.record', { ...at, batches: [{ massG: 500, count: 100 }] });
  await h.send('dead.record', { ...at, number: 100 });
  expect((await refusal(h.send('pond.close', { run: id }))).code).toBe('stands');
  h.clock.now += 60 * DAY;
  await h.send('weigh.record', { ...at, batches: [{ massG: 4000, count: 100 }] });
  await h.send('move.record', {
    sources: [{ unit: pond, amount: { kind: 'all' } }],
    to: h.units.R5!,
    tempered: 'tempered',
  });
  await h.send('pond.close', { run: id, said: 'wet spring' });
  const r = await view(id);
  expect(r.books).toMatchObject({ stocked: 1000, out: 900, dead: 100, stands: 0 });
  expect(r.sheet).toMatchObject({ survival: 0.9, missing: 0 });
  expect(r.sheet.gainKg).toBeCloseTo((900 * 40 - 1000 * 5) / 1000, 3);
  // Taken back, it is open again.
  const entry = await h.db('entry').where({ kind: 'pondClose' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'not yet' });
  expect((await view(id)).closedAt).toBeNull();
});

test('nothing goes into a pond that was poisoned before its days are over; nothing that kills goes over fish', async () => {
  await standIn(h, 'fingerling', 4000);
  const poison = { poison: 'tea seed cake', poisonMgPerL: 15, withholdDays: 12 };
  const { id } = await begin(poison);
  await note(id, 'poison', { kg: 15 });
  h.clock.now += 5 * DAY;
  expect((await refusal(moveIn())).code).toBe('withheld');
  h.clock.now += 8 * DAY;
  await moveIn();
  expect((await refusal(note(id, 'poison'))).code).toBe('stands');
  await h.send('pond.open', {
    unit: (await h.db('unit').where({ name: 'P2' }).first('id'))!.id,
    begunAt: h.clock.now,
    areaM2: 100,
  });
});

test('rain shifts what needs dry weather; amounts a digit too large, wrong ponds, second runs are refused', async () => {
  const { id } = await begin({ soilPH: 5.7, soil: 'loam', lime: 'carbonate' });
  const before = (await view(id)).ready;
  await begin({
    run: id,
    soilPH: 5.7,
    soil: 'loam',
    lime: 'carbonate',
    rain: [h.clock.now + 4 * DAY, h.clock.now + 5 * DAY],
  });
  expect(Math.round(((await view(id)).ready - before) / DAY)).toBe(2);
  expect((await refusal(note(id, 'lime', { kg: 8950 }))).code).toBe('tooMuch');
  expect((await refusal(note(id, 'food'))).path).toBe('discCm');
  // The jar alone says something, too.
  await note(id, 'food', { score: 'few' });
  expect((await view(id)).notes.at(-1)).toMatchObject({ what: 'food', discCm: null, score: 'few' });
  expect((await refusal(note(id, 'poison'))).code).toBe('noPoison');
  expect((await refusal(begin())).code).toBe('openAlready');
  expect((await refusal(begin({ unit: h.units.R2! }))).code).toBe('noPond');
  expect((await refusal(begin({ run: id, lime: 'quick' }))).path).toBe('soilPH');
  expect((await refusal(begin({ run: id, poison: 'x' }))).path).toBe('poisonMgPerL');
  expect((await refusal(begin({ run: 999 }))).code).toBe('noRun');
  expect((await refusal(begin({ run: id, begunAt: h.clock.now + 900 * DAY }))).path).toBe('begunAt');
});

test('a run is planned further piece by piece; changing its preparation keeps that; slips are told at their field', async () => {
  const { id } = await begin();
  const extend = (more: object) => h.send('pond.extend', { run: id, ...more });
  await extend({ partners: [{ name: 'tench', number: 4000, lengthMm: 40, feeds: 'bottom' }] });
  await extend({ harvestAt: h.clock.now + 90 * DAY, tidal: true });
  await h.send('pond.open', { run: id, unit: pond, begunAt: h.clock.now, areaM2: 6000 });
  expect(await view(id)).toMatchObject({
    plan: { areaM2: 6000 },
    more: { partners: [{ name: 'tench' }], tidal: true, harvest: 'total', sampleDays: 14 },
  });
  await extend({ harvestAt: null });
  expect((await view(id)).more.harvestAt).toBeNull();
  const two = { name: 'Tench', number: 1, lengthMm: 9 };
  expect((await refusal(extend({ partners: [two, { ...two, name: 'tench' }] }))).path).toBe('partners.1.name');
  expect((await refusal(extend({ harvestAt: h.clock.now - 900 * DAY }))).path).toBe('harvestAt');
  const backwards = [
    { atM: 10, cm: 50 },
    { atM: 5, cm: 60 },
  ];
  expect((await refusal(extend({ profile: backwards }))).path).toBe('profile.1.atM');
  await note(id, 'drain');
  await h.send('pond.close', { run: id });
  expect((await refusal(extend({ tidal: false }))).code).toBe('closed');
});

test('a pond on its day: next sample, water exchanged and fertilised again, the night by two readings', async () => {
  await standIn(h, 'fingerling', 4000);
  const { id } = await begin({ fertiliser: 'compost', fertiliserKgPerHa: 2000 });
  await note(id, 'fertilise', { kg: 1000 });
  h.clock.now += 5 * DAY;
  await moveIn();
  await h.send('weigh.record', { unit: pond, batches: [{ massG: 1000, count: 100 }] });
  const day = async () => pondDay(h.db, h.manager.siteId, await view(id), h.clock.now);
  const weighedAt = h.clock.now;
  expect(await day()).toMatchObject({ placed: false, night: null, again: null, harvest: null });
  expect((await day()).sample).toEqual({ last: weighedAt, due: weighedAt + 14 * DAY });
  h.clock.now += DAY;
  await note(id, 'exchange');
  await note(id, 'exchange');
  // Three tenths went out twice: 1 − 0.7² of a thousand.
  expect((await day()).again).toMatchObject({ what: 'compost', kg: expect.closeTo(510, 6) });
  await note(id, 'fertilise', { kg: 510 });
  expect((await day()).again).toBeNull();
  await h.send('waters.save', {
    lon: 0,
    lat: 48,
    text: JSON.stringify({
      type: 'FeatureCollection',
      features: [{ type: 'Feature', properties: { name: 'weir' }, geometry: { type: 'Point', coordinates: [0, 48] } }],
    }),
  });
  const { dusk } = (await day()).night!;
  const oxygen = async (hours: number, value: number) => {
    h.clock.now = dusk + DAY + hours * HOUR;
    await h.send('water.read', { unit: pond, readings: [{ kind: 'oxygen', value }] });
  };
  await oxygen(0.2, 8);
  expect((await day()).night).toMatchObject({ readings: [{ value: 8 }], ahead: null });
  await oxygen(2.2, 6.8);
  const night = (await day()).night!;
  expect(night.ahead!.perHour).toBeCloseTo(-0.6, 1);
  expect(night.ahead!.mgPerL).toBeLessThan(5);
  await h.send('pond.extend', { run: id, harvestAt: h.clock.now + 9 * DAY });
  expect((await day()).harvest).toMatchObject({ number: 1000, massKg: 10 });
});

test('what a pond wants today: the step that is next, the sample, the harvest step by step as they are ticked', async () => {
  const due = async () =>
    (await pondsDue(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now)).map((d) =>
      d.what === 'step' ? d.step : d.what === 'harvest' ? d.says : d.what,
    );
  expect(await due()).toEqual([]);
  await standIn(h, 'fingerling', 4000);
  const { id } = await begin();
  expect(await due()).toEqual(['drain']);
  await note(id, 'drain');
  // The next one begins on a day to come.
  expect(await due()).toEqual([]);
  h.clock.now += 3 * DAY;
  expect(await due()).toEqual(['dry']);
  // Stocked, nobody asks for its preparation any more, but for a sample once its days are over.
  await moveIn();
  await h.send('weigh.record', { unit: pond, batches: [{ massG: 1000, count: 100 }] });
  expect(await due()).toEqual([]);
  h.clock.now += 15 * DAY;
  expect(await due()).toEqual(['sample']);
  await h.send('weigh.record', { unit: pond, batches: [{ massG: 2000, count: 100 }] });
  expect((await refusal(note(id, 'harvest-fast'))).code).toBe('noHarvest');
  await h.send('pond.extend', { run: id, harvestAt: h.clock.now + 2 * DAY });
  expect(await due()).toEqual(['last feed']);
  h.clock.now += DAY;
  expect(await due()).toEqual(['last feed', expect.stringMatching(/^nets, baskets/), expect.stringMatching(/^papers/)]);
  await note(id, 'harvest-fast');
  await note(id, 'harvest-papers');
  expect((await refusal(note(id, 'harvest-fast'))).code).toBe('done');
  expect(await due()).toEqual([expect.stringMatching(/^nets, baskets/)]);
  // Taken back it is to be done again.
  const entry = await h.db('entry').where({ kind: 'pondNote' }).orderBy('seq', 'desc').first<{ id: string }>('id');
  await h.send('entry.correct', { entryId: entry.id, reason: 'another pond' });
  expect(await due()).toHaveLength(2);
  // Long past, nobody harvests any more.
  h.clock.now += 4 * DAY;
  expect(await due()).toEqual([]);
});

test('a tide table of a year is kept; one that is none says why, and nothing of it is kept', async () => {
  const lines = Array.from(
    { length: 60 },
    (_, i) =>
      `2031-05-${String(1 + Math.floor(i / 4)).padStart(2, '0')} ${String(6 * (i % 4)).padStart(2, '0')}:10;${i % 2 ? 0.4 : 3.2}`,
  );
  expect(await h.send('tides.save', { text: lines.join('\n') })).toMatchObject({ lines: 60 });
  expect((await refusal(h.send('tides.save', { text: '2031-05-01 04:12;x' }))).path).toBe('text');
  expect(JSON.parse((await h.db('tide_table').first('lines'))!.lines)).toHaveLength(60);
});

test('two species in one pond: asked, with who fits whose mouth; each keeps its own number; one species stays one lot', async () => {
  await standIn(h, 'fingerling', 4000);
  await h.send('weigh.record', { unit: h.units.R1!, batches: [{ massG: 100, count: 100 }] });
  const { id } = await begin();
  await moveIn();
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'tench',
    stage: 'fingerling',
    unit: h.units.R2!,
    measured: counted(300),
    origin: 'Aldern pond keepers',
  });
  await h.send('weigh.record', {
    unit: h.units.R2!,
    batches: [{ massG: 1000, count: 10 }],
    sure: 'yes',
  });
  const tench = { sources: [{ unit: h.units.R2!, amount: { kind: 'all' } }], to: pond, tempered: 'tempered' };
  const asks = (await refusal(h.send('move.record', tench))).asks;
  expect(asks.map((a) => a.id)).toEqual(['beside']);
  expect(asks[0]!.message).toMatch(/in P1 already\. By size: .* fits the mouth of Tench/);
  await h.send('move.record', { ...tench, beside: 'meant' });
  const v = await view(id);
  expect(v.books).toMatchObject({ stocked: 1300, stands: 1300 });
  expect(v.kinds.map((k) => [k.name, k.books.stocked, k.books.stands])).toEqual(
    expect.arrayContaining([['Tench', 300, 300]]),
  );
  expect(v.kinds).toHaveLength(2);
  // A fish each day: of one species, by its lot.
  const held = await h.db('holding').where({ unit_id: pond }).where('number', '>', 0).select('lot_id', 'stage');
  await h.send('dead.record', { unit: pond, lotId: held[0]!.lot_id, stage: held[0]!.stage, number: 5, cause: '' });
  expect((await view(id)).books.stands).toBe(1295);
  // The same species again becomes one lot with those that stand there.
  expect((await refusal(moveIn())).asks.map((a) => a.id)).toEqual(expect.arrayContaining(['beside']));
});

test('a tank still holds one lot: another species is not put beside it', async () => {
  await standIn(h, 'fingerling', 4000);
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'tench',
    stage: 'fingerling',
    unit: h.units.R2!,
    measured: counted(300),
  });
  const move = {
    sources: [{ unit: h.units.R2!, amount: { kind: 'all' } }],
    to: h.units.R1!,
    tempered: 'tempered',
    mix: 'yes',
  };
  expect((await refusal(h.send('move.record', move))).code).toBe('speciesMix');
});

test('a pond on the map: it is placed by its name, and an area typed with a digit too many is asked about', async () => {
  const ring = (side: number) =>
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
      [0, 0],
    ].map(([x, y]) => [0.01 + x! / 111_195, 0.01 + y! / 111_195]);
  const names = { properties: { name: 'p1' } };
  const saved = await h.send<{ ponds: string[] }>('waters.save', {
    lon: 0,
    lat: 0,
    text: JSON.stringify({
      type: 'FeatureCollection',
      features: [{ type: 'Feature', ...names, geometry: { type: 'Polygon', coordinates: [ring(25)] } }],
    }),
  });
  expect(saved.ponds).toEqual(['P1']);
  expect((await drawnPonds(h.db, h.manager.siteId, ['P1', 'P2']))!.ponds).toMatchObject([
    { name: 'P1', areaM2: expect.closeTo(625, -1) },
  ]);
  expect(await drawnPonds(h.db, h.manager.siteId, ['P2'])).toBeNull();
  const { asks } = (await h.send('pond.open', { unit: pond, begunAt: h.clock.now, areaM2: 6250 }).catch((e) => e)) as {
    asks: { id: string; path: string }[];
  };
  expect(asks).toMatchObject([{ id: 'otherArea', path: 'areaM2' }]);
  expect(await h.db('pond_run')).toEqual([]);
  await h.send('pond.open', { unit: pond, begunAt: h.clock.now, areaM2: 6250, otherArea: 'measured' });
  expect(await h.db('pond_run')).toHaveLength(1);
});

test('a harvest by size and sex: two sexes or none, each once; classes stand with the plan', async () => {
  await standIn(h, 'fingerling', 4000);
  const { id } = await begin();
  await moveIn();
  await h.send('weigh.record', { unit: pond, batches: [{ massG: 1000, count: 100 }] });
  const extend = (more: object) => h.send('pond.extend', { run: id, harvestAt: h.clock.now + 2 * DAY, ...more });
  const females = { sex: 'female', number: 30, massG: 300 };
  const males = { sex: 'male', number: 20, massG: 260 };
  expect(await refusal(extend({ bySex: [females] }))).toMatchObject({ code: 'oneSex', path: 'bySex.0.number' });
  expect(await refusal(extend({ bySex: [females, females] }))).toMatchObject({ code: 'twice', path: 'bySex.1.sex' });
  expect(await refusal(extend({ classes: [{ fromG: 0 }] }))).toMatchObject({ path: 'classes.0.fromG' });
  await extend({ classes: [{ fromG: 12 }], bySex: [females, males] });
  const classes = async () => (await pondDay(h.db, h.manager.siteId, await view(id), h.clock.now)).harvest!.classes;
  expect((await classes()).map((c) => [c.fromG, c.toG])).toEqual([
    [null, 12],
    [12, null],
  ]);
  expect((await classes()).reduce((s, c) => s + c.female!.number, 0)).toBeCloseTo(600, 6);
  // What is not said stays as it was.
  await h.send('pond.extend', { run: id, harvest: 'selective', leastG: 10 });
  expect((await classes()).map((c) => [c.fromG, c.toG])).toEqual([
    [10, 12],
    [12, null],
  ]);
  await extend({ classes: [], bySex: [] });
  expect(await classes()).toEqual([]);
});
