'use client';

import { useSession } from '@/client/session';
import { figures, plain } from '@/core/quantities/format';
import { isFresh } from '@/core/spawning/baths';
import { clock } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import type { DayView } from '../views/day';

/** Baths of the day: what is in them, and how many batches they have had. */
export function Baths({ view, onMix }: { view: DayView; onMix: ((protocol: string) => void) | null }) {
  const { timeZone } = useSession();
  const used = view.protocols.filter(
    (p) =>
      p.bath &&
      (view.plan.protocols.includes(p.id) ||
        view.bowls.some((b) => b.protocols.includes(p.id)) ||
        view.baths.some((b) => b.protocol === p.id)),
  );
  if (used.length === 0) return null;
  return (
    <section aria-label="Baths" className="mt-4">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Baths</h2>
      {used.map((p) => {
        const own = view.baths.filter((b) => b.protocol === p.id);
        const last = own.at(-1) ?? null;
        const fresh = isFresh(last);
        return (
          <div key={p.id} data-bath={p.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
            <b className="w-[14rem] max-sm:w-full">{p.name}</b>
            <span className="min-w-0 flex-1">
              {last === null ? (
                <span className="text-soft">none is mixed yet</span>
              ) : (
                <>
                  bath {last.nth}, {clock(last.at, timeZone)}: {figures(last.volumeL, 3)} L at{' '}
                  {figures(last.targetMgPerL, 3)} mg/L of {p.bath!.of}
                  <span className="text-soft">
                    {' '}
                    (
                    {last.stockL != null
                      ? `${figures(last.stockL * 1000, 3)} mL of stock`
                      : last.productMl != null
                        ? `${figures(last.productMl, 3)} mL`
                        : `${figures(last.productG ?? 0, 3)} g`}
                    , lot {last.productLot}
                    {last.pH !== undefined && `, pH ${plain(last.pH)}`})
                  </span>
                  <span className={`block text-body ${fresh ? 'text-soft' : 'font-bold text-hand'}`}>
                    {last.batches.length} {last.batches.length === 1 ? 'batch' : 'batches'} of {last.batchesMost} at
                    most
                    {last.batches.length > 0 && ` (${last.batches.map((x) => x.bowl).join(', ')})`}
                    {!fresh && ': mix a fresh one for the next'}
                  </span>
                </>
              )}
            </span>
            {onMix && !view.closed && (
              <Button onClick={() => onMix(p.id)}>{last === null ? 'Mix it' : 'Mix a fresh one'}</Button>
            )}
          </div>
        );
      })}
    </section>
  );
}
