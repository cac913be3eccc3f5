import { HallNav } from '@/modules/rearing/screens/HallNav';
import type { GradingView } from '../views/grading';
import { GradingBench } from './bench/GradingBench';
import { NoLengths } from './bench/NoLengths';
import { GradedLately } from './GradedLately';
import { SizeWatch } from './SizeWatch';

/** Where do I set the bars? One tank on the bench, and below it how even all of them are. */
export function GradingScreen({
  view,
  now,
  timeZone,
  us,
}: {
  view: GradingView;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const { bench } = view;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Grading">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Grading</h1>
        <HallNav here="/rearing/grading" />
      </div>
      {!bench ? (
        <p className="quiet">
          Nothing eats yet. Fry and fingerlings stand here with their sizes once they are ponded or brought in.
        </p>
      ) : (
        <>
          {bench.lengthsMm.length > 0 ? (
            <GradingBench key={`${bench.row.holdingId} ${bench.row.sample?.at}`} bench={bench} />
          ) : (
            <NoLengths row={bench.row} />
          )}
          <GradedLately of={view.lately} now={now} timeZone={timeZone} />
          <SizeWatch view={view} chosen={bench.row.holdingId} now={now} timeZone={timeZone} us={us} />
        </>
      )}
    </section>
  );
}
