import { daily, datesOf, dragged, figuresOf, followed, handlesOf } from './course';

const DAY = 86_400_000;
const start = Date.parse('2031-04-14T06:00:00Z');
const line = (days: number, celsius: (d: number) => number) =>
  Array.from({ length: days + 1 }, (_, d) => ({ at: start + d * DAY, celsius: celsius(d) }));
const limits = { low: 1, high: 8, maxStepPerDay: 1 };
const plant = { flowLPerMin: 30 };

test('a course keeps its ends when it is thinned to handles, and a set point a day when it is laid out again', () => {
  const course = line(90, (d) => 4 + d / 90);
  const handles = handlesOf(course);
  expect(handles.length).toBeLessThan(30);
  expect(handles[0]).toEqual(course[0]);
  expect(handles.at(-1)).toEqual(course.at(-1));
  const again = daily(handles);
  expect(again).toHaveLength(91);
  for (const [d, p] of again.entries()) expect(p.celsius).toBeCloseTo(course[d]!.celsius, 6);
  expect(handlesOf(line(5, () => 4))).toHaveLength(6);
});

test('dragging one handle leaves the others', () => {
  const handles = handlesOf(line(10, () => 4));
  const next = dragged(handles, 3, 6.5);
  expect(next[3]!.celsius).toBe(6.5);
  expect(next.filter((p) => p.celsius === 4)).toHaveLength(10);
  expect(handles[3]!.celsius).toBe(4);
});

test('energy is that of the distance from the water as it comes; what is off is told with its day', () => {
  const ambient = [{ at: start, celsius: 4 }];
  const f = figuresOf(
    line(10, () => 6),
    ambient,
    limits,
    plant,
  );
  expect(f.energyKwh).toBeCloseTo((30 / 60) * 4.186 * 2 * 240, 3);
  expect(f.mostHeatKw).toBeCloseTo((30 / 60) * 4.186 * 2, 6);
  expect(f.risks.map((r) => r.says).join()).toMatch(/degas/);
  const rising = figuresOf(
    line(8, (d) => 4 + 0.5 * d),
    ambient,
    limits,
    plant,
  ).risks.filter((r) => /gas/.test(r.says));
  // One line, with the most of it and the first day of it, however many days it lasts.
  expect(rising).toHaveLength(1);
  expect(rising[0]!.says).toMatch(/up to 1(0[5-9]|1\d) % gas: degas it/);
  expect(rising[0]!.at).toBeGreaterThan(start + DAY);
  const wild = figuresOf(
    line(6, (d) => (d < 3 ? 4 : 9.5)),
    ambient,
    limits,
    { ...plant, heatKw: 2 },
  );
  expect(wild.risks.map((r) => r.says)).toEqual(
    expect.arrayContaining([
      'above what the eggs bear',
      'changes faster than the pace allowed',
      'the heater cannot hold it',
    ]),
  );
  expect(wild.risks[0]!.at).toBe(start + 3 * DAY);
  expect(
    figuresOf(
      line(6, () => 4),
      ambient,
      limits,
      plant,
    ).risks,
  ).toEqual([]);
});

test('a followed water keeps its distance, within limits and at their pace', () => {
  const lake = line(30, (d) => 2 + d / 3);
  const course = followed(lake, 1, limits, { at: start, celsius: 5 }, start + 30 * DAY);
  expect(course[0]!.celsius).toBe(5);
  expect(course[1]!.celsius).toBe(4);
  expect(course[10]!.celsius).toBeCloseTo(3 + 10 / 3, 6);
  expect(course.at(-1)!.celsius).toBe(8);
});

test('dates move with the course; what was seen stays', () => {
  const lot = {
    fertilisedAt: start - 40 * DAY,
    phases: [
      { stage: 'eyed', model: { kind: 'degreeDays' as const, sum: 220, base: 0 }, sumFrom: 'fertilisation' as const },
      {
        stage: 'hatched',
        model: { kind: 'degreeDays' as const, sum: 440, base: 0 },
        sumFrom: 'fertilisation' as const,
      },
    ],
  };
  const measured = Array.from({ length: 41 }, (_, d) => ({ at: start - (40 - d) * DAY, celsius: 5 }));
  const at = (celsius: number) =>
    datesOf(lot, measured, line(200, () => celsius).slice(1), { eyed: start - DAY }).get('hatched')!;
  expect((at(5) - start) / DAY).toBeCloseTo(48, 0);
  expect(at(8)).toBeLessThan(at(5) - 15 * DAY);
  expect(datesOf(lot, measured, [], { eyed: start - DAY }).get('eyed')).toBe(start - DAY);
});
