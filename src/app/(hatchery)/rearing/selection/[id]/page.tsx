import { notFound } from 'next/navigation';
import { HallNav } from '@/modules/rearing/screens/HallNav';
import { SelectionBench } from '@/modules/selection/screens/bench/SelectionBench';
import { selectionBench } from '@/modules/selection/views/bench';
import { db } from '../../../../_server/database';
import { idOf } from '../../../../_server/idOf';
import { requestHall, requestNow } from '../../../../_server/request';
import { requirePerson } from '../../../../_server/session';

export const metadata = { title: 'Selection bench' };

export default async function SelectionBenchPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const bench = await selectionBench(db(), person, idOf((await params).id), requestNow(), await requestHall());
  if (!bench) notFound();
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Selection bench">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Selection</h1>
        <HallNav here={null} />
      </div>
      <SelectionBench bench={bench} />
    </section>
  );
}
