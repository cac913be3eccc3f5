import { run } from '../calculation';
import { Chance } from '../chance';
import { type Allocation, allocate, calculation, mayGo, type ReleaseLot, type ReleaseSite } from './allocate';

/** What holds of any allocation: no lot gives more than it has, no site gets more than it wants or may, nothing is lost. */
function holds(lots: readonly ReleaseLot[], sites: readonly ReleaseSite[], a: Allocation): void {
  for (const l of lots) {
    const sent = a.shipments.filter((s) => s.lot === l.id).reduce((t, s) => t + s.number, 0);
    expect(sent + (a.left.find((x) => x.lot === l.id)?.number ?? 0)).toBe(l.number);
  }
  for (const s of sites) {
    const got = a.shipments.filter((x) => x.site === s.id).reduce((t, x) => t + x.number, 0);
    expect(got).toBeLessThanOrEqual(Math.min(s.target, s.most ?? s.target));
    expect(got + (a.unmet.find((x) => x.site === s.id)?.number ?? 0)).toBe(s.target);
  }
  for (const x of a.shipments) {
    expect(x.number).toBeGreaterThan(0);
    expect(mayGo(lots.find((l) => l.id === x.lot)!, sites.find((s) => s.id === x.site)!)).toBe(true);
  }
}

test('one lot for one site where that will do; permits, windows and species keep the others out', () => {
  const lots = [
    { id: 'A', number: 5000, massG: 2 },
    { id: 'B', number: 3000, massG: 6 },
    { id: 'C', number: 4000, species: 'ide', massG: 6 },
  ];
  const sites = [
    { id: 'x', target: 3000, leastG: 4, species: 'char' },
    { id: 'y', target: 6000, most: 5000 },
  ];
  const a = run(calculation, { lots, sites });
  expect(a.placed).toBe(8000);
  expect(a.shipments).toEqual(
    expect.arrayContaining([
      { lot: 'B', site: 'x', number: 3000 },
      { lot: 'A', site: 'y', number: 5000 },
    ]),
  );
  expect(a.shipments).toHaveLength(2);
  expect(a.unmet).toEqual([{ site: 'y', number: 1000 }]);
  expect(a.left).toEqual([{ lot: 'C', number: 4000 }]);
  expect(a.warnings).toEqual(['y: the permit allows fewer than the target']);
});

test('what was not weighed fits no window; nothing may go anywhere: said, not failed', () => {
  const a = run(calculation, { lots: [{ id: 'A', number: 10 }], sites: [{ id: 'x', target: 5, leastG: 1 }] });
  expect(a).toMatchObject({
    shipments: [],
    placed: 0,
    unmet: [{ site: 'x', number: 5 }],
    left: [{ lot: 'A', number: 10 }],
  });
  expect(a.warnings).toHaveLength(1);
  expect(() =>
    run(calculation, {
      lots: [
        { id: 'A', number: 1 },
        { id: 'A', number: 2 },
      ],
      sites: [{ id: 'x', target: 1 }],
    }),
  ).toThrow(/lots/);
  expect(() =>
    run(calculation, { lots: [{ id: 'A', number: 1 }], sites: [{ id: 'x', target: 1, leastG: 3, mostG: 2 }] }),
  ).toThrow(/mostG/);
});

test('small cases against trying all by hand: as many placed, in no more shipments', () => {
  const chance = new Chance(14);
  for (let k = 0; k < 25; k++) {
    const lots = Array.from({ length: chance.whole(1, 3) }, (_, i) => ({
      id: `L${i}`,
      number: chance.whole(0, 4),
      massG: chance.whole(1, 5),
    }));
    const sites = Array.from({ length: chance.whole(1, 2) }, (_, j) => ({
      id: `S${j}`,
      target: chance.whole(0, 5),
      ...(chance.next() < 0.4 ? { leastG: 3 } : {}),
      ...(chance.next() < 0.3 ? { most: chance.whole(0, 5) } : {}),
    }));
    const a = allocate(lots, sites);
    holds(lots, sites, a);
    let best = { placed: -1, shipments: 0 };
    const cells = lots.flatMap((l) => sites.map((s) => ({ l, s, most: mayGo(l, s) ? l.number : 0 })));
    const walk = (c: number, given: number[]): void => {
      if (c === cells.length) {
        const fits =
          lots.every((l) => cells.reduce((t, x, i) => t + (x.l === l ? given[i]! : 0), 0) <= l.number) &&
          sites.every(
            (s) =>
              cells.reduce((t, x, i) => t + (x.s === s ? given[i]! : 0), 0) <=
              Math.min(s.target, (s as { most?: number }).most ?? s.target),
          );
        if (!fits) return;
        const placed = given.reduce((t, x) => t + x, 0);
        const shipments = given.filter((x) => x > 0).length;
        if (placed > best.placed || (placed === best.placed && shipments < best.shipments))
          best = { placed, shipments };
        return;
      }
      for (let v = 0; v <= cells[c]!.most; v++) walk(c + 1, [...given, v]);
    };
    walk(0, []);
    expect([a.placed, a.shipments.length, a.proven]).toEqual([best.placed, best.shipments, true]);
  }
});

test('twenty lots to twelve sites within seconds, whole and within every bound', () => {
  const chance = new Chance(3);
  const lots = Array.from({ length: 20 }, (_, i) => ({
    id: `L${i}`,
    number: chance.whole(500, 20_000),
    massG: chance.between(1, 9),
  }));
  const sites = Array.from({ length: 12 }, (_, j) => ({
    id: `S${j}`,
    target: chance.whole(4000, 25_000),
    ...(j % 3 === 0 ? { leastG: 4 } : {}),
  }));
  const a = allocate(lots, sites);
  holds(lots, sites, a);
  expect(a.placed).toBe(
    Math.min(
      lots.reduce((t, l) => t + l.number, 0),
      sites.reduce((t, s) => t + s.target, 0),
    ),
  );
}, 30_000);
