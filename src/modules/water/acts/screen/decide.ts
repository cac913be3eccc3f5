import { decimals, plain } from '@/core/quantities/format';
import { judgeScreen, lengthMm } from '@/core/water/outletScreen';
import { ask, decides } from '@/server/context';
import { lastMeanG } from '@/server/stock/numbers/lastMeanG';
import { lastScatter } from '@/server/stock/numbers/lastScatter';
import { standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { setScreen, tooWide } from './act';

export const decision = decides(setScreen, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  const here = (await standingsIn(c, unit.id, asOf(c, event))).filter((s) => s.number > 0);
  let todo = here.length === 0 ? '' : 'weigh them: whether it keeps them cannot be told';
  for (const s of here) {
    const meanG = await lastMeanG(c, s, event.at);
    if (meanG === null) continue;
    const j = judgeScreen(lengthMm(meanG), await lastScatter(c.trx, s.holding.id), p.openingMm);
    if (j.is === 'escape')
      ask(c, tooWide, {
        message: `The smallest of ${s.lot.name} are some ${decimals(j.smallestMm, 1)} mm wide: ${plain(p.openingMm)} mm lets them through, or catches them.`,
        path: 'openingMm',
        todo: j.bestMm === null ? 'Look at the smallest; grade them first.' : `${plain(j.bestMm)} mm keeps them.`,
        choices: [{ value: 'meant', label: 'It is so', why: 'held against the smallest by hand' }],
      });
    todo = j.is === 'fine' ? `it clogs sooner than it needs: ${plain(j.bestMm!)} mm keeps them, too` : '';
  }
  await c.record([
    {
      kind: 'screen',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: [{ kind: 'screen', unit_id: unit.id, value: p.openingMm }],
    },
  ]);
  return { unit: unit.name, todo };
});
