import { lengthOf } from '@/core/feeding/pellet';
import { cvInterval, momentsOf } from '@/core/grading/fit';
import { decimals, figures, grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { valueNamed } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordLengths, sure } from './act';

/** So many times longer or shorter than their mass lets expect is asked about: another unit. */
const FAR = 2;
/** One so many times the middle of the others, either way, is asked about: a digit more or less. */
const ALONE = 4;

export const decision = decides(recordLengths, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (p.lengthsMm.length > at.number + 3 * at.sd)
    throw new ActRefused(
      'moreThanThere',
      `${grouped(p.lengthsMm.length)} were measured, the books hold ${grouped(at.number)} in ${at.unit.name}.`,
      'lengthsMm',
      'Check the unit, or count it first.',
    );
  const m = momentsOf(p.lengthsMm);
  const sorted = [...p.lengthsMm].sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1]!;
  const alone = [sorted[0]!, sorted.at(-1)!].find((x) => x > ALONE * middle || x < middle / ALONE);
  const weighed = await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .where('at', '<=', event.at)
    .orderBy('at', 'desc')
    .first<{ value: number } | undefined>('value');
  const k = valueNamed(await c.species(at.lot.species), 'condition factor')?.value ?? 1;
  const expected = weighed ? lengthOf(weighed.value, k) : null;
  const far = expected !== null && (m.mean > FAR * expected || m.mean < expected / FAR);
  if (alone !== undefined || far)
    ask(c, sure, {
      message: [
        ...(far
          ? [
              `They are ${figures(m.mean, 3)} mm long on the mean; their last mass lets expect about ${figures(expected, 2)} mm.`,
            ]
          : []),
        ...(alone === undefined
          ? []
          : [`${decimals(alone, 1)} mm stands alone among fish of about ${decimals(middle, 1)} mm.`]),
      ].join(' '),
      path: 'lengthsMm',
      todo: 'Check millimetres against centimetres, and digits that run together.',
      choices: [{ value: 'yes', label: 'They are so long' }],
    });
  const cv = cvInterval(p.lengthsMm);
  const half = (Z95 * m.sd) / Math.sqrt(m.n);
  await c.record([
    {
      kind: 'lengths',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: [
        { ...idsOf(at), kind: 'lengthMm', value: m.mean, low: m.mean - half, high: m.mean + half, trials: m.n },
        {
          ...idsOf(at),
          kind: 'spread',
          value: cv.cv,
          ...(cv.low === null ? {} : { low: cv.low, high: cv.high! }),
          trials: m.n,
        },
      ],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, n: m.n, meanMm: m.mean, ...cv };
});
