import { plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { ask, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { fromFish, recordVisitor } from './act';

export const decision = decides(recordVisitor, async (c, p) => {
  const event = eventOf(c, p);
  const most = thresholds.visitorHours.value;
  if (p.farmHours !== undefined && p.farmHours < most)
    ask(c, fromFish, {
      message: `${p.who} ${p.farmHours === 0 ? 'comes straight from' : `was ${plain(p.farmHours)} h ago at`} other fish; ${plain(most)} h are kept.`,
      path: 'farmHours',
      todo: 'Office and yard only; or house clothes, house boots, washed hands, and the youngest fish not at all.',
      choices: [
        { value: 'meant', label: 'They go in all the same', why: 'house clothes and boots, disinfected, watched' },
      ],
    });
  await c.record([{ kind: 'visitor', ...event, replacesSeq: c.replacing?.seq, intent: p, acts: [] }]);
  return { who: p.who };
});
