import { livingStock } from '@/server/stock/livingStock';
import type { KeptWatch } from '@/store/pickWatch';
import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2', 'J3']);
});

/** Readings every hour at these temperatures from the laying down on, up to now. */
async function water(days: number, celsius: (hour: number) => number) {
  const begin = h.clock.now;
  const rows = Array.from({ length: days * 24 }, (_, k) => {
    const at = new Date(begin + k * HOUR).toISOString();
    return `${at},${celsius(k).toFixed(2)}`;
  });
  h.clock.now = begin + days * DAY;
  await h.send('readings.import', {
    sensor: h.sensor,
    fileName: 'logger.csv',
    text: `time,celsius\n${rows.join('\n')}\n`,
  });
  await workJobs(h.db, h.clock.now);
}
const held = (unit: string) => ({ unit: h.units[unit]!, stage: 'egg' });
const dates = async () =>
  (await h.db('prediction').select('milestone', 'at', 'low', 'high', 'note', 'factor', 'factor_dates', 'passed')) as {
    milestone: string;
    at: number;
    low: number;
    high: number;
    note: string;
    factor: number;
    factor_dates: number;
    passed: number;
  }[];
const hatch = async () => (await dates()).find((d) => d.milestone === 'hatched')!;
const watch = async (unit: string) => {
  const row = (await h
    .db('pick_watch as w')
    .join('holding as o', 'o.id', 'w.holding_id')
    .where('o.unit_id', h.units[unit]!)
    .first('w.state')) as {
    state: string | KeptWatch;
  };
  return typeof row.state === 'string' ? (JSON.parse(row.state) as KeptWatch) : row.state;
};

describe('hands off', () => {
  test('inside the window a move is asked about, an emergency overrides, and meant needs its reason', async () => {
    await water(20, () => 5);
    const move = (more: object = {}) =>
      h.send('move.record', { sources: [{ ...held('J1'), amount: { kind: 'all' } }], to: h.units.J4!, ...more });
    const asked = await refusal(move());
    expect(asked).toMatchObject({ code: 'sensitive', asks: [{ id: 'sensitive' }] });
    expect(asked.message).toMatch(/Hands off J1: eggs die of shocks.*\d+ % of the way/);
    expect((await refusal(move({ sensitive: 'meant' }))).path).toBe('note');
    await move({ sensitive: 'emergency' });
    expect(await h.number('J4')).toBeGreaterThan(15_000);
  });

  test('a count that pours them is asked about, an estimate by eye is not; accepted of a hand it says whose it was', async () => {
    await water(20, () => 5);
    const volume = {
      method: 'volume',
      samples: [
        { volumeMl: 10, count: 180 },
        { volumeMl: 10, count: 190 },
        { volumeMl: 10, count: 185 },
      ],
      totalVolumeMl: 800,
    };
    const count = (measured: object, more: object = {}, who = h.manager) =>
      h.send('count.record', { ...held('J1'), measured, answer: 'note', ...more }, who);
    expect((await refusal(count(volume))).code).toBe('sensitive');
    await count({ method: 'estimated', number: 15_000, half: 3000 });
    await count(volume, { sensitive: 'emergency' });
    const { proposal } = await h.send<{ proposal: string }>(
      'count.record',
      { ...held('J2'), measured: volume },
      h.hand,
    );
    const settle = (more: object = {}) =>
      h.send('proposal.settle', { proposalId: proposal, accept: true, answer: 'note', ...more });
    expect((await refusal(settle())).code).toBe('sensitive');
    await settle({ sensitive: 'meant' });
    const entry = (await h.db('entry').where({ kind: 'count' }).orderBy('seq', 'desc').first('note')) as {
      note: string;
    };
    expect(entry.note).toBe(`done by ${h.hand.name}`);
  });

  test('kept apart or sold they are poured too', async () => {
    await water(20, () => 5);
    const some = { kind: 'measured', measured: { method: 'counted', number: 200 } };
    expect((await refusal(h.send('brood.keepApart', { ...held('J1'), amount: some, to: h.units.J4! }))).code).toBe(
      'sensitive',
    );
    const sale = { ...held('J1'), account: 'sold', measured: { method: 'counted', number: 200 }, receiver: 'a school' };
    expect((await refusal(h.send('loss.record', sale))).code).toBe('sensitive');
    await h.send('loss.record', { ...sale, sensitive: 'meant', note: 'the truck is here' });
  });

  test('after the eyes show it is not asked', async () => {
    await water(62, () => 5);
    await h.send('move.record', { sources: [{ ...held('J1'), amount: { kind: 'all' } }], to: h.units.J4! });
    expect(await h.number('J4')).toBeGreaterThan(15_000);
  });
});

describe('a shock', () => {
  test('waits for the eyes, and its dead eggs are then expected', async () => {
    await water(62, () => 5);
    const shock = (more: object = {}) => h.send('eggs.handle', { ...held('J1'), what: 'shocked', ...more });
    expect((await refusal(shock())).code).toBe('eyes');
    await h.send('check.record', { ...held('J1'), check: 'eyed', trials: 100, successes: 95 });
    await h.send('pick.record', { ...held('J1'), number: 5 });
    h.clock.now += HOUR;
    await workJobs(h.db, h.clock.now);
    const before = (await watch('J1')).now.expected;
    await shock();
    h.clock.now += DAY;
    await workJobs(h.db, h.clock.now);
    expect((await watch('J1')).now.expected).toBeGreaterThan(before + 100);
  });

  test('is refused for a species whose blanks whiten by themselves', async () => {
    await h.send('stock.bring', {
      account: 'arrived',
      species: 'pikeperch',
      stage: 'egg',
      unit: h.units.J4!,
      fertilisedAt: h.clock.now - DAY,
      measured: { method: 'counted', number: 1000 },
    });
    const r = await refusal(h.send('eggs.handle', { ...held('J4'), what: 'shocked' }));
    expect(r.code).toBe('noShock');
  });
});

describe('picks', () => {
  test('the round is told what it may find; far more is called, and a pick taken back is forgotten', async () => {
    for (let day = 1; day <= 10; day++) {
      await water(1, () => 5);
      for (const u of ['J1', 'J2', 'J3'])
        await h.send('pick.record', { ...held(u), number: day === 10 && u === 'J2' ? 400 : 8 });
      await workJobs(h.db, h.clock.now);
    }
    expect((await watch('J2')).rounds.at(-1)).toMatchObject({ picked: 400, verdict: 'unit' });
    expect((await watch('J1')).rounds.at(-1)!.verdict).toBeNull();
    const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
    const due = (await livingStock(h.db, site, h.clock.now)).find((x) => x.unit === 'J2')!.due;
    expect(due.find((d) => d.kind === 'rise')!.says).toMatch(
      /400 dead, \d+ to \d+ expected: only here; other units of the lot are as usual/,
    );
    const said = await h.send<{ judged: { off: string } }>('pick.record', { ...held('J3'), number: 900 });
    expect(said.judged.off).toBe('high');
    const entries = (await h
      .db('entry')
      .where({ kind: 'pick' })
      .orderBy('seq', 'desc')
      .limit(4)
      .select('id', 'intent')) as {
      id: string;
      intent: string;
    }[];
    for (const e of entries)
      if (/"number":(400|900)/.test(typeof e.intent === 'string' ? e.intent : JSON.stringify(e.intent)))
        await h.send('entry.correct', { entryId: e.id, reason: 'another unit' });
    await workJobs(h.db, h.clock.now);
    expect((await watch('J2')).rounds.at(-1)!.picked).toBe(8);
  });

  test('pale eggs that were left are on tomorrow’s list, until that unit is picked', async () => {
    await water(3, () => 5);
    await h.send('pick.record', { ...held('J1'), number: 3 });
    await h.send('eggs.doubtful', { ...held('J1'), number: 14 }, h.hand);
    const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
    const kinds = async () =>
      (await livingStock(h.db, site, h.clock.now)).find((x) => x.unit === 'J1')!.due.map((d) => d.kind);
    expect(await kinds()).not.toContain('doubtful');
    h.clock.now += DAY;
    expect(await kinds()).toContain('doubtful');
    await h.send('pick.record', { ...held('J1'), number: 9 });
    expect(await kinds()).not.toContain('doubtful');
  });

  test('a kind of unit is picked by its method, and what a round finds follows', async () => {
    await water(10, () => 5);
    await h.send('picking.save', { kinds: [{ kind: 'jar', method: 'pick', foundShare: 1 }], falseAlarmsWeek: 3 });
    await workJobs(h.db, h.clock.now);
    const whole = (await watch('J1')).now.expected;
    await h.send('picking.save', { kinds: [{ kind: 'jar', method: 'siphon', foundShare: 0.5 }] });
    await workJobs(h.db, h.clock.now);
    expect((await watch('J1')).now.expected / whole).toBeCloseTo(0.5, 1);
  });
});

describe('readings struck out', () => {
  test('a bad stretch counts for nothing until the strike is undone; what comes late into it is struck too', async () => {
    const begin = h.clock.now;
    await water(30, (k) => 5 + 0.3 * Math.sin(k / 4) + (k >= 240 && k < 360 ? 6 : 0));
    const warm = (await hatch()).at;
    const from = begin + 240 * HOUR - 1;
    const to = begin + 360 * HOUR - 1;
    const { id, readings } = await h.send<{ id: number; readings: number }>('readings.strike', {
      sensor: h.sensor,
      from,
      to,
      reason: 'probe hung in air',
    });
    expect(readings).toBe(120);
    await workJobs(h.db, h.clock.now);
    const struck = (await hatch()).at;
    expect(struck - warm).toBeGreaterThan(2 * DAY);
    expect((await hatch()).note).toMatch(/gap/);
    await h.send('readings.import', {
      sensor: h.sensor,
      text: `time,celsius\n${new Date(begin + 300 * HOUR + 600_000).toISOString()},11.5\n`,
    });
    expect(await h.db('reading').where({ struck: true })).toHaveLength(121);
    await h.send('readings.unstrike', { strike: id });
    await workJobs(h.db, h.clock.now);
    expect(Math.abs((await hatch()).at - warm)).toBeLessThan(0.2 * DAY);
    expect((await refusal(h.send('readings.unstrike', { strike: id }))).code).toBe('undone');
    expect(
      (
        await refusal(
          h.send('readings.strike', { sensor: h.sensor, from: begin - 9 * DAY, to: begin - 8 * DAY, reason: 'x' }),
        )
      ).code,
    ).toBe('nothing');
  });

  test('a spike and a stuck probe are left out by themselves, and it is said what that changes', async () => {
    await water(30, (k) => (k >= 300 && k < 400 ? 12.25 : 5 + 0.3 * Math.sin(k / 4)) + (k === 100 ? 9 : 0));
    const note = (await hatch()).note;
    expect(note).toMatch(/1 spike of 1 h left out/);
    expect(note).toMatch(/stood still for 100 h/);
    expect(note).toMatch(/would be \d+\.\d days sooner/);
  });
});

describe('the own clock', () => {
  test('a lot that eyed late moves its hatch, and the manager may switch it off', async () => {
    await water(60, () => 5);
    const shipped = await hatch();
    expect(shipped.factor).toBeCloseTo(1, 6);
    await h.send('check.record', { ...held('J1'), check: 'eyed', trials: 100, successes: 50 });
    await workJobs(h.db, h.clock.now);
    const own = await hatch();
    expect(own.factor).toBeGreaterThan(1.05);
    expect(own.factor_dates).toBe(1);
    expect(own.at).toBeGreaterThan(shipped.at + DAY);
    expect(own.high - own.low).toBeLessThan(shipped.high - shipped.low);
    await h.send('clock.use', { species: 'arctic-char', own: false, why: 'thermometer in doubt' });
    await workJobs(h.db, h.clock.now);
    expect((await hatch()).at).toBe(shipped.at);
  });

  test('a date a third off tells of a slip, and bends nothing', async () => {
    await water(30, () => 5);
    const shipped = (await hatch()).at;
    await h.send('check.record', { ...held('J1'), check: 'eyed', trials: 100, successes: 50 });
    await workJobs(h.db, h.clock.now);
    expect(await h.db('stage_seen')).toHaveLength(1);
    expect((await hatch()).factor).toBeCloseTo(1, 6);
    expect(Math.abs((await hatch()).at - shipped)).toBeLessThan(HOUR);
  });

  test('half hatched as it was seen is a date of the clock', async () => {
    await water(90, () => 5);
    await h.send('hatch.see', { ...held('J1'), seen: 'half' }, h.hand);
    await workJobs(h.db, h.clock.now);
    expect((await hatch()).at).toBe(h.clock.now);
    const seen = (await h.db('stage_seen').where({ milestone: 'hatched' }).first()) as {
      observed_days: number;
      predicted_days: number;
    };
    expect(seen.observed_days).toBeCloseTo(90, 0);
    expect(seen.predicted_days).toBeCloseTo(86.5, 0);
  });
});

describe('a programme in force', () => {
  const points = (celsius: number) => [
    { at: h.clock.now, celsius: 5 },
    { at: h.clock.now + 2 * DAY, celsius },
    { at: h.clock.now + 60 * DAY, celsius },
  ];
  const save = async (celsius: number, more: object = {}) =>
    h.send('programme.save', {
      sensor: h.sensor,
      lot: ((await h.db('lot').first('id')) as { id: number }).id,
      stage: 'hatched',
      targetAt: h.clock.now + 40 * DAY,
      points: points(celsius),
      energyKwh: 100,
      ...more,
    });

  test('bends the dates of all on its water, gives way to the next, and ends', async () => {
    await water(30, () => 5);
    const before = (await hatch()).at;
    await save(7);
    await workJobs(h.db, h.clock.now);
    const warm = (await hatch()).at;
    expect(before - warm).toBeGreaterThan(5 * DAY);
    await save(3);
    await workJobs(h.db, h.clock.now);
    expect((await hatch()).at).toBeGreaterThan(before + 5 * DAY);
    expect(await h.db('programme').whereNull('ended_at')).toHaveLength(1);
    await h.send('programme.end', { sensor: h.sensor });
    await workJobs(h.db, h.clock.now);
    expect(Math.abs((await hatch()).at - before)).toBeLessThan(HOUR);
    expect((await refusal(h.send('programme.end', { sensor: h.sensor }))).code).toBe('none');
  });

  test('beyond what the eggs bear it is asked about; in the past or out of order it is refused', async () => {
    await water(10, () => 5);
    expect((await refusal(save(11))).code).toBe('beyond');
    await save(11, { beyond: 'meant' });
    expect((await refusal(save(5, { points: [...points(5)].reverse() }))).code).toBe('order');
    expect((await refusal(save(5, { points: points(5).map((p) => ({ ...p, at: p.at - 90 * DAY })) }))).code).toBe(
      'past',
    );
  });
});

describe('a jar and its water', () => {
  const wants = async () =>
    (await livingStock(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now))
      .find((r) => r.unit === 'J1')!
      .due.find((d) => d.kind === 'flow');

  test('warmed since it was laid down it wants its flow set anew; set, it rests; chilled again, it asks again', async () => {
    await water(20, (k) => 4 + k / 120);
    expect((await wants())?.says).toMatch(/warmer water lifts less, open it by \d+ %/);
    await h.send('eggs.handle', { ...held('J1'), what: 'rolled' });
    expect(await wants()).toBeUndefined();
    await water(2, () => 8);
    expect(await wants()).toBeUndefined();
    await water(10, () => 4);
    expect((await wants())?.says).toMatch(/colder water lifts more, close it by \d+ %/);
  });

  test('larvae have their water changed and are cleaned; they are not shocked, nor rolled', async () => {
    await h.send('stage.change', { unit: h.units.J1!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
    const larvae = { unit: h.units.J1!, stage: 'yolksac' };
    await h.send('eggs.handle', { ...larvae, what: 'water' });
    expect(await h.db('observation').where({ kind: 'waterChanged' })).toHaveLength(1);
    for (const what of ['shocked', 'rolled'])
      expect((await refusal(h.send('eggs.handle', { ...larvae, what }))).code).toBe('noEggs');
  });
});

test('a flow that was set and measured is the unit’s from then on, until it is taken back; an older one changes nothing', async () => {
  const flow = async () =>
    ((await h.db('unit').where({ id: h.units.J1! }).first('flow_l_min')) as { flow_l_min: number }).flow_l_min;
  await h.db('unit').where({ id: h.units.J1! }).update({ flow_l_min: 4 });
  h.clock.now += DAY;
  const set = (flowLPerMin: number, more: object = {}) =>
    h.send('eggs.handle', { ...held('J1'), what: 'rolled', flowLPerMin, ...more });
  await set(3.2);
  expect(await flow()).toBe(3.2);
  await set(9, { at: h.clock.now - HOUR });
  expect(await flow()).toBe(3.2);
  const entries = (await h.db('entry').where({ kind: 'handled' }).orderBy('seq').select('id')) as { id: string }[];
  await h.send('entry.correct', { entryId: entries[0]!.id, reason: 'another jar', replacement: { flowLPerMin: 2.8 } });
  expect(await flow()).toBe(2.8);
  const last = (await h.db('entry').where({ kind: 'handled' }).orderBy('seq', 'desc').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: last.id, reason: 'nobody set it' });
  expect(await flow()).toBe(4);
});
