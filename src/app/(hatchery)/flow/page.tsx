import { HOUR_MS } from '@/core/time/spans';
import { FlowScreen } from '@/modules/flow/screens/FlowScreen';
import { flow } from '@/modules/flow/views/flow';
import { db, now } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { computedOnce } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Flow' };

const MONTH = 30.4375 * 24 * HOUR_MS;

export default async function FlowPage({
  searchParams,
}: {
  searchParams: Promise<{ span?: string; season?: string; lot?: string }>;
}) {
  const person = await requirePerson();
  const { span = '9', season = '', lot } = await searchParams;
  const at = now();
  const hour = Math.floor(at / HOUR_MS) * HOUR_MS;
  // All that may be looked back at comes at once: the river is moved and zoomed where it is drawn.
  const river = await computedOnce(
    'flow',
    season,
    '',
    // It begins with an hour, and so stays the same for that long.
    () => flow(db(), person.siteId, hour - 18 * MONTH, hour + 0.72 * MONTH, season ? { season } : {}),
    HOUR_MS,
  );
  return (
    <FlowScreen
      flow={river}
      now={at}
      timeZone={person.timeZone}
      focus={idIn(lot) ?? null}
      span={span === '18' || span === '3' ? span : '9'}
      season={season}
    />
  );
}
