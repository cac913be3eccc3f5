import { grouped } from '../quantities/format';
import { parseMeasure, parseNumber } from '../quantities/measure';

/** What the log line knows of the hatchery: enough to read back and to check without the network. */
export type Snapshot = {
  at: number;
  units: readonly {
    id: number;
    name: string;
    kind: string;
    room: string;
    holdings: readonly SnapshotHolding[];
    wasUsed: boolean;
  }[];
  sensors: readonly { id: number; name: string; room: string }[];
  lots: readonly { id: number; name: string; species: string; alive: number; sd: number }[];
};
export type SnapshotHolding = {
  holdingId: number;
  lotId: number;
  lot: string;
  species: string;
  stage: string;
  stageName: string;
  number: number;
  sd: number;
};

export type ReaderOptions = { locale: string; system: 'metric' | 'us' };

/** What a line was understood as: a command ready to send, an order to the page, or what is wrong with it. */
export type Reading =
  | { kind: 'empty' }
  | { kind: 'command'; type: string; payload: Record<string, unknown>; says: Said[] }
  | { kind: 'open'; href: string; says: Said[] }
  | { kind: 'incomplete'; hint: string }
  | {
      kind: 'wrong';
      code:
        | 'unknownVerb'
        | 'unknownUnit'
        | 'ambiguousUnit'
        | 'finishedUnit'
        | 'severalLots'
        | 'number'
        | 'tooMany'
        | 'unknownLot'
        | 'syntax';
      message: string;
      nearest: string[];
    };

/** Parts of a reading-back; numbers with doubt are kept apart so that the page can set them as such. */
export type Said = string | { number: number; sd: number };

/** Every form of the log line, for help and for what it offers when it does not understand. */
export const forms: readonly { verb: string; form: string; says: string }[] = [
  { verb: 'pick', form: 'pick 34 J3', says: 'dead eggs picked' },
  { verb: 'dead', form: 'dead 5 R4 fungus', says: 'dead animals, with a cause if you like' },
  { verb: 'temp', form: 'temp 8.4 bay2', says: 'a temperature read by eye' },
  { verb: 'count', form: 'count R4 812', says: 'all counted, one by one' },
  { verb: 'weigh', form: 'weigh R4 25g/61 26g/63 total 41kg', says: 'sample batches, and the whole if weighed' },
  { verb: 'move', form: 'move 4000 R4>R7', says: 'part of a unit, or “all”' },
  { verb: 'hatch', form: 'hatch 12000 J3', says: 'eggs that have hatched, or “all”' },
  { verb: 'feed', form: 'feed 1.2kg R4', says: 'feed given' },
  { verb: 'eyed', form: 'eyed 82/100 J3', says: 'an eyed check: so many of so many' },
  { verb: 'note', form: 'note J3 flow turned down', says: 'a remark on a unit' },
  { verb: 'trace', form: 'trace AC-31-01', says: 'opens a lot’s story' },
];
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

/** Reads one line. Pure and quick: it runs at every key press. */
export function readLine(line: string, snapshot: Snapshot, options: ReaderOptions): Reading {
  const text = line.trim();
  if (text === '') return { kind: 'empty' };
  const [first, ...rest] = text.split(/\s+/) as [string, ...string[]];
  const word = first.toLowerCase();
  const verb = shortVerbs[word] ?? word;
  if (!verbs.includes(verb)) {
    const begun = verbs.filter((v) => v.startsWith(word));
    if (begun.length > 0 && rest.length === 0)
      return { kind: 'incomplete', hint: begun.map((v) => formOf(v)).join('   ') };
    return {
      kind: 'wrong',
      code: 'unknownVerb',
      message: `“${first}” is not a word of the log line`,
      nearest: nearest(word, verbs).map(formOf),
    };
  }
  return readers[verb]!(rest, { snapshot, options, verb });
}

const formOf = (verb: string) => forms.find((f) => f.verb === verb)!.form;

type Ctx = { snapshot: Snapshot; options: ReaderOptions; verb: string };
type Wrong = Extract<Reading, { kind: 'wrong' | 'incomplete' }>;

const readers: Record<string, (words: string[], c: Ctx) => Reading> = {
  pick: (w, c) => lossLine(w, c, 'pick.record', 'dead picked', ['egg']),
  dead: (w, c) => lossLine(w, c, 'dead.record', 'dead', ['yolksac', 'fry', 'fingerling']),
  temp(words, c) {
    const [measure, place] = lastWord(words);
    if (!measure || !place) return { kind: 'incomplete', hint: formOf('temp') };
    const shown = c.options.system === 'us' ? '°F' : '°C';
    const value = parseMeasure(measure, 'temperature', shown, c.options.locale);
    if (!value.ok) return wrongNumber(value.message);
    if (value.value < -3 || value.value > 45)
      return wrongNumber(`${measure} ${/[fc]$/i.test(measure) ? '' : shown} is no water that holds fish`);
    const sensor = c.snapshot.sensors.find((s) => same(s.name, place));
    const says = (where: string): Said[] => [`${value.value.toFixed(1)} °C, ${where}, now`];
    if (sensor)
      return {
        kind: 'command',
        type: 'temperature.record',
        payload: { sensor: sensor.id, celsius: value.value },
        says: says(`${sensor.name} (${sensor.room})`),
      };
    const unit = unitNamed(
      place,
      c,
      c.snapshot.sensors.map((s) => s.name),
    );
    if ('code' in unit) return unit;
    return {
      kind: 'command',
      type: 'temperature.record',
      payload: { unit: unit.id, celsius: value.value },
      says: says(`water of ${unit.name}`),
    };
  },
  count(words, c) {
    const [place, number] = [words[0], words.slice(1).join('')];
    if (!place || !number) return { kind: 'incomplete', hint: formOf('count') };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const n = wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    return command('count.record', at, { measured: { method: 'counted', number: n } }, [
      `${spaced(n)} counted in `,
      ...where(at),
      `. The books say `,
      { number: at.holding.number, sd: at.holding.sd },
      '.',
    ]);
  },
  weigh(words, c) {
    const [place, ...rest] = words;
    if (!place || rest.length === 0) return { kind: 'incomplete', hint: formOf('weigh') };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const totalAt = rest.findIndex((w) => /^total$/i.test(w));
    const samples = (totalAt < 0 ? rest : rest.slice(0, totalAt)).map((w) => /^(.+)\/(\d+)$/.exec(w));
    if (samples.length === 0 || samples.some((s) => !s))
      return { kind: 'incomplete', hint: `${formOf('weigh')}: each batch as mass/count` };
    const shown = c.options.system === 'us' ? 'oz' : 'g';
    const batches: { massG: number; count: number }[] = [];
    for (const s of samples) {
      const mass = parseMeasure(s![1]!, 'mass', shown, c.options.locale);
      if (!mass.ok) return wrongNumber(mass.message);
      if (mass.value <= 0 || Number(s![2]) <= 0) return wrongNumber(`“${s![0]}”: mass and count must be above 0`);
      batches.push({ massG: mass.value, count: Number(s![2]) });
    }
    const mean = batches.reduce((t, b) => t + b.massG, 0) / batches.reduce((t, b) => t + b.count, 0);
    const says: Said[] = [
      `${batches.length} ${batches.length === 1 ? 'batch' : 'batches'}, ${mean.toPrecision(3)} g each, `,
      ...where(at),
    ];
    if (totalAt < 0) return command('weigh.record', at, { batches }, [...says, '.']);
    const total = parseMeasure(
      rest.slice(totalAt + 1).join(' '),
      'mass',
      c.options.system === 'us' ? 'lb' : 'kg',
      c.options.locale,
    );
    if (!total.ok)
      return total.code === 'empty' ? { kind: 'incomplete', hint: formOf('weigh') } : wrongNumber(total.message);
    return command('weigh.record', at, { batches, totalMassG: total.value }, [
      ...says,
      `: ${spaced(Math.round(total.value / mean))} in all. The books say `,
      { number: at.holding.number, sd: at.holding.sd },
      '.',
    ]);
  },
  move(words, c) {
    const joined = words.join(' ').replace(/\s*(?:>|→)\s*/, '>');
    const m = /^(.*\S)\s+(\S+)>(\S*)$/.exec(joined);
    if (!m?.[3]) return { kind: 'incomplete', hint: formOf('move') };
    const from = holdingIn(m[2]!, c);
    if ('kind' in from) return from;
    const to = unitNamed(m[3], c);
    if ('code' in to) return to;
    if (to.id === from.unit.id)
      return { kind: 'wrong', code: 'syntax', message: `They stand in ${to.name} already`, nearest: [formOf('move')] };
    const all = /^all$/i.test(m[1]!);
    const n = all ? from.holding.number : wholeNumber(m[1]!, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, from);
    if (tooMany) return tooMany;
    const other = to.holdings.filter((h) => h.lotId !== from.holding.lotId);
    const amount = all ? { kind: 'all' } : { kind: 'measured', measured: { method: 'counted', number: n } };
    return {
      kind: 'command',
      type: 'move.record',
      payload: {
        sources: [{ unit: from.unit.id, lotId: from.holding.lotId, stage: from.holding.stage, amount }],
        to: to.id,
      },
      says: [
        all ? 'all of ' : `${spaced(n)} of `,
        ...where(from),
        ` to ${to.name}, ${other.length > 0 ? `where ${other.map((h) => h.lot).join(', ')} stands: they would mix` : to.holdings.length > 0 ? 'to the same lot there' : 'which is empty'}. Leaves `,
        { number: from.holding.number - n, sd: all ? 0 : from.holding.sd },
        '.',
      ],
    };
  },
  hatch(words, c) {
    const [number, place] = lastWord(words);
    if (!number || !place) return { kind: 'incomplete', hint: formOf('hatch') };
    const at = holdingIn(place, c, ['egg']);
    if ('kind' in at) return at;
    if (at.holding.stage !== 'egg')
      return { kind: 'wrong', code: 'syntax', message: `${at.unit.name} holds no eggs`, nearest: [] };
    const all = /^all$/i.test(number);
    const n = all ? at.holding.number : wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, at);
    if (tooMany) return tooMany;
    const amount = all ? { kind: 'all' } : { kind: 'measured', measured: { method: 'counted', number: n } };
    return {
      kind: 'command',
      type: 'stage.change',
      payload: { unit: at.unit.id, lotId: at.holding.lotId, from: 'egg', to: 'yolksac', amount },
      says: [
        all ? 'all have hatched: ' : `${spaced(n)} have hatched, `,
        ...where(at),
        '. Eggs left: ',
        { number: at.holding.number - n, sd: all ? 0 : at.holding.sd },
        '.',
      ],
    };
  },
  feed(words, c) {
    const [measure, place] = lastWord(words);
    if (!measure || !place) return { kind: 'incomplete', hint: formOf('feed') };
    const at = holdingIn(place, c, ['fry', 'fingerling', 'yolksac']);
    if ('kind' in at) return at;
    const mass = parseMeasure(measure, 'mass', c.options.system === 'us' ? 'oz' : 'g', c.options.locale);
    if (!mass.ok) return wrongNumber(mass.message);
    if (mass.value <= 0) return wrongNumber('feed must weigh something');
    return command('feed.record', at, { massG: mass.value }, [
      `${mass.value >= 1000 ? `${(mass.value / 1000).toPrecision(3)} kg` : `${mass.value.toPrecision(3)} g`} of feed to `,
      ...where(at),
      '.',
    ]);
  },
  eyed(words, c) {
    const m = /^(\d+)\s*\/\s*(\d+)\s+(\S+)$/.exec(words.join(' '));
    if (!m) return { kind: 'incomplete', hint: formOf('eyed') };
    const [successes, trials] = [Number(m[1]), Number(m[2])];
    if (trials === 0 || successes > trials) return wrongNumber(`${successes} of ${trials} cannot be`);
    const at = holdingIn(m[3]!, c, ['egg']);
    if ('kind' in at) return at;
    return command('check.record', at, { check: 'eyed', successes, trials }, [
      `${successes} of ${trials} eyed, ${((100 * successes) / trials).toFixed(0)} %, `,
      ...where(at),
      '. Moves no animal.',
    ]);
  },
  note(words, c) {
    const [place, ...rest] = words;
    if (!place || rest.length === 0) return { kind: 'incomplete', hint: formOf('note') };
    const unit = unitNamed(place, c);
    if ('code' in unit)
      return {
        kind: 'command',
        type: 'note.record',
        payload: { note: words.join(' ') },
        says: [`A note of the day: “${words.join(' ')}”`],
      };
    return {
      kind: 'command',
      type: 'note.record',
      payload: { unit: unit.id, note: rest.join(' ') },
      says: [`On ${unit.name}: “${rest.join(' ')}”`],
    };
  },
  trace(words, c) {
    const name = words.join(' ');
    if (!name) return { kind: 'incomplete', hint: formOf('trace') };
    const lot = c.snapshot.lots.find((l) => same(l.name, name));
    if (lot)
      return {
        kind: 'open',
        href: `/lots/${lot.id}`,
        says: [`${lot.name}: `, { number: lot.alive, sd: lot.sd }, ' alive. Enter opens its story.'],
      };
    const unit = c.snapshot.units.find((u) => same(u.name, name));
    if (unit && unit.holdings.length === 1)
      return {
        kind: 'open',
        href: `/lots/${unit.holdings[0]!.lotId}`,
        says: [`${unit.holdings[0]!.lot}, in ${unit.name}. Enter opens its story.`],
      };
    const begun = c.snapshot.lots.filter((l) => l.name.toLowerCase().startsWith(name.toLowerCase()));
    if (begun.length > 0)
      return {
        kind: 'incomplete',
        hint: begun
          .slice(0, 6)
          .map((l) => `trace ${l.name}`)
          .join('   '),
      };
    return {
      kind: 'wrong',
      code: 'unknownLot',
      message: `There is no lot “${name}”`,
      nearest: nearest(
        name,
        c.snapshot.lots.map((l) => l.name),
      ).map((l) => `trace ${l}`),
    };
  },
};

// ——— parts ———

type At = { unit: Snapshot['units'][number]; holding: SnapshotHolding };

function lossLine(words: string[], c: Ctx, type: string, what: string, prefer: readonly string[]): Reading {
  if (words.length < 2) return { kind: 'incomplete', hint: formOf(c.verb) };
  // The number may be grouped by spaces: it ends where the first word that is no number begins.
  const split = words.findIndex((w) => !/^[\d.,]+$/.test(w));
  if (split < 1)
    return split < 0 ? { kind: 'incomplete', hint: formOf(c.verb) } : wrongNumber(`“${words[0]}” is not a number`);
  const n = wholeNumber(words.slice(0, split).join(''), c);
  if (typeof n !== 'number') return n;
  const at = holdingIn(words[split]!, c, prefer);
  if ('kind' in at) return at;
  const cause = words.slice(split + 1).join(' ');
  const tooMany = checkEnough(n, at);
  if (tooMany) return tooMany;
  return command(type, at, { number: n, ...(cause ? { cause } : {}) }, [
    `${spaced(n)} ${what}, `,
    ...where(at),
    `${cause ? `, ${cause}` : ''}. Leaves `,
    { number: at.holding.number - n, sd: at.holding.sd },
    '.',
  ]);
}

function command(type: string, at: At, payload: Record<string, unknown>, says: Said[]): Reading {
  return {
    kind: 'command',
    type,
    payload: { unit: at.unit.id, lotId: at.holding.lotId, stage: at.holding.stage, ...payload },
    says,
  };
}

const where = (at: At): Said[] => [`${at.unit.name}, ${at.holding.species.toLowerCase()} ${at.holding.lot}`];

function checkEnough(n: number, at: At): Wrong | null {
  if (n <= at.holding.number) return null;
  return {
    kind: 'wrong',
    code: 'tooMany',
    message: `${spaced(n)} is more than the books hold in ${at.unit.name}: ${spaced(at.holding.number)}`,
    nearest: [`count ${at.unit.name} …`],
  };
}

function unitNamed(
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

/** The one holding meant by a unit's name; several lots or none are told apart in words. */
function holdingIn(name: string, c: Ctx, prefer: readonly string[] = []): At | Wrong {
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
  const preferred = holdings.filter((h) => prefer.includes(h.stage));
  if (preferred.length === 1) return { unit, holding: preferred[0]! };
  return {
    kind: 'wrong',
    code: 'severalLots',
    message: `${unit.name} holds ${holdings.map((h) => `${h.lot} (${h.stageName})`).join(' and ')}: record it from the unit`,
    nearest: [],
  };
}

function wholeNumber(text: string, c: Ctx): number | Wrong {
  const n = parseNumber(text, c.options.locale);
  if (!n.ok)
    return n.code === 'empty'
      ? { kind: 'incomplete', hint: formOf(c.verb) }
      : n.code === 'ambiguous'
        ? wrongNumber(`${n.message}: ${n.readings!.map((r) => r.text).join(' or ')}? Type it without the mark`)
        : wrongNumber(n.message);
  if (!Number.isInteger(n.value) || n.value < 0) return wrongNumber(`${text} is no number of animals`);
  return n.value;
}

const wrongNumber = (message: string): Wrong => ({ kind: 'wrong', code: 'number', message, nearest: [] });
const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
const spaced = grouped;

function lastWord(words: string[]): [string | undefined, string | undefined] {
  return words.length < 2 ? [words[0], undefined] : [words.slice(0, -1).join(' '), words.at(-1)];
}

/** The three nearest by edit distance, none further than half the word. */
function nearest(word: string, among: readonly string[]): string[] {
  return among
    .map((w) => ({ w, d: distance(word.toLowerCase(), w.toLowerCase()) }))
    .filter((x) => x.d <= Math.max(1, Math.ceil(word.length / 2)))
    .sort((a, b) => a.d - b.d || a.w.localeCompare(b.w))
    .slice(0, 3)
    .map((x) => x.w);
}

/** Edit distance with neighbours swapped counting one (Damerau). */
function distance(a: string, b: string): number {
  const rows = Array.from({ length: a.length + 1 }, (_, i) => [i, ...new Array<number>(b.length).fill(0)]);
  for (let j = 0; j <= b.length; j++) rows[0]![j] = j;
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1;
      let d = Math.min(rows[i - 1]![j]! + 1, rows[i]![j - 1]! + 1, rows[i - 1]![j - 1]! + cost);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) d = Math.min(d, rows[i - 2]![j - 2]! + 1);
      rows[i]![j] = d;
    }
  return rows[a.length]![b.length]!;
}
