import { decimals, figures, grouped } from '../quantities/format';
import { massEach } from '../quantities/mass';
import { fromBase, parseMeasure } from '../quantities/measure';
import { type At, holdingIn, lastWord, nearest, same, unitNamed, wholeNumber, wrongNumber } from './find';
import { type Ctx, formOf, type Reading, type Said, type Wrong } from './reading';

/** One reader for each verb: the words behind it, made into a command with its reading-back. */
export const readers: Record<string, (words: string[], c: Ctx) => Reading> = {
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
    const says = (where: string): Said[] => [
      `${decimals(fromBase(value.value, 'temperature', shown.slice(1)), 1)} ${shown}, ${where}, now`,
    ];
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
    const [place, figures] = placeOf(words, c);
    const number = figures.join('');
    if (!place || !number) return { kind: 'incomplete', hint: formOf('count') };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const n = wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    return command('count.record', at, { measured: { method: 'counted', number: n } }, [
      `${grouped(n)} counted in `,
      ...where(at),
      `. The books say `,
      { number: at.holding.number, sd: at.holding.sd },
      '.',
    ]);
  },
  weigh(words, c) {
    const [place, rest] = placeOf(words, c);
    if (!place || rest.length === 0) return { kind: 'incomplete', hint: formOf('weigh') };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const totalAt = rest.findIndex((w) => /^total$/i.test(w));
    const samples = (totalAt < 0 ? rest : rest.slice(0, totalAt)).map((w) => /^(.+)\/(\d+)$/.exec(w));
    if (samples.length === 0 || samples.some((s) => !s))
      return { kind: 'incomplete', hint: `${formOf('weigh')}: each batch as mass/count` };
    const us = c.options.system === 'us';
    const shown = us ? 'oz' : 'g';
    const batches: { massG: number; count: number }[] = [];
    for (const s of samples) {
      const mass = parseMeasure(s![1]!, 'mass', shown, c.options.locale);
      if (!mass.ok) return wrongNumber(mass.message);
      if (mass.value <= 0 || Number(s![2]) <= 0) return wrongNumber(`“${s![0]}”: mass and count must be above 0`);
      batches.push({ massG: mass.value, count: Number(s![2]) });
    }
    const mean = batches.reduce((t, b) => t + b.massG, 0) / batches.reduce((t, b) => t + b.count, 0);
    const says: Said[] = [
      `${batches.length} ${batches.length === 1 ? 'batch' : 'batches'}, ${massEach(mean, us)}${us ? '' : ' each'}, `,
      ...where(at),
    ];
    if (totalAt < 0) return command('weigh.record', at, { batches }, [...says, '.']);
    const total = parseMeasure(rest.slice(totalAt + 1).join(' '), 'mass', us ? 'lb' : 'kg', c.options.locale);
    if (!total.ok)
      return total.code === 'empty' ? { kind: 'incomplete', hint: formOf('weigh') } : wrongNumber(total.message);
    return command('weigh.record', at, { batches, totalMassG: total.value }, [
      ...says,
      `: ${grouped(Math.round(total.value / mean))} in all. The books say `,
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
        all ? 'all of ' : `${grouped(n)} of `,
        ...where(from),
        ` to ${to.name}, ${other.length > 0 ? `where ${other.map((h) => h.lot).join(', ')} stands: they would mix` : to.holdings.length > 0 ? 'to the same lot there' : 'which is empty'}. Leaves `,
        { number: from.holding.number - n, sd: all ? 0 : from.holding.sd },
        '.',
      ],
    };
  },
  sell(words, c) {
    const [number, place] = lastWord(words);
    if (!number || !place) return { kind: 'incomplete', hint: formOf('sell') };
    const at = holdingIn(place, c, ['fingerling', 'fry']);
    if ('kind' in at) return at;
    const n = wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, at);
    if (tooMany) return tooMany;
    return command('loss.record', at, { account: 'sold', measured: { method: 'counted', number: n } }, [
      `${grouped(n)} sold, `,
      ...where(at),
      '. Leaves ',
      { number: at.holding.number - n, sd: at.holding.sd },
      '.',
    ]);
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
        all ? 'all have hatched: ' : `${grouped(n)} have hatched, `,
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
      `${ofFeed(mass.value, c.options.system === 'us')} of feed to `,
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
      `${successes} of ${trials} eyed, ${decimals((100 * successes) / trials, 0)} %, `,
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

function lossLine(words: string[], c: Ctx, type: string, what: string, prefer: readonly string[]): Reading {
  if (words.length < 2) return { kind: 'incomplete', hint: formOf(c.verb) };
  // The number may be grouped by spaces: it ends where the first word that is no number begins.
  const split = words.findIndex((w) => !/^[\d.,]+$/.test(w));
  if (split < 1)
    return split < 0 ? { kind: 'incomplete', hint: formOf(c.verb) } : wrongNumber(`“${words[0]}” is not a number`);
  const figures = words.slice(0, split);
  // Spaces group thousands; anything else between two figures is two figures.
  if (figures.length > 1 && !figures.every((w, i) => (i === 0 ? /^\d{1,3}$/ : /^\d{3}$/).test(w)))
    return wrongNumber(`“${figures.join(' ')}” are ${figures.length} figures: one to a line`);
  const n = wholeNumber(figures.join(''), c);
  if (typeof n !== 'number') return n;
  const at = holdingIn(words[split]!, c, prefer);
  if ('kind' in at) return at;
  const more = words.slice(split + 1);
  const other = more.find((w) => c.snapshot.units.some((u) => same(u.name, w)));
  if (other)
    return {
      kind: 'wrong',
      code: 'syntax',
      message: `${at.unit.name} and ${other} are two units: how many in each? One to a line`,
      nearest: [`${c.verb} ${n} ${at.unit.name}`],
    };
  const cause = more.join(' ');
  const tooMany = checkEnough(n, at);
  if (tooMany) return tooMany;
  return command(type, at, { number: n, ...(cause ? { cause } : {}) }, [
    `${grouped(n)} ${what}, `,
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

/** The place of a line that begins with it, or, said the other way round, ends with it; and the other words. */
function placeOf(words: string[], c: Ctx): [place: string | undefined, rest: string[]] {
  const [first, ...rest] = words;
  const last = words.at(-1)!;
  const isUnit = c.snapshot.units.some((u) => same(u.name, first ?? ''));
  if (first && rest.length > 0 && /^\d/.test(first) && !isUnit && /^\p{L}/u.test(last))
    return [last, words.slice(0, -1)];
  return [first, rest];
}

const where = (at: At): Said[] => [`${at.unit.name}, ${at.holding.species.toLowerCase()} ${at.holding.lot}`];

function checkEnough(n: number, at: At): Wrong | null {
  if (n <= at.holding.number) return null;
  return {
    kind: 'wrong',
    code: 'tooMany',
    message: `${grouped(n)} is more than the books hold in ${at.unit.name}: ${grouped(at.holding.number)}`,
    nearest: [`count ${at.unit.name} …`],
  };
}

/** Feed in the unit in which its reader would say it. */
function ofFeed(g: number, us: boolean): string {
  const large = us ? g >= 453.59237 : g >= 1000;
  const unit = us ? (large ? 'lb' : 'oz') : large ? 'kg' : 'g';
  return `${figures(Number(fromBase(g, 'mass', unit).toPrecision(12)), 3)} ${unit}`;
}
