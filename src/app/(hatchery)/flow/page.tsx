import { FlowScreen } from '@/modules/flow/screens/FlowScreen';
import { flow } from '@/modules/flow/views/flow';
import { db, now } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Flow' };

const MONTH = 30.4375 * 86_400_000;

export default async function FlowPage({
  searchParams,
}: {
  searchParams: Promise<{ span?: string; season?: string; lot?: string }>;
}) {
  const person = await requirePerson();
  const { span = '9', season = '', lot } = await searchParams;
  const at = now();
  // All that may be looked back at comes at once: the river is moved and zoomed where it is drawn.
  const river = await flow(db(), person.siteId, at - 18 * MONTH, at + 0.72 * MONTH, season ? { season } : {});
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
