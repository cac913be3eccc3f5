import { isoDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { RecordsScreen } from '@/modules/records/screens/RecordsScreen';
import { ledger, ledgerKinds } from '@/modules/records/views/ledger';
import { strikes } from '@/modules/water/views/alarms';
import { leftOut } from '@/modules/water/views/leftOut';
import { waterDays } from '@/modules/water/views/waterDays';
import { readNow } from '@/server/sensorsNow';
import { db } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { requestNow, requestStock } from '../../_server/request';
import { requirePerson } from '../../_server/session';
import { stockQuery } from '../../_server/stockQuery';

export const metadata = { title: 'Records' };

export default async function RecordsPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const person = await requirePerson();
  const params = await searchParams;
  const at = requestNow();
  const tab = params.tab === 'ledger' || params.tab === 'readings' ? params.tab : 'stock';
  const q = stockQuery(params, at, person.timeZone);
  const kind = ledgerKinds.some((k) => k.value === params.kind) ? params.kind! : '';
  return (
    <RecordsScreen
      tab={tab}
      stock={tab === 'stock' ? await requestStock(q) : null}
      by={q.by}
      day={q.day}
      known={q.known}
      today={isoDay(at, person.timeZone)}
      entries={
        tab === 'ledger'
          ? await ledger(db(), person.siteId, {
              search: params.search || undefined,
              kinds: kind ? [kind] : undefined,
              before: idIn(params.before),
              limit: 100,
              us: person.units === 'us',
            })
          : []
      }
      search={params.search ?? ''}
      kind={kind}
      kinds={ledgerKinds}
      sensors={tab === 'readings' ? await readNow(db(), person.siteId, at) : []}
      water={tab === 'readings' ? await waterDays(db(), person, at) : { days: [], bySensor: {} }}
      strikes={tab === 'readings' ? await strikes(db(), person.siteId) : []}
      leftOut={tab === 'readings' ? await leftOut(db(), person.siteId, at - 31 * DAY_MS) : []}
      now={at}
      timeZone={person.timeZone}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
