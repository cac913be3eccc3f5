import { today } from '@/modules/today/views/today';
import { watchWater } from '@/store/alarms';
import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { openAlarms } from './views/alarms';
import { leftOut } from './views/leftOut';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
});
const MIN = 60_000;
const report = (readings: { sensor: string; at: number; value: number }[]) =>
  h.send<{
    added: number;
    same: number;
    kept: number;
    impossible: number;
    future: number;
    corrected: number;
    unknown: string[];
  }>('readings.report', { readings });
/** A probe that reports every ten minutes up to now. */
async function reporting(hours: number, value: (minute: number) => number = () => 5) {
  const from = h.clock.now;
  h.clock.now += hours * HOUR;
  const readings = Array.from({ length: hours * 6 }, (_, k) => ({
    sensor: 'bay1',
    at: from + (k + 1) * 10 * MIN,
    value: value(k * 10) + (k % 2) * 0.01,
  }));
  await report(readings);
}

describe('reports of probes', () => {
  test('late, doubled and out of order are right in the end; what cannot be is counted and left out', async () => {
    const t = h.clock.now - 3 * HOUR;
    const at = (k: number, value = 5) => ({ sensor: 'bay1', at: t + k * 10 * MIN, value });
    expect(await report([at(4), at(2), at(0)])).toMatchObject({ added: 3, same: 0 });
    expect(await report([at(1), at(2), at(3), at(2)])).toMatchObject({ added: 2, same: 1 });
    expect(await report([at(3, 9)])).toMatchObject({ added: 0, kept: 1 });
    expect(
      await report([
        at(5, 99),
        { sensor: 'nobody', at: t, value: 5 },
        { sensor: 'bay1', at: h.clock.now + HOUR, value: 5 },
        at(6),
      ]),
    ).toMatchObject({ added: 1, impossible: 1, future: 1, unknown: ['nobody'] });
    const rows = (await h.db('reading').orderBy('at').select('at', 'value')) as { at: number; value: number }[];
    expect(rows.map((r) => [(r.at - t) / (10 * MIN), r.value])).toEqual([0, 1, 2, 3, 4, 6].map((k) => [k, 5]));
    const hours = (await h.db('reading_hour').sum<{ n: string }[]>('n as n').first())!;
    expect(Number(hours.n)).toBe(6);
  });

  test('a clock some minutes ahead is corrected, and what is left out is counted by sensor and reason', async () => {
    const ahead = 3 * MIN;
    const sent = Array.from({ length: 60 }, (_, k) => ({
      sensor: 'BAY1 ',
      at: h.clock.now + ahead - (59 - k) * MIN,
      value: 5 + k / 100,
    }));
    expect(await report(sent)).toMatchObject({ added: 60, future: 0, corrected: 60, unknown: [] });
    const last = (await h.db('reading').orderBy('at', 'desc').first('at')) as { at: number };
    expect(last.at).toBe(h.clock.now);
    await report([
      { sensor: 'bay1', at: h.clock.now, value: 99 },
      { sensor: 'bay1', at: Date.UTC(20260, 0, 1), value: 5 },
      { sensor: 'nobody', at: h.clock.now, value: 5 },
      { sensor: 'nobody', at: h.clock.now, value: 6 },
    ]);
    const left = (await h
      .db('reading_left_out')
      .orderBy(['sensor', 'reason'])
      .select('sensor', 'reason', 'n')) as unknown[];
    expect(left).toEqual([
      { sensor: 'bay1', reason: 'value', n: 1 },
      { sensor: 'bay1', reason: 'clock', n: 1 },
      { sensor: 'bay1', reason: 'ahead', n: 60 },
      { sensor: 'nobody', reason: 'unknown', n: 2 },
    ]);
    // Shown with the last of each, and counted on the page of the day: what was merely corrected is not.
    const shown = await leftOut(h.db, h.manager.siteId, h.clock.now - DAY);
    expect(shown.find((l) => l.sensor === 'nobody')).toMatchObject({ n: 2, lastValue: 6 });
    const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
    expect((await today(h.db, site, h.clock.now, [])).leftOut).toBe(4);
  });

  test('they make no entry of the ledger, and queue the dates of what stands in their water', async () => {
    await workJobs(h.db, h.clock.now);
    const entries = async () => Number((await h.db('entry').count<{ n: number }[]>('* as n').first())!.n);
    const before = await entries();
    await reporting(2);
    expect(await entries()).toBe(before);
    expect(await h.db('job')).toHaveLength(1);
  });

  test('what somebody typed for an instant stands against a probe', async () => {
    await h.send('temperature.record', { sensor: h.sensor, celsius: 4.4 });
    const typed = (await h.db('reading').first('at')) as { at: number };
    expect(await report([{ sensor: 'bay1', at: typed.at, value: 6 }])).toMatchObject({ added: 0, kept: 1 });
    expect(((await h.db('reading').first('value')) as { value: number }).value).toBeCloseTo(4.4, 5);
  });

  test('a key is kept as its hash alone, has one name, and is taken out of use once', async () => {
    const hash = 'a'.repeat(64);
    const { id } = await h.send<{ id: number }>('token.make', { name: 'gateway', hash });
    expect((await refusal(h.send('token.make', { name: 'gateway', hash: 'b'.repeat(64) }))).path).toBe('name');
    await h.send('token.revoke', { token: id });
    expect((await refusal(h.send('token.revoke', { token: id }))).code).toBe('noToken');
  });
});

describe('alarms of the water', () => {
  const look = () => watchWater(h.db, h.manager.siteId, h.clock.now);
  const kinds = async () => (await openAlarms(h.db, h.manager.siteId, false)).map((a) => a.kind);

  test('above what the eggs bear it is raised once, says what to do, and ends with the breach', async () => {
    await reporting(30);
    expect(await look()).toEqual([]);
    await reporting(1, (m) => 5 + m / 60);
    await reporting(3, (m) => Math.min(9, 6 + m / 60));
    const [opened] = await look();
    expect(opened).toMatchObject({ kind: 'high', sensor: 'bay1', bound: 8 });
    expect(opened!.todo).toMatch(/chiller/);
    expect(await look()).toEqual([]);
    await h.send('alarm.see', { alarm: opened!.id, found: 'valve' }, h.hand);
    expect((await openAlarms(h.db, h.manager.siteId, false))[0]).toMatchObject({ seenBy: 'Hand' });
    await reporting(4, (m) => Math.max(5, 9 - m / 60));
    await look();
    expect(await kinds()).toEqual([]);
  });

  test('a probe that falls silent longer than its rhythm is an alarm; water in which nothing lives raises none', async () => {
    await reporting(3);
    h.clock.now += 25 * MIN;
    expect(await look()).toEqual([]);
    h.clock.now += 10 * MIN;
    expect((await look()).map((a) => a.kind)).toEqual(['silent']);
    for (const jar of ['J1', 'J2']) await h.send('unit.emptied', { unit: h.units[jar]!, stage: 'egg' }).catch(() => {});
    await h.db('holding').update({ number: 0 });
    await look();
    expect(await kinds()).toEqual([]);
  });

  test('a probe that stands still after a night is told, and struck readings raise nothing', async () => {
    await reporting(48, (m) => 5 + 0.4 * Math.sin(m / 200));
    const begin = h.clock.now;
    h.clock.now += 20 * HOUR;
    await report(
      Array.from({ length: 120 }, (_, k) => ({ sensor: 'bay1', at: begin + (k + 1) * 10 * MIN, value: 5.31 })),
    );
    expect((await look()).map((a) => a.kind)).toEqual(['stuck']);
    await h.send('readings.strike', { sensor: h.sensor, from: begin, to: h.clock.now, reason: 'stuck' });
    await look();
    expect(await kinds()).not.toContain('stuck');
  });

  test('a step within the hour is told even within the bounds', async () => {
    await reporting(DAY / HOUR);
    await reporting(1, (m) => (m > 20 ? 6.8 : 5));
    expect((await look()).map((a) => a.kind)).toEqual(['step']);
  });
});
