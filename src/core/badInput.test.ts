import { refusedInput } from '../../tests/support/refusedInput';
import { run } from './calculation';
import { loadCalculation, registry } from './registry';

type Leaf = { path: (string | number)[]; value: unknown };

/** Every figure of an input, with the way to it. */
function leaves(value: unknown, path: (string | number)[] = []): Leaf[] {
  if (Array.isArray(value)) return value.slice(0, 2).flatMap((v, i) => leaves(v, [...path, i]));
  if (value && typeof value === 'object') return Object.entries(value).flatMap(([k, v]) => leaves(v, [...path, k]));
  return [{ path, value }];
}

/** The input with one figure changed; `undefined` leaves it out. */
function withLeaf(input: unknown, path: readonly (string | number)[], to: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return to;
  if (Array.isArray(input)) return input.map((v, i) => (i === key ? withLeaf(v, rest, to) : v));
  const copy = { ...(input as Record<string, unknown>) };
  if (rest.length === 0 && to === undefined) delete copy[key];
  else copy[key] = withLeaf(copy[key], rest, to);
  return copy;
}

describe.each(registry.map((c) => c.id))('%s', (id) => {
  test('a word, nothing or an endless number for any figure, a figure for any word is refused, naming it', async () => {
    const c = (await loadCalculation(id))!;
    const all = leaves(c.example);
    expect(all.length).toBeGreaterThan(0);
    for (const { path, value } of all)
      for (const wrong of [
        ...(typeof value === 'number' ? ['many', Number.NaN, Number.POSITIVE_INFINITY] : [7]),
        null,
        [1],
        {},
      ]) {
        const e = refusedInput(() => run(c, withLeaf(c.example, path, wrong)));
        expect([path, wrong, e !== null]).toEqual([path, wrong, true]);
        // The nearest name on the way to the figure: a choice between forms may be refused as a whole.
        const names = path.filter((p) => typeof p === 'string') as string[];
        expect([path, names.some((n) => `${e!.path} ${e!.message}`.includes(n))]).toEqual([path, true]);
      }
  });

  test('no input at all, another kind of thing, or a list is refused', async () => {
    const c = (await loadCalculation(id))!;
    for (const wrong of [undefined, null, 'text', 7, []])
      expect([wrong, refusedInput(() => run(c, wrong)) !== null]).toEqual([wrong, true]);
  });

  test('the example is not changed by being reckoned with, and gives the same twice', async () => {
    const c = (await loadCalculation(id))!;
    const before = JSON.stringify(c.example);
    const [first, second] = [run(c, c.example), run(c, c.example)];
    expect(JSON.stringify(first)).toBe(JSON.stringify(second));
    expect(JSON.stringify(c.example)).toBe(before);
  });

  test('every figure that comes out is a number, and no interval is turned round', async () => {
    const c = (await loadCalculation(id))!;
    const out = run(c, c.example) as Record<string, unknown>;
    for (const l of leaves(out))
      if (typeof l.value === 'number') expect([l.path, Number.isFinite(l.value)]).toEqual([l.path, true]);
    const { low, high } = out as { low?: number; high?: number };
    if (typeof low === 'number' && typeof high === 'number') expect(low).toBeLessThanOrEqual(high);
  });
});
