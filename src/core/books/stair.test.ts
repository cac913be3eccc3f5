import fc from 'fast-check';
import { addStage, attributed, type Entered, type Loads, sdOfLoads, sharedVariance } from './stair';

const loads = (o: Record<string, [number, number]>): Loads =>
  new Map(Object.entries(o).map(([k, [c, sd]]) => [k, { c, sd }]));
const of = (number: number, l: Loads): Entered => ({ number, first: 0, loads: l });

test('a lot moved whole takes all that entered with it, with the doubt of what entered and no more', () => {
  const eggs = of(60_000, loads({ take: [1, 2600] }));
  // Picked down to 50 000 by counted picks: the take's error stays in what stands, whole.
  const standing = of(50_000, loads({ take: [1, 2600] }));
  const a = attributed(eggs, standing, standing);
  expect(a.number).toBe(60_000);
  expect(sdOfLoads(a.loads)).toBeCloseTo(2600, 9);
});

test('a counted part of an unsure lot: the survival on the way is far surer than the eggs', () => {
  const eggs = of(60_000, loads({ take: [1, 3000] }));
  const standing = of(50_000, loads({ take: [1, 3000] }));
  const moved = of(10_000, new Map());
  const a = attributed(eggs, moved, standing);
  expect(a.number).toBeCloseTo(12_000, 9);
  // d(E m/N) = m/N dE − E m/N² dN = (0.2 − 0.24) · take.
  expect(sdOfLoads(a.loads)).toBeCloseTo(0.04 * 3000, 9);
});

test('parts that together are the whole share out what entered, and its doubt, exactly', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      fc.double({ min: 100, max: 1e6, noNaN: true }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      (f, eggs, alive) => {
        const entered = of(eggs, loads({ take: [1, eggs / 20] }));
        const standing = of(eggs * alive, loads({ take: [1, eggs / 20], count: [1, 7] }));
        const part = (w: number) => of(standing.number * w, loads({ take: [w, eggs / 20], count: [w, 7] }));
        const sum = new Map<string, Entered>();
        addStage(sum, 'egg', attributed(entered, part(f), standing));
        addStage(sum, 'egg', attributed(entered, part(1 - f), standing));
        expect(sum.get('egg')!.number / eggs).toBeCloseTo(1, 9);
        expect(sdOfLoads(sum.get('egg')!.loads) / (eggs / 20)).toBeCloseTo(1, 6);
      },
    ),
  );
});

test('covariance is by shared sources only', () => {
  expect(sharedVariance(loads({ a: [2, 3], b: [1, 5] }), loads({ a: [4, 3], c: [1, 9] }))).toBe(2 * 4 * 9);
  expect(sharedVariance(loads({ a: [1, 1] }), loads({ b: [1, 1] }))).toBe(0);
});
