import { grouped } from '../quantities/format';
import type { Capability } from '../species/capabilities';
import { type At, holdingIn, same, wholeNumber, wrongNumber } from './find';
import type { Ctx, Said, Wrong } from './reading';

/** A holding, as a line means it. */
export const meant = (at: At) => ({ unit: at.unit.id, lotId: at.holding.lotId, stage: at.holding.stage });

export type Loss = { at: At; number: number; cause: string; says: Said[] };

/** Number taken out of a unit, and of what they died: `34 J3`, `5 R4 fungus on fins`. */
export function lossLine(words: string[], c: Ctx, what: string, usual: readonly Capability[]): Loss | Wrong {
  if (words.length < 2) return { kind: 'incomplete', hint: c.form };
  // The number may be grouped by spaces: it ends where the first word that is no number begins.
  const split = words.findIndex((w) => !/^[\d.,]+$/.test(w));
  if (split < 1) return split < 0 ? { kind: 'incomplete', hint: c.form } : wrongNumber(`“${words[0]}” is not a number`);
  const figures = words.slice(0, split);
  // Spaces group thousands; anything else between two figures is two figures.
  if (figures.length > 1 && !figures.every((w, i) => (i === 0 ? /^\d{1,3}$/ : /^\d{3}$/).test(w)))
    return wrongNumber(`“${figures.join(' ')}” are ${figures.length} figures: one to a line`);
  const n = wholeNumber(figures.join(''), c);
  if (typeof n !== 'number') return n;
  const at = holdingIn(words[split]!, c, usual);
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
  return {
    at,
    number: n,
    cause,
    says: [
      `${grouped(n)} ${what}, `,
      ...where(at),
      `${cause ? `, ${cause}` : ''}. Leaves `,
      { number: at.holding.number - n, sd: at.holding.sd },
      '.',
    ],
  };
}

/** The place of a line that begins with it, or, said the other way round, ends with it; and the other words. */
export function placeOf(words: string[], c: Ctx): [place: string | undefined, rest: string[]] {
  const [first, ...rest] = words;
  const last = words.at(-1)!;
  const isUnit = c.snapshot.units.some((u) => same(u.name, first ?? ''));
  if (first && rest.length > 0 && /^\d/.test(first) && !isUnit && /^\p{L}/u.test(last))
    return [last, words.slice(0, -1)];
  return [first, rest];
}

/** Where, in words. */
export const where = (at: At): Said[] => [`${at.unit.name}, ${at.holding.species.toLowerCase()} ${at.holding.lot}`];

/** More than the books hold is said before it is sent. */
export function checkEnough(n: number, at: At): Wrong | null {
  if (n <= at.holding.number) return null;
  return {
    kind: 'wrong',
    code: 'tooMany',
    message: `${grouped(n)} is more than the books hold in ${at.unit.name}: ${grouped(at.holding.number)}`,
    nearest: [`count ${at.unit.name} …`],
  };
}
