import { decimals, figures, grouped } from '../quantities/format';
import { Z95 } from '../quantities/interval';

type Doubtful = { number: number; sd: number };

/** What is known of a count and of the books that it differs from. */
export type Apart = {
  count: Doubtful;
  /** What the books expect alive now, and what of it they took off for loss that nobody sees. */
  books: Doubtful & { drift: number };
  /** The last number that the books rest on, and how long ago: the start, or the last count. */
  start: (Doubtful & { days: number }) | null;
  /** Fish of each bucket, or other part, that was measured one after the other; none where all was measured at once. */
  parts: readonly number[];
  /** Mean mass that was found now, and at the last weighing. */
  massG?: { now: number; before: number } | null;
};

export type Why = {
  id: 'digit' | 'partTwice' | 'partLeft' | 'start' | 'drift' | 'lessDrift' | 'mean';
  /** One clause: what it would take. */
  says: string;
  /** How far that lies from what is expected, in standard deviations or what comes near them; less is likelier. */
  far: number;
};

/** A part counts for the difference if it is so near to it. */
const NEAR = 0.25;
/** A tenth or ten times of it, within so much, is a slip of a digit. */
const DIGIT = 0.06;
/** Beyond so many standard deviations a reason explains nothing. */
const HOPELESS = 6;
/** Loss that nobody sees is known to a factor of about this: it scatters from tank to tank. */
const DRIFT_FACTOR = 2;

const times = (x: number) => (x >= 10 ? `${grouped(Math.round(x))} times` : `${decimals(x, 1)} times`);
const perCent = (share: number) => `${figures(100 * share, 2)} %`;

/**
 * What may explain that a count and the books differ, the likeliest first, each by what it would take: a slip of a digit,
 * a bucket weighed twice or left out, a wrong number at the start, more or fewer deaths unseen, a sample of small ones.
 * Reasons are argued one by one, as if the others did not hold; several may work together.
 */
export function whyApart(a: Apart): Why[] {
  const off = a.count.number - a.books.number;
  if (off === 0) return [];
  const more = off > 0;
  const size = Math.abs(off);
  const out: Why[] = [];
  const ratio = a.count.number / Math.max(1, a.books.number);
  for (const tens of [10, 100])
    if (Math.abs(Math.log(ratio / (more ? tens : 1 / tens))) < DIGIT)
      out.push({
        id: 'digit',
        says: `about ${tens} times ${more ? 'more' : 'fewer'}: a digit too ${more ? 'many here or too few' : 'few here or too many'} in the books`,
        far: 0.3,
      });
  // The part that lies nearest; one of many that all differ a little says less than one of few.
  const part = [...a.parts].sort((x, y) => Math.abs(x - size) - Math.abs(y - size))[0];
  if (part !== undefined && a.parts.length > 1 && Math.abs(part - size) <= NEAR * part)
    out.push({
      id: more ? 'partTwice' : 'partLeft',
      says: `about one bucket (${grouped(Math.round(part))}): ${more ? 'one was weighed or written down twice' : 'one was left out'}`,
      far: 0.5 + (2 * Math.abs(part - size)) / part,
    });
  if (a.start && a.start.number > 0) {
    const scale = a.books.number / a.start.number;
    const needs = size / Math.max(1e-9, scale) / a.start.number;
    const sure = (Z95 * a.start.sd) / a.start.number;
    out.push({
      id: 'start',
      says:
        a.start.sd === 0
          ? `the number of ${daysAgo(a.start.days)} would have to be wrong by ${perCent(needs)}, and it was counted one by one`
          : `the number of ${daysAgo(a.start.days)} would have to be wrong by ${perCent(needs)}; it was sure to ${perCent(sure)}`,
      far: a.start.sd === 0 ? HOPELESS : (needs / sure) * Z95,
    });
  }
  if (!more && a.start && a.start.days > 0) {
    const factor = a.books.drift > 0 ? (a.books.drift + size) / a.books.drift : null;
    const perDay = size / a.start.days / Math.max(1, a.books.number);
    out.push({
      id: 'drift',
      says: `${perCent(perDay)} more a day would have to have died, been eaten or got out unseen${
        factor === null ? '' : `, ${times(factor)} what is expected`
      }`,
      far: factor === null ? 3 : Math.log(factor) / Math.log(DRIFT_FACTOR),
    });
  }
  if (more && a.books.drift > 0)
    out.push({
      id: 'lessDrift',
      says:
        size <= a.books.drift
          ? `fewer died unseen than the ${grouped(Math.round(a.books.drift))} that the books took off`
          : `even if none of the ${grouped(Math.round(a.books.drift))} died that the books took off unseen, ${grouped(Math.round(size - a.books.drift))} are left over`,
      far: size <= a.books.drift ? 0.5 + size / a.books.drift : 1 + size / a.books.drift,
    });
  if (a.massG) {
    const wanted = a.massG.now * (a.count.number / Math.max(1, a.books.number));
    const [now, before] = [figures(a.massG.now, 3), figures(a.massG.before, 3)];
    // Fish do not shrink much: a mean below the last one is a sample of small ones, or too much of one size.
    const fits = more ? wanted >= a.massG.before && a.massG.now < a.massG.before : wanted <= a.massG.now;
    if (fits)
      out.push({
        id: 'mean',
        says: more
          ? `the sample weighs less each, ${now} g, than at the last weighing, ${before} g: a sample of small ones makes too many; ${figures(wanted, 3)} g would agree`
          : `a mean of ${figures(wanted, 3)} g instead of ${now} g would agree: a sample of large ones makes too few (last weighing ${before} g)`,
        far: more ? 0.8 : 1 + Math.abs(Math.log(wanted / a.massG.before)) / 0.15,
      });
  }
  return out.sort((x, y) => x.far - y.far);
}

const daysAgo = (days: number) => (days < 1 ? 'today' : days < 1.5 ? 'yesterday' : `${Math.round(days)} days ago`);

/** The same as one sentence: the likeliest first; where nothing explains it, the one that comes nearest. */
export function argued(why: readonly Why[]): string {
  const likely = why.filter((w) => w.far < HOPELESS).slice(0, 3);
  if (likely.length === 0) return why[0] ? `Nothing usual explains it alone: ${why[0].says}.` : '';
  return `What it would take: ${likely.map((w) => w.says).join('; or ')}.`;
}
