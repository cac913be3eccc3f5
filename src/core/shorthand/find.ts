import { editDistance } from '../editDistance';
import { parseNumber } from '../quantities/measure';
import type { Capability } from '../species/capabilities';
import type { Ctx, Reading, Snapshot, SnapshotHolding, Wrong } from './reading';

export type At = { unit: Snapshot['units'][number]; holding: SnapshotHolding };

/** The unit of a name or of its beginning; several or none are told apart in words. */
export function unitNamed(
  name: string,
  c: Ctx,
  others: readonly string[] = [],
): Snapshot['units'][number] | Extract<Reading, { kind: 'wrong' }> {
  const exact = c.snapshot.units.find((u) => same(u.name, name));
  if (exact) return exact;
  const begun = c.snapshot.units.filter((u) => u.name.toLowerCase().startsWith(name.toLowerCase()));
  if (begun.length > 1)
    return {
      kind: 'wrong',
      code: 'ambiguousUnit',
      message: `“${name}” could be ${begun
        .slice(0, 6)
        .map((u) => u.name)
        .join(', ')}${begun.length > 6 ? ' …' : ''}`,
      nearest: begun.slice(0, 4).map((u) => u.name),
    };
  if (begun.length === 1) return begun[0]!;
  return {
    kind: 'wrong',
    code: 'unknownUnit',
    message: `There is no unit “${name}”`,
    nearest: nearest(name, [...c.snapshot.units.map((u) => u.name), ...others]),
  };
}

/**
 * The one holding meant by a unit's name; several lots or none are told apart in words.
 * @param usual what is done with the animals that the act is usually about: which of two stages is meant
 */
export function holdingIn(name: string, c: Ctx, usual: readonly Capability[] = []): At | Wrong {
  const unit = unitNamed(name, c);
  if ('code' in unit) return unit;
  const { holdings } = unit;
  if (holdings.length === 0) {
    return unit.wasUsed
      ? {
          kind: 'wrong',
          code: 'finishedUnit',
          message: `${unit.name} is empty: what stood there has gone on`,
          nearest: [],
        }
      : { kind: 'wrong', code: 'finishedUnit', message: `Nothing has been put into ${unit.name} yet`, nearest: [] };
  }
  if (holdings.length === 1) return { unit, holding: holdings[0]! };
  const preferred = holdings.filter((h) => usual.some((u) => h.can.includes(u)));
  if (preferred.length === 1) return { unit, holding: preferred[0]! };
  return {
    kind: 'wrong',
    code: 'severalLots',
    message: `${unit.name} holds ${holdings.map((h) => `${h.lot} (${h.stageName})`).join(' and ')}: record it from the unit`,
    nearest: [],
  };
}

/** The cone or culture of a name; where there is none, the nearest are told. */
export function vesselNamed(
  name: string,
  c: Ctx,
  kind: 'cone' | 'culture',
): { id: number; name: string } | Extract<Reading, { kind: 'wrong' }> {
  const all = (c.snapshot.vessels ?? []).filter((v) => v.kind === kind);
  const found = all.find((v) => same(v.name, name));
  if (found) return found;
  return {
    kind: 'wrong',
    code: 'unknownUnit',
    message: `There is no ${kind} “${name}”`,
    nearest: nearest(
      name,
      all.map((v) => v.name),
    ),
  };
}

export function wholeNumber(text: string, c: Ctx): number | Wrong {
  const n = parseNumber(text, c.options.locale);
  if (!n.ok)
    return n.code === 'empty'
      ? { kind: 'incomplete', hint: c.form }
      : n.code === 'ambiguous'
        ? wrongNumber(`${n.message}: ${n.readings!.map((r) => r.text).join(' or ')}? Type it without the mark`)
        : wrongNumber(n.message);
  if (!Number.isInteger(n.value) || n.value < 0) return wrongNumber(`${text} is no number of animals`);
  return n.value;
}

export const wrongNumber = (message: string): Wrong => ({ kind: 'wrong', code: 'number', message, nearest: [] });
export const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/** The last word apart: what stands before it may be grouped by spaces. */
export function lastWord(words: string[]): [string | undefined, string | undefined] {
  return words.length < 2 ? [words[0], undefined] : [words.slice(0, -1).join(' '), words.at(-1)];
}

/** The three nearest by edit distance, none further than half the word. */
export function nearest(word: string, among: readonly string[]): string[] {
  return among
    .map((w) => ({ w, d: editDistance(word.toLowerCase(), w.toLowerCase()) }))
    .filter((x) => x.d <= Math.max(1, Math.ceil(word.length / 2)))
    .sort((a, b) => a.d - b.d || a.w.localeCompare(b.w))
    .slice(0, 3)
    .map((x) => x.w);
}
