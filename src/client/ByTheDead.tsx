import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { fertilisedByDead } from '@/core/eggs/fertilisedByDead';
import { figures } from '@/core/quantities/format';

/** What the dead taken out before a count say of how many were fertilised. */
export function ByTheDead({ measured, removed }: { measured: MeasurementInput | null; removed: number | null }) {
  const read = measured === null ? null : measurement.safeParse(measured);
  if (!read?.success || !removed) return null;
  const n = numberFrom(read.data);
  const found = fertilisedByDead(n.number, n.sd, removed);
  if (!found) return null;
  return (
    <p className="text-body" data-testid="by-the-dead">
      By the dead taken out, at most <b>{figures(100 * found.share, 3)} %</b>
      {found.half >= 0.0005 && ` ±${figures(100 * found.half, 2)}`} were fertilised.{' '}
      <span className="text-soft">
        Blanks that are still clear count as living: look again at cleavage, and at the eyes.
      </span>
    </p>
  );
}
