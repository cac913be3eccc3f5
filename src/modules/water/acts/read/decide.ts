import { plain } from '@/core/quantities/format';
import { asNitrogen, handKinds, hasScale } from '@/core/water/handKinds';
import { judgeWater } from '@/core/water/judged';
import { ask, choose, decides } from '@/server/context';
import { standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { oddWater } from '../../input';
import { waterAbout } from '../../waterAbout';
import { readWater } from './act';

/** In a tank without fish a figure is odd only so many times above that of others. */
const EMPTY_TIMES = 10;

export const decision = decides(readWater, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  const scaled = p.readings.filter((r) => hasScale(r.kind) && r.value > 0);
  if (scaled.length > 0 && p.scale === undefined)
    choose(c, 'scale', {
      message: `What does the kit show for ${scaled.map((r) => handKinds[r.kind].word).join(', ')}?`,
      path: 'scale',
      todo: 'Its leaflet says: the same water shows three to four times as much nitrite or nitrate by the ion.',
      choices: [
        { value: 'N', label: 'Nitrogen', why: 'NH₄-N, NO₂-N, NO₃-N' },
        { value: 'ion', label: 'The ion', why: 'NH₄⁺, NO₂⁻, NO₃⁻' },
      ],
    });
  const kept = p.readings.map((r) => ({ kind: r.kind, value: asNitrogen(r.kind, r.value, p.scale ?? 'N') }));
  // Water without fish may be far from theirs: a filter that is conditioned goes through it.
  const empty = (await standingsIn(c, unit.id, asOf(c, event))).every((s) => s.number <= 0);
  const times = empty ? EMPTY_TIMES : 1;
  const odd = kept.filter((r) => r.value > times * handKinds[r.kind].odd || (r.kind === 'pH' && r.value < 4));
  if (odd.length > 0)
    ask(c, oddWater, {
      message: `${odd.map((r) => `${handKinds[r.kind].word} ${plain(Number(r.value.toPrecision(3)))} ${handKinds[r.kind].unit}`.trim()).join(', ')} is far from the water of fish.`,
      path: 'readings',
      todo: 'Check the point and the unit. If it is right, act first: water, air, no feed.',
      choices: [{ value: 'yes', label: 'It was read so', why: 'and so recorded' }],
    });
  await c.record([
    {
      kind: 'waterRead',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, kept },
      acts: [],
      observations: kept.map((r) => ({ kind: r.kind, unit_id: unit.id, value: r.value })),
    },
  ]);
  return { unit: unit.name, judged: judgeWater(kept, await waterAbout(c.trx, c.site.id, unit.id, asOf(c, event))) };
});
