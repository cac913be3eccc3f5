import { livingStock } from '@/server/stock/livingStock';
import { workJobs } from '@/store/predictions';
import { counted, saltBath, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { caseView } from './views/case';

let h: TestHatchery;
let at: { unit: number; stage: string };
beforeEach(async () => {
  h = await testHatchery();
  at = await standIn(h, 'fry', 4000);
});
const open = (more: object = {}) =>
  h.send<{ id: number; units: string[] }>('case.open', { units: [at.unit], signs: ['gills', 'gasping'], ...more });
const view = (id: number) => caseView(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, id, h.clock.now);

test('a gill case from what was seen to what it was: said, sent, come back, treated, closed', async () => {
  const { id } = await open();
  h.clock.now += HOUR;
  await h.send('case.say', {
    case: id,
    what: 'sample',
    sample: 'K 1',
    organs: 'gills',
    animals: 10,
    handedTo: 'courier',
  });
  await h.send('treatment.give', {
    ...at,
    caseId: id,
    ...saltBath,
  });
  h.clock.now += DAY;
  await h.send('case.say', { case: id, what: 'result', sample: 'K 1', text: 'amoebae', by: 'laboratory' });
  await h.send('case.say', { case: id, what: 'diagnosis', text: 'gill disease', by: 'Dr Lind' });
  const c = (await view(id))!;
  expect(c.lines.map((l) => l.what)).toEqual(['diagnosis', 'result', 'sample', 'opened']);
  expect(c.samples).toEqual([expect.objectContaining({ sample: 'K 1', animals: 10, result: 'amoebae' })]);
  expect(c.treatments).toMatchObject([{ product: 'salt', caseId: id, effect: null }]);
  expect(c.tanks).toMatchObject([{ unit: 'R1', number: 4000, barred: [] }]);
  await h.send('case.close', { case: id, outcome: 'over', diagnosis: 'gill disease' });
  expect(await view(id)).toMatchObject({ outcome: 'over', diagnosis: 'gill disease', tanks: [{ triage: [] }] });
  expect((await refusal(h.send('case.say', { case: id, what: 'found', text: 'again' }))).code).toBe('closed');
});

test('its triage asks in order for what was not read, and names what is off', async () => {
  const { id } = await open();
  await h.send('water.read', {
    unit: at.unit,
    readings: [
      { kind: 'oxygen', value: 2 },
      { kind: 'pH', value: 7.4 },
    ],
  });
  const [tank] = (await view(id))!.tanks;
  expect(tank!.triage.map((l) => [l.step, l.state])).toEqual([
    ['temperature', 'none'],
    ['pH', 'good'],
    ['oxygen', 'off'],
    ['flow', 'none'],
    ['chlorine', 'none'],
  ]);
  h.clock.now += 4 * HOUR;
  expect((await view(id))!.tanks[0]!.triage[1]!.state).toBe('old');
});

test('a tank with an open case is asked about before fish leave it or come to it; closed, nobody asks', async () => {
  const { id } = await open();
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: counted(1000),
  });
  h.clock.now += HOUR;
  const out = { sources: [{ ...at, amount: { kind: 'measured', measured: counted(100) } }], to: h.units.R3! };
  const into = { sources: [{ unit: h.units.R2!, amount: { kind: 'all' } }], to: at.unit, mix: 'yes' };
  expect((await refusal(h.send('move.record', out))).asks.map((a) => a.id)).toEqual(['suspect']);
  expect((await refusal(h.send('move.record', into))).asks.map((a) => a.id)).toEqual(['suspect']);
  const grading = {
    ...at,
    classes: [
      { grade: 'small', unit: at.unit, amount: { kind: 'measured', measured: counted(100) } },
      { grade: 'large', unit: h.units.R4!, amount: { kind: 'all' } },
    ],
  };
  expect((await refusal(h.send('grade.record', grading))).asks.map((a) => a.id)).toEqual(['suspect']);
  await h.send('move.record', { ...out, suspect: 'meant' });
  await h.send('case.close', { case: id, outcome: 'none' });
  await h.send('move.record', { ...out, to: h.units.R4! });
});

test('one case of a tank at a time; a case with nothing seen, of eggs, or of an empty tank is refused', async () => {
  const { id } = await open();
  expect((await refusal(open())).code).toBe('openAlready');
  await h.send('case.close', { case: id, outcome: 'over' });
  expect((await refusal(h.send('case.close', { case: id, outcome: 'over' }))).code).toBe('closed');
  await open();
  expect((await refusal(open({ units: [h.units.R2!], signs: [] }))).code).toBe('what');
  expect((await refusal(open({ units: [h.units.R5!] }))).path).toBe('units.0');
  expect((await refusal(open({ units: [] }))).path).toBe('units');
});

test('containers have names of their own, and results come back to one that was sent', async () => {
  const { id } = await open();
  const sent = { case: id, what: 'sample', sample: 'K 1', handedTo: 'courier' };
  await h.send('case.say', sent);
  expect((await refusal(h.send('case.say', sent))).code).toBe('twice');
  const result = { case: id, what: 'result', text: 'nothing' };
  expect((await refusal(h.send('case.say', { ...result, sample: 'K 2' }))).code).toBe('noSample');
  const entry = await h.db('entry').where({ kind: 'caseSay' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'misread', replacement: { sample: 'K 2' } });
  await h.send('case.say', { ...result, sample: 'K 2' });
  expect((await view(id))!.samples).toMatchObject([{ sample: 'K 2', result: 'nothing' }]);
});

test('taken back: a closing opens it again, an opening with more said of it stays', async () => {
  const { id } = await open();
  await h.send('case.say', { case: id, what: 'found', text: 'pale gills' });
  const entry = async (kind: string) => (await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id'))!.id;
  expect((await refusal(h.send('entry.correct', { entryId: await entry('caseOpen'), reason: 'no' }))).code).toBe(
    'more',
  );
  await h.send('case.close', { case: id, outcome: 'over' });
  const second = await open();
  const closing = (await h.db('entry').where({ kind: 'caseClose' }).first('id'))!.id;
  expect((await refusal(h.send('entry.correct', { entryId: closing, reason: 'no' }))).code).toBe('openAlready');
  await h.send('entry.correct', { entryId: await entry('caseOpen'), reason: 'a slip' });
  expect(await view(second.id)).toBeNull();
  await h.send('entry.correct', { entryId: closing, reason: 'no' });
  expect((await view(id))!.closedAt).toBeNull();
});

test('what followed a treatment is told once two days were counted after it', async () => {
  const count = async (dead: readonly number[]) => {
    for (const number of dead) {
      h.clock.now += DAY;
      await h.send('dead.record', { unit: at.unit, number });
    }
  };
  await count([20, 22, 19, 24]);
  const { id } = await open();
  await h.send('treatment.give', {
    ...at,
    caseId: id,
    ...saltBath,
  });
  await count([5, 6, 4]);
  await workJobs(h.db, h.clock.now);
  const { effect } = (await view(id))!.treatments[0]!;
  expect(effect!.before.perDay).toBeGreaterThan(18);
  expect(effect!.after.perDay).toBeCloseTo(5, 5);
  expect(effect!.high).toBeLessThan(1);
});

test('a case goes with its fish: into the tank they were moved to and the stage they came to, and with none that were not theirs', async () => {
  const { id } = await open();
  h.clock.now += HOUR;
  const to = (unit: number, from: number, number: number, more: object = {}) =>
    h.send('move.record', {
      sources: [{ unit: from, amount: { kind: 'measured', measured: counted(number) } }],
      to: unit,
      tempered: 'tempered',
      overload: 'yes',
      suspect: 'meant',
      notTaken: 'meant',
      ...more,
    });
  await to(h.units.R2!, at.unit, 500);
  expect((await view(id))!.tanks.map((t) => t.unit).sort()).toEqual(['R1', 'R2']);
  // The second step, and only from where they are.
  await to(h.units.R3!, h.units.R2!, 200);
  const stands = await livingStock(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now);
  expect(stands.filter((s) => s.caseId === id).map((s) => s.unit)).toEqual(['R1', 'R2', 'R3']);
  // Nobody takes them on from there unasked.
  expect((await refusal(to(h.units.R4!, h.units.R3!, 100, { suspect: undefined }))).asks.map((a) => a.id)).toContain(
    'suspect',
  );
  // The last move is taken back: they were never there.
  const last = await h.db('entry').where({ kind: 'move' }).orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: last!.id, reason: 'it was not done' });
  const now = await livingStock(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now);
  expect(now.filter((s) => s.caseId === id).map((s) => s.unit)).toEqual(['R1', 'R2']);
});
