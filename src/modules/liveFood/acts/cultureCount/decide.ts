import { eggsByRatio } from '@/core/eggs/byRatio';
import { figures, percent } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { eventOf } from '@/server/when';
import { countCulture, sure } from './act';

/** So many times more or fewer than it is expected to stand at is asked about. */
const FAR = 4;
/** Taken out beyond what it grows again in a day, and so much more of it. */
const MUCH = 0.15;

export const decision = decides(countCulture, async (c, p) => {
  const event = eventOf(c, p);
  // While it is corrected it is not among the counts that it is held against.
  const v = await vesselOf(c, p.vessel, c.replacing ? event.at - 1 : event.at);
  if (!v.culture)
    throw new ActRefused('noCulture', `No culture runs in ${v.name}.`, 'vessel', 'Record that it was started first.');
  if (p.takenL !== undefined && p.takenL > v.volumeL)
    throw new ActRefused(
      'moreThanThere',
      `${v.name} holds ${figures(v.volumeL, 3)} L.`,
      'takenL',
      'Litres, or millilitres?',
    );
  const count = eggsByRatio(
    p.counts.map((n) => ({ count: n, measure: p.sampleMl })),
    1,
    0,
    {},
  );
  const half = count.perUnit * count.relativeHalf;
  const odd: string[] = [];
  const expected = v.culture.perMl;
  if (expected > 0 && count.perUnit > 0 && (count.perUnit > FAR * expected || count.perUnit < expected / FAR))
    odd.push(`${figures(count.perUnit, 3)} in a millilitre; about ${figures(expected, 2)} were expected.`);
  const share = (p.takenL ?? 0) / v.volumeL;
  const grows = v.culture.growsShare;
  if (share > grows + MUCH && share > MUCH)
    odd.push(`${percent(share)} taken of a culture that grows ${percent(grows)} of it again in a day.`);
  if (odd.length > 0)
    ask(c, sure, {
      message: odd.join(' '),
      path: odd.length === 1 && share > grows + MUCH ? 'takenL' : 'counts',
      todo: 'Check the volume of the samples; keep enough to carry on, and a reserve apart.',
      choices: [{ value: 'yes', label: 'It is so' }],
    });
  const taken = count.perUnit * 1000 * (p.takenL ?? 0);
  await c.record([
    {
      kind: 'culture',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: {
        ...p,
        vesselName: v.name,
        organismName: v.culture.kind.name,
        perMl: count.perUnit,
        volumeL: v.volumeL,
      },
      acts: [],
      observations: [
        {
          kind: 'culture',
          vessel_id: v.id,
          value: count.perUnit,
          low: Math.max(0, count.perUnit - half),
          high: count.perUnit + half,
          said: 'counted',
          ...(p.eggsOf === undefined ? {} : { trials: p.eggsOf, successes: p.carrying }),
        },
        ...(taken > 0
          ? [
              {
                kind: 'harvest' as const,
                vessel_id: v.id,
                value: taken,
                low: taken * Math.max(0, 1 - count.relativeHalf),
                high: taken * (1 + count.relativeHalf),
              },
            ]
          : []),
      ],
    },
  ]);
  return {
    vessel: v.name,
    perMl: count.perUnit,
    low: Math.max(0, count.perUnit - half),
    high: count.perUnit + half,
    taken,
  };
});
