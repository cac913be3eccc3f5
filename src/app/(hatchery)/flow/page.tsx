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
  const months = ['18', '9', '3'].includes(span) ? Number(span) : 9;
  const river = await flow(
    db(),
    person.siteId,
    at - months * MONTH,
    at + months * 0.04 * MONTH,
    season ? { season } : {},
  );
  return (
    <FlowScreen
      flow={river}
      now={at}
      timeZone={person.timeZone}
      focus={idIn(lot) ?? null}
      span={String(months)}
      season={season}
    />
  );
}
