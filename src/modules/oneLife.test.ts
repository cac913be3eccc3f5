import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
});

const world = async (account: string) =>
  Number(
    (await h
      .db('posting')
      .where({ account })
      .whereNull('superseded_seq')
      .sum<{ n: string | null }[]>('delta as n')
      .first())!.n ?? 0,
  );

describe('one lot, from a take to a release', () => {
  test('a take brings 61 500 eggs with the doubt of its samples, and its families by body mass', async () => {
    const done = await h.send<{ text: string; lot: string; sd: number }>('take.record', takeOf61500(h.units.B1!));
    expect(done.lot).toBe('AC-31-01');
    // Half-width of the t interval of the three samples, 5 216.7, over 1.96.
    expect(done.sd * 1.959964).toBeCloseTo(5216.7, 0);
    expect(await h.number('B1')).toBe(61500);
    const shares = await h.db('lot_share').whereNull('superseded_seq').orderBy('family').pluck('share');
    expect(shares.map((s: number) => Number(s.toFixed(3)))).toEqual([0.4, 0.6]);
  });

  test('laid down by volume, the jars share the number and the doubt of the take', async () => {
    h.clock.now += 2 * HOUR;
    await h.send('eggs.layDown', {
      unit: h.units.B1!,
      totalVolumeMl: 3000,
      graduationMl: 10,
      parts: [
        { unit: h.units.J1!, volumeMl: 1500 },
        { unit: h.units.J2!, volumeMl: 1000 },
        { unit: h.units.J3!, volumeMl: 500 },
      ],
    });
    expect([await h.number('J1'), await h.number('J2'), await h.number('J3'), await h.number('B1')]).toEqual([
      30750, 20500, 10250, 0,
    ]);
    // Each jar: its share of the take's sd, and the reading of the measure on top.
    const take = 5216.7 / 1.959964;
    const reading = (10 / Math.sqrt(12) / 3000) * 61500;
    const w = 1 / 6;
    expect(await h.sd('J3')).toBeCloseTo(Math.hypot(w * take, reading * Math.sqrt((1 - w) ** 2 + 2 * w ** 2)), 0);
  });

  test('picks take counted eggs out and leave the doubt; too many are refused with an offer', async () => {
    h.clock.now += DAY;
    await h.send('pick.record', { unit: h.units.J3!, number: 250 });
    expect(await h.number('J3')).toBe(10000);
    const no = await refusal(h.send('pick.record', { unit: h.units.J3!, number: 12000 }));
    expect(no.code).toBe('shortfall');
    expect(no.asks[0]?.id).toBe('shortfall');
    expect(no.message).toMatch(/12\s000 is more than the books hold in J3: 10\s000/);
    expect(await h.number('J3')).toBe(10000);
  });

  test('an eyed check moves no animal', async () => {
    h.clock.now += 20 * DAY;
    const before = await h.db('posting').count('* as n').first();
    await h.send('check.record', { unit: h.units.J1!, check: 'eyed', trials: 100, successes: 82 });
    expect(await h.db('posting').count('* as n').first()).toEqual(before);
  });

  test('hatch in parts over days', async () => {
    h.clock.now += 20 * DAY;
    await h.send('stage.change', {
      unit: h.units.J3!,
      to: 'yolksac',
      early: 'seen',
      amount: { kind: 'measured', measured: { method: 'estimated', number: 4000, half: 400 } },
    });
    expect([await h.number('J3', 'egg'), await h.number('J3', 'yolksac')]).toEqual([6000, 4000]);
    h.clock.now += DAY;
    await h.send('stage.change', { unit: h.units.J3!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
    expect([await h.number('J3', 'egg'), await h.number('J3', 'yolksac')]).toEqual([0, 10000]);
    for (const jar of ['J1', 'J2'])
      await h.send('stage.change', { unit: h.units[jar]!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  });

  test('survivors of three jars are ponded into one tank: one lot still, doubts added as they share the take', async () => {
    h.clock.now += 20 * DAY;
    await h.send('move.record', {
      sources: ['J1', 'J2', 'J3'].map((j) => ({ unit: h.units[j]!, amount: { kind: 'all' } })),
      to: h.units.R1!,
      toStage: 'fry',
    });
    expect(await h.number('R1')).toBe(61250);
    // Poured and put together again the reading errors cancel: what is left is the take's sd (and a little drift).
    const loadings = (await h
      .db('holding_loading as l')
      .join('error_source as s', 's.id', 'l.source_id')
      .join('holding as g', 'g.id', 'l.holding_id')
      .where({ 'g.unit_id': h.units.R1! })
      .whereNot('s.name', 'like', 'drift:%')
      .select('l.coefficient', 's.sd')) as { coefficient: number; sd: number }[];
    const sd = Math.sqrt(loadings.reduce((s, l) => s + (l.coefficient * l.sd) ** 2, 0));
    expect(sd).toBeGreaterThan(2661);
    expect(sd).toBeLessThan(2680);
  });

  test('a count beyond chance is asked about; the answer is taken', async () => {
    h.clock.now += 30 * DAY;
    const batches = [
      { massG: 25, count: 100 },
      { massG: 24.6, count: 99 },
      { massG: 25.2, count: 101 },
      { massG: 24.8, count: 99 },
      { massG: 25.1, count: 100 },
    ];
    const weigh = { unit: h.units.R1!, batches, totalMassG: 10000 };
    const no = await refusal(h.send('weigh.record', weigh));
    expect(no.code).toBe('answer');
    expect(no.asks[0]?.choices.map((k) => k.value)).toEqual(['replace', 'combine', 'note']);
    const done = await h.send<{ unexplained: number }>('weigh.record', { ...weigh, answer: 'replace' });
    const number = Math.round(10000 / (124.7 / 499));
    expect(await h.number('R1')).toBe(number);
    expect(done.unexplained).toBe(61250 - number);
    expect(await world('unexplained')).toBe(61250 - number);
  });

  test('grading with every class measured is a census; the parents’ lot is emptied', async () => {
    h.clock.now += 5 * DAY;
    const before = await h.number('R1');
    const counted = (n: number) => ({ kind: 'measured', measured: { method: 'counted', number: n } });
    await h.send('grade.record', {
      unit: h.units.R1!,
      classes: [
        { grade: 'L', unit: h.units.R2!, amount: counted(18000) },
        { grade: 'S', unit: h.units.R3!, amount: counted(21500) },
      ],
    });
    expect([await h.number('R1'), await h.number('R2'), await h.number('R3')]).toEqual([0, 18000, 21500]);
    expect(await h.sd('R2')).toBe(0);
    expect(await world('unexplained')).toBe(61250 - 39500);
    expect(before).toBeGreaterThan(39500);
  });

  test('two lots do not meet in one tank without a new lot; parents are kept by share', async () => {
    const into = {
      sources: [{ unit: h.units.R3!, amount: { kind: 'measured', measured: { method: 'counted', number: 2000 } } }],
      to: h.units.R2!,
    };
    const no = await refusal(h.send('move.record', into));
    expect(no.code).toBe('mix');
    const done = await h.send<{ lot: string }>('move.record', { ...into, mix: 'yes' });
    expect(done.lot).toBe('AC-31-02');
    expect([await h.number('R2'), await h.number('R3')]).toEqual([20000, 19500]);
    const shares = (await h
      .db('lot_share as s')
      .join('lot as t', 't.id', 's.lot_id')
      .where('t.name', 'AC-31-02')
      .whereNull('s.superseded_seq')
      .pluck('share')) as number[];
    expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  test('sold, culled, sampled, escaped', async () => {
    h.clock.now += DAY;
    const counted = (n: number) => ({ measured: { method: 'counted', number: n } });
    await h.send('loss.record', { unit: h.units.R3!, account: 'sold', ...counted(500), receiver: 'Pond farm' });
    await h.send('loss.record', { unit: h.units.R3!, account: 'culled', ...counted(40) });
    await h.send('loss.record', { unit: h.units.R3!, account: 'sampled', ...counted(60) });
    expect((await refusal(h.send('loss.record', { unit: h.units.R3!, account: 'escaped', all: true }))).path).toBe(
      'cause',
    );
    await h.send('loss.record', {
      unit: h.units.R3!,
      account: 'escaped',
      all: true,
      cause: 'screen lifted in the night',
    });
    expect(await h.number('R3')).toBe(0);
    expect([await world('sold'), await world('culled'), await world('sampled'), await world('escaped')]).toEqual([
      500, 40, 60, 18900,
    ]);
  });

  test('released by weighed buckets: number, interval, a paper', async () => {
    h.clock.now += 40 * DAY;
    await h.send('stage.change', { unit: h.units.R2!, to: 'fingerling', amount: { kind: 'all' } });
    const batches = [
      { massG: 400, count: 80 },
      { massG: 396, count: 80 },
      { massG: 402, count: 80 },
      { massG: 399, count: 80 },
      { massG: 403, count: 80 },
    ];
    const done = await h.send<{ number: number; entryId: string }>('release.record', {
      unit: h.units.R2!,
      site: h.releaseSite,
      batches,
      bucketsG: [20000, 20000, 20000],
      bucketSdG: 50,
      emptied: true,
    });
    expect(done.number).toBe(12000);
    expect(await h.number('R2')).toBe(0);
    expect(await world('released')).toBe(12000);
    const paper = await h.send<{ number: string }>('paper.issue', {
      entryId: done.entryId,
      content: { number: 12000 },
    });
    expect(paper.number).toBe('R-2032-0001');
    // Double entry over all accounts.
    const sum = (await h.db('posting').whereNull('superseded_seq').sum<{ n: string }[]>('delta as n').first())!;
    expect(Number(sum.n)).toBe(0);
  });
});
