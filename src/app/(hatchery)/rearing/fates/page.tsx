import { DAY_MS } from '@/core/time/spans';
import { Fates } from '@/modules/moves/screens/FatesScreen';
import { fatesOf } from '@/modules/moves/views/fates';
import { HallNav } from '@/modules/rearing/screens/HallNav';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Fates' };

const YEAR_MS = 366 * DAY_MS;

export default async function FatesPage() {
  const person = await requirePerson();
  const now = requestNow();
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Fates">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Fates</h1>
        <span className="text-soft">of a year</span>
        <HallNav here={null} />
      </div>
      <Fates
        records={await fatesOf(db(), person.siteId, { from: now - YEAR_MS })}
        now={now}
        timeZone={person.timeZone}
        us={person.units === 'us'}
      />
    </section>
  );
}
