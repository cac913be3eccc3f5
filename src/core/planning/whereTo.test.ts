import { errorOf } from '../../../tests/support/refusedInput';
import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation, whereTo } from './whereTo';

const lot = (id: string, over: number, bears: Record<string, number>, near: string[] = []) => ({
  id,
  over,
  bears,
  near,
});

test('one tank where one bears it, on the same water where that is possible', () => {
  expect(whereTo([lot('A', 500, { K1: 900, K2: 900 }, ['K2'])], ['K1', 'K2'])).toMatchObject({
    moves: [{ lot: 'A', to: 'K2', number: 500 }],
    short: [],
    proven: true,
  });
});

test('two where one does not, and what finds no room is told', () => {
  expect(whereTo([lot('A', 1500, { K1: 900, K2: 500 })], ['K1', 'K2'])).toMatchObject({
    short: [{ lot: 'A', number: 100 }],
  });
  expect(whereTo([lot('A', 10, {})], [])).toMatchObject({ moves: [], short: [{ lot: 'A', number: 10 }] });
});

test('one lot a tank: what the other needs more is left to it', () => {
  const o = whereTo([lot('A', 500, { K1: 900, K2: 900 }), lot('B', 800, { K1: 900 })], ['K1', 'K2']);
  expect(o.moves).toEqual(
    expect.arrayContaining([
      { lot: 'A', to: 'K2', number: 500 },
      { lot: 'B', to: 'K1', number: 800 },
    ]),
  );
});

test('against trying all: never more without room, never more moves', () => {
  const random = new Chance(17);
  for (let k = 0; k < 30; k++) {
    const free = ['K1', 'K2', 'K3'];
    const lots = Array.from({ length: 3 }, (_, i) =>
      lot(`L${i}`, random.whole(100, 900), Object.fromEntries(free.map((f) => [f, random.whole(0, 700)]))),
    );
    const found = whereTo(lots, free);
    // Every way of giving each tank to one lot or to none.
    let best = Number.POSITIVE_INFINITY;
    for (let a = 0; a < 64; a++) {
      const to = free.map((_, j) => Math.floor(a / 4 ** j) % 4);
      let cost = 0;
      for (const [i, l] of lots.entries()) {
        const given = free.filter((_, j) => to[j] === i);
        const room = given.reduce((s, f) => s + Math.min(l.over, l.bears[f]!), 0);
        cost += 1000 * Math.max(0, 1 - room / l.over) + 1.25 * given.length;
      }
      best = Math.min(best, cost);
    }
    const cost =
      found.short.reduce((s, x) => s + (1000 * x.number) / lots.find((l) => l.id === x.lot)!.over, 0) +
      1.25 * found.moves.length;
    // Numbers are rounded to whole fish: of some hundred each, a tenth of a percent and less.
    expect(cost).toBeLessThan(best + 15);
  }
});

test('a hundred lots and as many free tanks within the time', () => {
  const random = new Chance(3);
  const free = Array.from({ length: 60 }, (_, i) => `K${i}`);
  const lots = Array.from({ length: 40 }, (_, i) =>
    lot(`L${i}`, random.whole(500, 9000), Object.fromEntries(free.map((f) => [f, random.whole(1000, 9000)])), [
      free[random.whole(0, 59)]!,
    ]),
  );
  const begun = performance.now();
  const o = whereTo(lots, free);
  expect(performance.now() - begun).toBeLessThan(15_000);
  const twice = o.moves.map((m) => m.to).filter((t, i, all) => all.indexOf(t) !== i);
  expect(twice).toEqual([]);
}, 60_000);

test.each([
  [{ lots: [], free: [] }, 'lots'],
  [{ lots: [{ id: 'A', over: 0, bears: {} }], free: [] }, 'lots[0].over'],
  [
    {
      lots: [
        { id: 'A', over: 5, bears: {} },
        { id: 'A', over: 5, bears: {} },
      ],
      free: [],
    },
    'lots',
  ],
  [{ lots: [{ id: 'A', over: 5, bears: { K1: -1 } }], free: ['K1'] }, 'lots[0].bears.K1'],
])('what cannot be is refused at its field: %j', (input, path) => {
  expect(errorOf(() => run(calculation, input as never)).path).toBe(path);
});
