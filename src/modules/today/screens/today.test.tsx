import { renderToStaticMarkup } from 'react-dom/server';
import type { RunWindow } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { drawNext72 } from './drawNext72';
import { Next72 } from './Next72';
import { walkedRooms } from './walkedRooms';

const HOUR = 3_600_000;
const now = Date.parse('2031-04-14T05:42:00Z');

function holding(i: number, more: Partial<LivingHolding> = {}): LivingHolding {
  return {
    holdingId: i,
    lotId: i,
    lot: `AC-31-${String(i).padStart(2, '0')}`,
    roomId: 1 + Math.floor(i / 50),
    station: 'eggs',
    milestones: [],
    due: [],
    ...more,
  } as LivingHolding;
}
const due = (kind: 'pick' | 'weigh') => [{ holdingId: 1, unitId: 1, kind, urgency: 2 as const, says: '', since: 0 }];

describe('which rooms of the walk lie open', () => {
  const few = Array.from({ length: 100 }, (_, i) => holding(i));
  const many = Array.from({ length: 300 }, (_, i) => holding(i));

  test('all of them while they fit a page', () => {
    expect([...walkedRooms(few, null)]).toEqual([1, 2]);
    expect([...walkedRooms(few, 2)]).toEqual([1, 2]);
  });

  test('in a large hatchery the first with something to pick or count, or the one asked for', () => {
    expect([...walkedRooms(many, null)]).toEqual([1]);
    expect([
      ...walkedRooms(
        many.map((h, i) => (i === 120 ? { ...h, due: due('pick') } : h)),
        null,
      ),
    ]).toEqual([3]);
    // What is due only when there is time opens no room.
    expect([
      ...walkedRooms(
        many.map((h, i) => (i === 120 ? { ...h, due: due('weigh') } : h)),
        null,
      ),
    ]).toEqual([1]);
    expect([...walkedRooms(many, 5)]).toEqual([5]);
    expect([...walkedRooms(many, 77)]).toEqual([1]);
  });
});

describe('the next 72 hours', () => {
  const hatching = (i: number, hours: number): LivingHolding =>
    holding(i, {
      milestones: [
        {
          id: 'hatched',
          name: 'half hatched',
          enters: 'yolksac',
          turn: 'hatch',
          at: now + hours * HOUR,
          low: now + (hours - 6) * HOUR,
          high: now + (hours + 6) * HOUR,
          seen: false,
          passed: 0.9,
          measuredShare: 1,
          note: '',
          first: null,
          last: null,
          factor: 1,
          factorDates: 0,
        },
      ],
    });
  const draw = (holdings: LivingHolding[], running: RunWindow[] = []) =>
    renderToStaticMarkup(<Next72 drawn={drawNext72(holdings, running, now, 'Europe/Vienna')} />);

  test('nothing predicted is said', () => {
    expect(draw([])).toContain('No stage is predicted in these days');
  });

  test('a lot on two waters has two bands, each with its room', () => {
    const [early, late] = [hatching(1, 20), hatching(1, 44)];
    const html = draw([
      { ...early, room: 'Cold room' },
      { ...late, holdingId: 2, room: 'Hall' },
      { ...late, holdingId: 3, room: 'Hall' },
    ]);
    expect(html.match(/AC-31-01 half hatched[^<]*<\/text>/g)).toEqual([
      'AC-31-01 half hatched, Cold room</text>',
      'AC-31-01 half hatched, Hall</text>',
    ]);
  });

  test('a lot in several units is one band; what was seen or lies beyond is not drawn', () => {
    const lot = hatching(1, 20);
    const html = draw([lot, { ...lot, holdingId: 2 }, hatching(3, 200)]);
    expect(html.match(/AC-31-01 half hatched<\/text>/g)).toHaveLength(1);
    expect(html).not.toContain('AC-31-03');
    const seen = { ...lot, milestones: lot.milestones.map((m) => ({ ...m, seen: true })) };
    expect(draw([seen])).toContain('No stage is predicted');
  });

  test('a female that may run is a band of its own; one whose hours are over is not', () => {
    const runs = (tag: string, hours: number): RunWindow => ({
      day: 1,
      tag,
      from: now + (hours - 3) * HOUR,
      at: now + hours * HOUR,
      to: now + (hours + 3) * HOUR,
    });
    const html = draw([hatching(1, 20)], [runs('STF1', 5), runs('STF2', -4)]);
    expect(html).toContain('aria-label="STF1 runs 2031-04-14 12:42; AC-31-01 half hatched');
    expect(html).not.toContain('STF2');
  });

  test('the line of a day ends before a label that stands on it', () => {
    // Midnight in Vienna is 16.3 hours off.
    const lines = (hours: number) => drawNext72([hatching(1, hours)], [], now, 'Europe/Vienna').days.map((d) => d.to);
    expect(lines(30)).toEqual([268, 268, 268]);
    expect(lines(16)).toEqual([63, 268, 268]);
  });

  test('the name of a day is never written over a label, at whatever hour that stands', () => {
    for (let hours = 1; hours < 70; hours += 0.25) {
      const drawn = drawNext72([hatching(1, hours)], [], now, 'Europe/Vienna');
      const [label] = drawn.labels;
      // A label of 12 is drawn 4 below its place, the name of a day of 11 at its own.
      for (const d of drawn.days) expect(Math.abs(d.wordY - (label!.y + 4))).toBeGreaterThan(8);
    }
  });

  test('labels keep apart and are no more than fit; the rest is counted', () => {
    const many = Array.from({ length: 60 }, (_, i) => hatching(i, 10 + i / 2));
    const places = drawNext72(many, [], now, 'Europe/Vienna').labels.map((l) => l.y);
    expect(places).toHaveLength(32);
    for (let i = 1; i < places.length; i++) expect(places[i]! - places[i - 1]!).toBeGreaterThan(15.99);
    expect(draw(many)).toContain('And 28 more');
  });
});
