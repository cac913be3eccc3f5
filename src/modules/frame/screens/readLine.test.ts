import { readLine } from '@/core/shorthand/parse';
import type { Snapshot } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import { forms as acts } from '@/modules/forms';

const forms = [...acts.flatMap((f) => f.shorthand ?? []), trace];

const holding = (lot: string, lotId: number, number: number, stage = 'egg') => ({
  holdingId: lotId,
  lotId,
  lot,
  species: 'Arctic char',
  stage,
  stageName: stage,
  can: stage === 'egg' ? (['picked'] as const) : stage === 'yolksac' ? (['ponded'] as const) : (['eats'] as const),
  next: ({ egg: 'yolksac', yolksac: 'fry', fry: 'fingerling' } as Record<string, string>)[stage] ?? null,
  number,
  sd: 500,
});
const snapshot: Snapshot = {
  at: 0,
  units: [
    { id: 3, name: 'J3', kind: 'jar', room: 'Cold room', holdings: [holding('AC-31-01', 1, 39900)], wasUsed: true },
    { id: 12, name: 'J12', kind: 'jar', room: 'Cold room', holdings: [], wasUsed: true },
    { id: 13, name: 'J13', kind: 'jar', room: 'Cold room', holdings: [], wasUsed: false },
    { id: 4, name: 'R4', kind: 'tank', room: 'Hall', holdings: [holding('PP-31-02', 2, 4200, 'fry')], wasUsed: true },
    { id: 7, name: 'R7', kind: 'tank', room: 'Hall', holdings: [], wasUsed: false },
    {
      id: 8,
      name: 'J8',
      kind: 'jar',
      room: 'Cold room',
      holdings: [holding('ST-31-03', 3, 900), holding('ST-31-03', 3, 300, 'yolksac')],
      wasUsed: true,
    },
  ],
  sensors: [{ id: 2, name: 'bay2', room: 'Cold room' }],
  vessels: [
    { id: 31, name: 'C1', kind: 'cone' },
    { id: 32, name: 'RC1', kind: 'culture' },
  ],
  lots: [{ id: 1, name: 'AC-31-01', species: 'Arctic char', alive: 39900, sd: 900 }],
};
const read = (line: string, locale = 'en-GB', system: 'metric' | 'us' = 'metric') =>
  readLine(line, forms, snapshot, { locale, system });
const sent = (line: string, locale?: string, system?: 'metric' | 'us') => {
  const r = read(line, locale, system);
  return r.kind === 'command' ? { type: r.type, ...r.payload } : r;
};
const code = (line: string) => {
  const r = read(line);
  return r.kind === 'wrong' ? r.code : r.kind;
};

test('records in shorthand become commands', () => {
  expect(sent('pick 34 J3')).toEqual({ type: 'pick.record', unit: 3, lotId: 1, stage: 'egg', number: 34 });
  expect(sent('p 34 j3')).toMatchObject({ type: 'pick.record', unit: 3 });
  expect(sent('dead 5 R4 fungus on fins')).toMatchObject({
    type: 'dead.record',
    unit: 4,
    number: 5,
    cause: 'fungus on fins',
  });
  expect(sent('do 7.8 R4')).toEqual({ type: 'water.read', unit: 4, readings: [{ kind: 'oxygen', value: 7.8 }] });
  expect(sent('pH 7,4 R4', 'de-DE')).toMatchObject({ readings: [{ kind: 'pH', value: 7.4 }] });
  expect(sent('no2 0.3 ion R4')).toMatchObject({ readings: [{ kind: 'nitrite', value: 0.3 }], scale: 'ion' });
  expect(sent('nh4 0.4 n R4')).toMatchObject({ scale: 'N' });
  // Which scale is asked when it is sent; of oxygen there is none.
  expect(sent('no3 12 R4')).not.toHaveProperty('scale');
  expect([code('do 8 N R4'), code('ph 74 R4'), code('do R4'), code('do 8 R99')]).toEqual([
    'syntax',
    'number',
    'incomplete',
    'unknownUnit',
  ]);
  expect(sent('temp 8.4 bay2')).toEqual({ type: 'temperature.record', sensor: 2, celsius: 8.4 });
  expect(sent('count R4 812')).toMatchObject({ type: 'count.record', measured: { method: 'counted', number: 812 } });
  // As one says a pick: the number first.
  expect(sent('count 812 R4')).toEqual(sent('count R4 812'));
  expect(sent('count 4 100 R4')).toEqual(sent('count R4 4 100'));
  expect(sent('weigh 25g/61 26g/63 total 41kg R4')).toEqual(sent('weigh R4 25g/61 26g/63 total 41kg'));
  expect(read('count 812 R99')).toMatchObject({ code: 'unknownUnit', message: 'There is no unit “R99”' });
  expect(sent('weigh R4 25g/61 26g/63 total 41kg')).toMatchObject({
    type: 'weigh.record',
    batches: [
      { massG: 25, count: 61 },
      { massG: 26, count: 63 },
    ],
    totalMassG: 41000,
  });
  expect(sent('move 4000 R4>R7')).toMatchObject({
    type: 'move.record',
    to: 7,
    sources: [{ unit: 4, amount: { measured: { number: 4000 } } }],
  });
  expect(sent('move all R4 > R7')).toMatchObject({ sources: [{ amount: { kind: 'all' } }] });
  expect(sent('feed 1.2kg R4')).toMatchObject({ type: 'feed.record', massG: 1200 });
  expect(sent('note J3 flow turned down')).toMatchObject({ type: 'note.record', unit: 3, note: 'flow turned down' });
  expect(sent('eyed 82/100 J3')).toMatchObject({ type: 'check.record', successes: 82, trials: 100 });
  expect(read('trace ac-31-01')).toMatchObject({ kind: 'open', href: '/lots/1' });
});

test('units and locale are the user’s', () => {
  expect(sent('temp 46 bay2', 'en-US', 'us')).toMatchObject({ celsius: expect.closeTo(7.778, 3) });
  expect(sent('temp 46F bay2')).toMatchObject({ celsius: expect.closeTo(7.778, 3) });
  expect(sent('pick 1,200 J3')).toMatchObject({ number: 1200 });
  expect(sent('pick 1.200 J3', 'de-DE')).toMatchObject({ number: 1200 });
  expect(read('pick 1.200 J3', 'fr-FR')).toMatchObject({ kind: 'wrong', code: 'number' });
});

test('a number of one stage goes to the animals that the word is about', () => {
  expect(sent('pick 3 J8')).toMatchObject({ stage: 'egg' });
  expect(sent('dead 3 J8')).toMatchObject({ stage: 'yolksac' });
});

test('what it does not understand it says, each in its own words', () => {
  expect(code('pcik 34 J3')).toBe('unknownVerb');
  expect(read('pcik 34 J3')).toMatchObject({ nearest: ['pick 34 J3'] });
  expect(code('pick 34 X9')).toBe('unknownUnit');
  expect(code('pick 34 J')).toBe('ambiguousUnit');
  expect(code('pick 34 J12')).toBe('finishedUnit');
  expect((read('pick 34 J12') as { message: string }).message).not.toBe(
    (read('pick 34 J13') as { message: string }).message,
  );
  expect(code('count J8 4')).toBe('severalLots');
  expect(code('pick 99999 J3')).toBe('tooMany');
  expect(code('pick x J3')).toBe('number');
  expect(code('pick 34')).toBe('incomplete');
  expect(code('')).toBe('empty');
});

test('reads back what it understood, with what is left', () => {
  const r = read('pick 58 J3');
  expect(r.kind === 'command' && r.says).toEqual([
    '58 dead picked, ',
    'J3, arctic char AC-31-01',
    '. Leaves ',
    { number: 39842, sd: 500 },
    '.',
  ]);
});

test('what is read back is in the units of the one who types', () => {
  const says = (line: string, system: 'metric' | 'us') => {
    const r = read(line, system === 'us' ? 'en-US' : 'en-GB', system);
    return r.kind === 'command' ? r.says.filter((x) => typeof x === 'string').join('') : r.kind;
  };
  expect(says('temp 46 bay2', 'us')).toBe('46.0 °F, bay2 (Cold room), now');
  expect(says('temp 46 F bay2', 'metric')).toBe('7.8 °C, bay2 (Cold room), now');
  expect(says('weigh R4 0.9/61 0.88/60', 'us')).toContain('2 batches, 1\u2005090/lb, R4');
  expect(says('weigh R4 25/61', 'metric')).toContain('1 batch, 0.410 g each, R4');
  expect(says('feed 12 R4', 'us')).toContain('12 oz of feed');
  expect(says('feed 3 lb R4', 'us')).toContain('3 lb of feed');
  expect(says('feed 1200 R4', 'metric')).toContain('1.20 kg of feed');
});

describe('lines as people say them', () => {
  const payloadOf = (line: string) => {
    const r = read(line);
    return r.kind === 'command' ? { type: r.type, ...r.payload } : r;
  };
  const eggs = () => snapshot.units.find((u) => u.holdings.some((h) => h.stage === 'egg'))!;
  const fish = () => snapshot.units.find((u) => u.holdings.length === 1 && u.holdings[0]!.stage !== 'egg')!;

  test('the unit first, a verb in the past, words between, no verb at all', () => {
    const name = eggs().name;
    const plain = payloadOf(`pick 3 ${name}`);
    expect(plain).toMatchObject({ type: 'pick.record', number: 3 });
    for (const line of [`pick ${name} 3`, `picked 3 from ${name}`, `3 ${name}`, `${name} 3`])
      expect(payloadOf(line)).toEqual(plain);
    const tank = fish().name;
    expect(payloadOf(`dead ${tank} 3`)).toEqual(payloadOf(`dead 3 ${tank}`));
    expect(payloadOf(`2 ${tank}`)).toMatchObject({ type: 'dead.record', number: 2 });
    expect(payloadOf(`sell 2 ${tank}`)).toMatchObject({ type: 'loss.record', account: 'sold' });
    const other = snapshot.units.find((u) => u.name !== tank && u.kind === fish().kind)!.name;
    expect(payloadOf(`move 5 ${tank} ${other}`)).toEqual(payloadOf(`move 5 ${tank}>${other}`));
    expect(payloadOf(`move 5 from ${tank} to ${other}`)).toEqual(payloadOf(`move 5 ${tank}>${other}`));
  });

  test('a time, a second unit, two figures are told, never swallowed', () => {
    const name = eggs().name;
    const other = snapshot.units.find((u) => u.name !== name)!.name;
    for (const line of [`pick 7 ${name} yesterday`, `pick 12 ${name} 08:00`, `dead 2 ${fish().name} 13.04.2031`])
      expect(read(line)).toMatchObject({ kind: 'wrong', code: 'time' });
    expect(read(`pick 34 ${name} ${other}`)).toMatchObject({ kind: 'wrong', code: 'syntax' });
    expect(read(`pick 1 2 ${name}`)).toMatchObject({ kind: 'wrong', code: 'number' });
    expect(read(`pick ${name}`)).toMatchObject({ kind: 'incomplete' });
  });

  test('undo and help', () => {
    expect(read('undo')).toEqual({ kind: 'undo' });
    expect(read('help')).toEqual({ kind: 'help' });
    expect(read('?')).toEqual({ kind: 'help' });
  });
});

test('live food and guts in one line; what is no cone, no count, or more than were looked at is said', () => {
  expect(sent('sow 80g C1')).toEqual({ type: 'cysts.sow', vessel: 31, cystsG: 80 });
  expect(sent('sow 2 oz c1', 'en-US', 'us')).toMatchObject({ cystsG: expect.closeTo(56.7, 1) });
  expect(sent('harvest C1 40L 0.5mL 212 198 205')).toEqual({
    type: 'cysts.harvest',
    vessel: 31,
    totalVolumeL: 40,
    sampleMl: 0.5,
    counts: [212, 198, 205],
  });
  expect(read('harvest C1 40L 0.5mL 212 198 205')).toMatchObject({
    says: [expect.stringMatching(/^16.4 million nauplii from C1, 3 samples of 0.5 mL\.$/)],
  });
  expect(sent('guts 45/50 R4')).toMatchObject({ type: 'check.record', check: 'gutFull', successes: 45, trials: 50 });
  expect(code('guts 55/50 R4')).toBe('number');
  expect(code('sow 80g RC1')).toBe('unknownUnit');
  expect(code('sow 80g')).toBe('incomplete');
  expect(code('harvest C1 40L 0.5mL 21x')).toBe('number');
  expect(code('harvest C1 40L 0.5mL')).toBe('incomplete');
});

test('a drain is said by its tank and how it stands; light as the other figures of the walk', () => {
  expect(sent('drain R4 out')).toEqual({ type: 'drain.set', unit: 4, state: 'out' });
  expect(sent('standpipe r4 Lowered')).toEqual({ type: 'drain.set', unit: 4, state: 'lowered' });
  expect([code('drain R4'), code('drain R4 pulled'), code('drain R4 out now'), code('drain R99 out')]).toEqual([
    'incomplete',
    'syntax',
    'syntax',
    'unknownUnit',
  ]);
  expect(sent('lux 140 R4')).toEqual({ type: 'water.read', unit: 4, readings: [{ kind: 'light', value: 140 }] });
  expect(code('lux 300000 R4')).toBe('number');
});
