import { eggsByRatio } from '@/core/eggs/byRatio';
import { figures, grouped } from '@/core/quantities/format';
import { HOUR_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { keepsMs, vesselOf } from '@/server/stock/feeding/vessels';
import { eventOf } from '@/server/when';
import { harvestCone, sure } from './act';

/** Of the time to the hatch: earlier, hardly any have hatched. */
const EARLY = 0.75;
/** So many times more or less than expected is asked about. */
const FAR = 4;

export const decision = decides(harvestCone, async (c, p) => {
  const event = eventOf(c, p);
  // While it is corrected the harvest itself is not what emptied the cone.
  const v = await vesselOf(c, p.vessel, c.replacing ? event.at - 1 : event.at);
  if (!v.batch) throw new ActRefused('notSown', `${v.name} was not sown.`, 'vessel', 'Record the sowing first.');
  const count = p.pouredAway
    ? null
    : eggsByRatio(
        p.counts.map((n) => ({ count: n, measure: p.sampleMl! })),
        p.totalVolumeL! * 1000,
        0,
        {},
      );
  const number = count?.eggs ?? 0;
  const half = count ? count.eggs * count.relativeHalf : 0;
  const way = (event.at - v.batch.sownAt) / (v.batch.hatchAt - v.batch.sownAt);
  const odd: string[] = [];
  if (count && way < EARLY)
    odd.push(
      `${v.name} was sown ${figures((event.at - v.batch.sownAt) / HOUR_MS, 2)} h ago, its cysts take ${figures((v.batch.hatchAt - v.batch.sownAt) / HOUR_MS, 2)} h.`,
    );
  if (count && (number > FAR * v.batch.expected || number < v.batch.expected / FAR))
    odd.push(
      `That makes ${grouped(Math.round(number))} nauplii; ${grouped(Math.round(v.batch.expected))} were expected.`,
    );
  if (odd.length > 0)
    ask(c, sure, {
      message: odd.join(' '),
      path: 'counts',
      todo: 'Check the volume of the samples, and litres against millilitres.',
      choices: [{ value: 'yes', label: 'It is so' }],
    });
  await c.record([
    {
      kind: 'harvest',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName: v.name, number, strain: v.batch.strain, cystsG: v.batch.cystsG },
      acts: [],
      observations: [
        {
          kind: 'harvest',
          vessel_id: v.id,
          value: number,
          ...(count ? { low: Math.max(0, number - half), high: number + half } : {}),
        },
      ],
    },
  ]);
  return {
    vessel: v.name,
    number,
    low: Math.max(0, number - half),
    high: number + half,
    perGram: number / v.batch.cystsG,
    shells: p.shells === undefined ? null : p.shells / Math.max(1, p.shells + p.counts.reduce((s, n) => s + n, 0)),
    until: event.at + keepsMs(p.chilled),
  };
});
