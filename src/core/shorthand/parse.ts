import { nearest, same } from './find';
import { readers } from './readers';
import { formOf, forms, type ReaderOptions, type Reading, type Snapshot } from './reading';

const verbs = forms.map((f) => f.verb);

const shortVerbs: Record<string, string> = {
  p: 'pick',
  d: 'dead',
  t: 'temp',
  c: 'count',
  w: 'weigh',
  m: 'move',
  f: 'feed',
  n: 'note',
};

/** Other words for the same, as people say them. */
const sameVerb: Record<string, string> = {
  picked: 'pick',
  died: 'dead',
  counted: 'count',
  weighed: 'weigh',
  moved: 'move',
  hatched: 'hatch',
  fed: 'feed',
  sold: 'sell',
  temperature: 'temp',
};
/** Words between figures and units that say nothing more. */
const FILLERS = new Set(['from', 'of', 'in', 'at', 'out', 'the', 'into']);
/** What is recorded by a line is of now: another time is none of its words. */
const TIME =
  /^(yesterday|today|tomorrow|tonight|morning|evening|noon|ago|\d{1,2}[:.]\d{2}(am|pm)?|\d{1,2}(am|pm)|\d{4}-\d{2}-\d{2}|\d{1,2}\.\d{1,2}\.(\d{2,4})?)$/i;
/** Verbs whose words may stand in any order around the name of a unit. */
const FREE_ORDER = new Set(['pick', 'dead', 'sell', 'feed', 'hatch', 'move']);

/** Reads one line. Pure and quick: it runs at every key press. */
export function readLine(line: string, snapshot: Snapshot, options: ReaderOptions): Reading {
  const text = line.trim();
  if (text === '') return { kind: 'empty' };
  const words = text.split(/\s+/);
  const first = words[0]!;
  const word = first.toLowerCase();
  if (words.length === 1 && word === 'undo') return { kind: 'undo' };
  if (words.length === 1 && (word === 'help' || word === '?')) return { kind: 'help' };
  const verb = sameVerb[word] ?? shortVerbs[word] ?? word;
  if (!verbs.includes(verb)) {
    const bare = withoutVerb(words, snapshot);
    if (bare) return readLine(bare, snapshot, options);
    const begun = verbs.filter((v) => v.startsWith(word));
    if (begun.length > 0 && words.length === 1)
      return { kind: 'incomplete', hint: begun.map((v) => formOf(v)).join('   ') };
    return {
      kind: 'wrong',
      code: 'unknownVerb',
      message: `“${first}” is not a word of the log line`,
      nearest: nearest(word, verbs).map(formOf),
    };
  }
  const rest = words.slice(1);
  if (verb === 'note' || verb === 'trace') return readers[verb]!(rest, { snapshot, options, verb });
  const time = rest.find((w) => TIME.test(w) && !(verb === 'temp' && w === rest[0]));
  if (time !== undefined)
    return {
      kind: 'wrong',
      code: 'time',
      message: `“${time}”: a line is recorded as of now. For another time open the unit and record it there`,
      nearest: [],
    };
  return readers[verb]!(FREE_ORDER.has(verb) ? inOrder(rest, verb, snapshot) : rest, { snapshot, options, verb });
}

const isUnit = (word: string, snapshot: Snapshot) => snapshot.units.some((u) => same(u.name, word));

/** `34 J1` and `J1 34`: a pick where eggs stand, dead where larvae or fish do. Null where it is neither. */
function withoutVerb(words: readonly string[], snapshot: Snapshot): string | null {
  if (words.length !== 2) return null;
  const [a, b] = words as [string, string];
  const [number, name] = /^\d+$/.test(a) ? [a, b] : [b, a];
  if (!/^\d+$/.test(number) || !isUnit(name, snapshot)) return null;
  const unit = snapshot.units.find((u) => same(u.name, name))!;
  const stages = new Set(unit.holdings.map((h) => h.stage));
  if (stages.size !== 1) return null;
  return `${stages.has('egg') ? 'pick' : 'dead'} ${number} ${name}`;
}

/** Figures first, then the unit, then what else was said; for a move from and to in its own form. */
function inOrder(words: readonly string[], verb: string, snapshot: Snapshot): string[] {
  const said = words.filter((w) => !FILLERS.has(w.toLowerCase()) && !(verb === 'move' && /^to$/i.test(w)));
  const units = said.filter((w) => isUnit(w, snapshot));
  if (verb === 'move') {
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
