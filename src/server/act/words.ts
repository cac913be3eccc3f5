import { figures, grouped, plain } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { lengthOf, massOfOne, measured, temperatureRead, warmth } from '@/core/quantities/reader';

/** What a line says, numbers and measures still in SI: they become text when a reader is known. */
export type Words = readonly Word[];
export type Word =
  | string
  /** Animals or things. */
  | { count: number }
  /** A figure as it was given, or to so many figures. */
  | { figure: number; to?: number }
  /** Of one animal, of a lot of them, small and as it was given (feed, eggs), or by the bag. */
  | { massG: number; as: 'each' | 'all' | 'given' | 'bags' }
  | { celsius: number }
  /** A sum of temperature. */
  | { degreeDays: number }
  | { lengthMm: number }
  | { flowLPerMin: number };

/** Who reads: the units; decimal marks follow the request. */
export type WordsReader = { us: boolean };

export function sayWords(words: Words, reader: WordsReader): string {
  return words.map((w) => (typeof w === 'string' ? w : sayMeasure(w, reader.us))).join('');
}

function sayMeasure(w: Exclude<Word, string>, us: boolean): string {
  if ('count' in w) return grouped(w.count);
  if ('figure' in w) return w.to === undefined ? plain(w.figure) : figures(w.figure, w.to);
  if ('massG' in w) {
    if (w.as === 'each') return massOfOne(w.massG, us);
    if (w.as === 'bags') return massOfAll(w.massG, us, w.massG < 10_000 ? 2 : 1);
    if (us || w.as === 'all') return massOfAll(w.massG, us, w.as === 'all' ? 3 : 2);
    return `${plain(w.massG)} g`;
  }
  if ('celsius' in w) return temperatureRead(w.celsius, us);
  if ('degreeDays' in w) return warmth(w.degreeDays, us);
  if ('lengthMm' in w) return lengthOf(w.lengthMm, us);
  return measured(w.flowLPerMin, 'flow', us);
}

/** Parts that are there, with commas between. Nothing, false and empty texts fall away. */
export function listed(...parts: readonly (Words | Word | undefined | null | false | 0 | '')[]): Words {
  return parts
    .filter((p): p is Words | Word => Boolean(p) && (!Array.isArray(p) || p.length > 0))
    .flatMap((p, i): Word[] => [...(i === 0 ? [] : [', ']), ...(Array.isArray(p) ? (p as Words) : [p as Word])]);
}

/** What an entry moved: out of a holding, into one, or over an account of the world outside. */
export type Moved = { account: string; delta: number; unit: string; lot: string; stage: string };

/** An entry as its words are made from: what was said of it, and what it moved. */
export type Told<I = Record<string, unknown>> = {
  /** What the act was sent with, and what it added. Older versions may have left things out. */
  intent: Partial<I> & Record<string, unknown>;
  /** Name of the unit that it is of, for what moved nothing. */
  unit?: string;
  out: readonly Moved[];
  into: readonly Moved[];
  held: readonly Moved[];
  /** Animals that went to the world outside, or came from it. */
  world: readonly Moved[];
  /** What went to unexplained or came from it, with a semicolon before it; empty for none. */
  odd: Words;
};

export function toldOf(intent: Record<string, unknown>, moved: readonly Moved[], unit?: string): Told {
  const held = moved.filter((m) => m.account === 'holding');
  const out = held.filter((m) => m.delta < 0);
  // What an entry found in a holding that it takes from (more came out than the books held) did not come in.
  const takenFrom = new Set(out.map((m) => `${m.unit} ${m.lot} ${m.stage}`));
  const unexplained = moved.filter((m) => m.account === 'unexplained').reduce((s, m) => s + m.delta, 0);
  return {
    intent,
    unit,
    held,
    out,
    into: held.filter((m) => m.delta > 0 && !takenFrom.has(`${m.unit} ${m.lot} ${m.stage}`)),
    world: moved.filter((m) => m.account !== 'holding' && m.account !== 'unexplained' && m.delta > 0),
    odd:
      unexplained === 0
        ? []
        : ['; ', { count: Math.abs(unexplained) }, unexplained > 0 ? ' missing' : ' more than the books had'],
  };
}

export const countOf = (list: readonly Moved[]): Word => ({ count: Math.abs(list.reduce((s, m) => s + m.delta, 0)) });
export const unitsOf = (list: readonly Moved[]): string => [...new Set(list.map((m) => m.unit))].join(', ');

/** What moved, from where to where: what is said of an entry whose kind has no words of its own. */
export function movedWords({ intent, out, into, world, odd }: Told): Words {
  const { siteName, cause } = intent;
  if (world.length > 0 && into.length === 0)
    return [
      countOf(world),
      ` from ${unitsOf(world)}${siteName ? ` to ${siteName}` : ''}${cause ? `, ${cause}` : ''}`,
      ...odd,
    ];
  if (into.length > 0 && out.length > 0)
    return [
      countOf(into),
      ` from ${unitsOf(out)} to `,
      ...listed(...into.map((m): Words => (into.length > 1 ? [`${m.unit} (`, { count: m.delta }, ')'] : [m.unit]))),
      // Dead that were taken out on the way stand behind what was moved.
      ...(world.length > 0 ? [', ', countOf(world), ' dead'] : []),
      ...odd,
    ];
  const [, ...rest] = odd;
  return rest;
}

/** Animals that came in: into which unit, as which lot. */
export const cameInto = ({ into }: Told): Words =>
  listed(...into.map((m): Words => [{ count: m.delta }, ` into ${m.unit}, ${m.lot}`]));

/** Dead that were taken out: how many, from where, of what. */
export const lossWords = ({ intent: i, out, unit, odd }: Told<{ number: number; cause: string }>): Words => [
  i.measured ? 'about ' : '',
  { count: i.number ?? 0 },
  out[0] || unit ? ` from ${out[0]?.unit ?? unit}` : '',
  i.cause ? `, ${i.cause}` : '',
  ...odd,
];
