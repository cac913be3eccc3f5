import { z } from 'zod';
import { CalculationError } from '@/core/calculation';
import { learnGrader } from '@/core/grading/learn';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** What a grader did here: body width by length, sharpness, and from how many bars that is known. */
export type GraderHere = { widthPerLength: number; widthSd: number; selectivityMm: number; bars: number };

/** Gradings older than this were of other graders, or of other hands. */
const LEARNED_DAYS = 800;
const MOST_GRADINGS = 30;
/** Lengths of a class measured later than this after its grading are those of fish that have grown. */
const FRESH_DAYS = 7;

const intentOf = z.object({ barsMm: z.array(z.number().positive()).min(1) });
const lengthsOf = z.object({ lengthsMm: z.array(z.number().positive()).min(3) });

/**
 * Body width and sharpness by species, learned from gradings whose bars are known and whose classes were measured
 * within a week: each bar by the classes on both its sides. Three statements.
 */
export async function gradersLearned(db: Db, siteId: number, now: number): Promise<Map<string, GraderHere>> {
  const gradings = await db('entry')
    .where({ site_id: siteId, kind: 'grade' })
    .where('at', '>', now - LEARNED_DAYS * DAY_MS)
    .where('at', '<=', now)
    .orderBy('seq', 'desc')
    .limit(MOST_GRADINGS)
    .select<{ seq: number; at: number; intent: string }[]>('seq', 'at', 'intent');
  const known = gradings.flatMap((g) => {
    const read = intentOf.safeParse(fromJson(g.intent));
    return read.success ? [{ seq: g.seq, at: g.at, barsMm: read.data.barsMm }] : [];
  });
  if (known.length === 0) return new Map();
  const parts = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .whereIn(
      'p.entry_seq',
      known.map((g) => g.seq),
    )
    .whereNull('p.superseded_seq')
    .where('p.account', 'holding')
    .where('p.delta', '>', 0)
    .select<{ seq: number; lotId: number; unitId: number; species: string; number: number }[]>({
      seq: 'p.entry_seq',
      lotId: 'h.lot_id',
      unitId: 'h.unit_id',
      species: 't.species',
      number: 'p.delta',
    });
  const samples = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .whereIn('o.lot_id', [...new Set(parts.map((p) => p.lotId))])
    .where('o.kind', 'spread')
    .where('o.at', '<=', now)
    .orderBy('o.at')
    .select<{ lotId: number; unitId: number; at: number; intent: string }[]>({
      lotId: 'o.lot_id',
      unitId: 'o.unit_id',
      at: 'o.at',
      intent: 'e.intent',
    });
  const bySpecies = new Map<string, { widthPerLength: number; widthSd: number; selectivityMm: number }[]>();
  for (const g of known) {
    const classes = parts
      .filter((p) => p.seq === g.seq)
      .flatMap((p) => {
        const found = samples.find(
          (s) => s.lotId === p.lotId && s.unitId === p.unitId && s.at >= g.at && s.at < g.at + FRESH_DAYS * DAY_MS,
        );
        const read = found && lengthsOf.safeParse(fromJson(found.intent));
        return read?.success
          ? [
              {
                ...p,
                lengthsMm: read.data.lengthsMm,
                mean: read.data.lengthsMm.reduce((a, x) => a + x, 0) / read.data.lengthsMm.length,
              },
            ]
          : [];
      })
      .sort((a, b) => a.mean - b.mean);
    const bars = [...g.barsMm].sort((a, b) => a - b);
    // Which classes a bar parted is known only where each of them was measured.
    if (classes.length !== bars.length + 1) continue;
    for (const [k, gapMm] of bars.entries()) {
      const [below, above] = [classes[k]!, classes[k + 1]!];
      try {
        const learned = learnGrader({ gapMm, below, above });
        bySpecies.set(below.species, [...(bySpecies.get(below.species) ?? []), learned]);
      } catch (e) {
        // Classes that cannot have been parted by this bar teach nothing.
        if (!(e instanceof CalculationError)) throw e;
      }
    }
  }
  return new Map([...bySpecies].map(([species, list]) => [species, together(list)]));
}

/** Several bars together: widths by their certainty, sharpness as the middle one. */
function together(list: readonly { widthPerLength: number; widthSd: number; selectivityMm: number }[]): GraderHere {
  const weights = list.map((l) => 1 / Math.max(l.widthSd, 1e-4) ** 2);
  const all = weights.reduce((a, x) => a + x, 0);
  const sharp = list.map((l) => l.selectivityMm).sort((a, b) => a - b);
  return {
    widthPerLength: list.reduce((a, l, i) => a + l.widthPerLength * weights[i]!, 0) / all,
    widthSd: 1 / Math.sqrt(all),
    selectivityMm: sharp[sharp.length >> 1]!,
    bars: list.length,
  };
}
