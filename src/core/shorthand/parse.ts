import { nearest, same } from './find';
import type { ReaderOptions, Reading, Shorthand, Snapshot } from './reading';

/** Words between figures and units that say nothing more. */
const FILLERS = new Set(['from', 'of', 'in', 'at', 'out', 'the', 'into']);
/** What is recorded by a line is of now: another time is none of its words. */
const TIME =
  /^(yesterday|today|tomorrow|tonight|morning|evening|noon|ago|\d{1,2}[:.]\d{2}(am|pm)?|\d{1,2}(am|pm)|\d{4}-\d{2}-\d{2}|\d{1,2}\.\d{1,2}\.(\d{2,4})?)$/i;
/** Reads one line. Pure and quick: it runs at every key press. */
export function readLine(
  line: string,
  shorthands: readonly Shorthand[],
  snapshot: Snapshot,
  options: ReaderOptions,
): Reading {
  const text = line.trim();
  if (text === '') return { kind: 'empty' };
  const words = text.split(/\s+/);
  const first = words[0]!;
  const word = first.toLowerCase();
  if (words.length === 1 && word === 'undo') return { kind: 'undo' };
  if (words.length === 1 && (word === 'help' || word === '?')) return { kind: 'help' };
  const s = shorthands.find((x) => x.verb === word || x.short === word || x.also?.includes(word));
  if (!s) {
    const bare = withoutVerb(words, shorthands, snapshot);
    if (bare) return readLine(bare, shorthands, snapshot, options);
    const begun = shorthands.filter((x) => x.verb.startsWith(word));
    if (begun.length > 0 && words.length === 1)
      return { kind: 'incomplete', hint: begun.map((x) => x.form).join('   ') };
    return {
      kind: 'wrong',
      code: 'unknownVerb',
      message: `“${first}” is not a word of the log line`,
      nearest: nearest(
        word,
        shorthands.map((x) => x.verb),
      ).map((verb) => shorthands.find((x) => x.verb === verb)!.form),
    };
  }
  const rest = words.slice(1);
  const c = { snapshot, options, verb: s.verb, form: s.form };
  if (s.free) return s.read(rest, c);
  // What stands first is a figure where a figure is wanted: “temp 8.30” is no time.
  const time = rest.find((w, i) => TIME.test(w) && !(i === 0 && s.figureFirst));
  if (time !== undefined)
    return {
      kind: 'wrong',
      code: 'time',
      message: `“${time}”: a line is recorded as of now. For another time open the unit and record it there`,
      nearest: [],
    };
  return s.read(s.anyOrder ? inOrder(rest, s.anyOrder === 'to', snapshot) : rest, c);
}

const isUnit = (word: string, snapshot: Snapshot) => snapshot.units.some((u) => same(u.name, word));

/** `34 J1` and `J1 34`: a pick where eggs stand, dead where larvae or fish do. Null where it is neither. */
function withoutVerb(words: readonly string[], shorthands: readonly Shorthand[], snapshot: Snapshot): string | null {
  if (words.length !== 2) return null;
  const [a, b] = words as [string, string];
  const [number, name] = /^\d+$/.test(a) ? [a, b] : [b, a];
  if (!/^\d+$/.test(number) || !isUnit(name, snapshot)) return null;
  const unit = snapshot.units.find((u) => same(u.name, name))!;
  if (new Set(unit.holdings.map((h) => h.stage)).size !== 1) return null;
  const s = shorthands.find((x) => x.bare?.(unit.holdings[0]!));
  return s ? `${s.verb} ${number} ${name}` : null;
}

/** Figures first, then the unit, then what else was said; for a move from and to in its own form. */
function inOrder(words: readonly string[], fromTo: boolean, snapshot: Snapshot): string[] {
  const said = words.filter((w) => !FILLERS.has(w.toLowerCase()) && !(fromTo && /^to$/i.test(w)));
  const units = said.filter((w) => isUnit(w, snapshot));
  if (fromTo) {
    if (units.length !== 2 || said.some((w) => /[>→]/.test(w))) return said;
    const amount = said.filter((w) => !isUnit(w, snapshot));
    return [...amount, `${units[0]}>${units[1]}`];
  }
  // The unit first, the figure after it: turned round. Only where both are plain.
  if (units.length === 1 && isUnit(said[0] ?? '', snapshot) && /^(\d|all$)/i.test(said[1] ?? '')) {
    const end = said.findIndex((w, i) => i > 0 && !/^\d/.test(w) && !/^all$/i.test(w));
    const figures = said.slice(1, end < 0 ? undefined : end);
    return [...figures, said[0]!, ...(end < 0 ? [] : said.slice(end))];
  }
  return said;
}
