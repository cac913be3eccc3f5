import { outlyingBatches } from '@/core/sampling/meanWeight';
import { MeanWeight } from './Outcome';
import { type Pair, PairRows } from './pairs';

export type Batch = { massG: number; count: number };

/** Rows for sample batches, those marked that do not fit the others, and the mean weight that they make so far. */
export function BatchRows({
  value,
  onChange,
  error,
  read,
}: {
  value: Pair[];
  onChange: (rows: Pair[]) => void;
  error?: string | null;
  /** Those that can be read. */
  read: readonly Batch[];
}) {
  return (
    <>
      <PairRows
        label="Sample batches"
        dimension="mass"
        first="mass"
        rows={value}
        onChange={onChange}
        flagged={outlyingBatches(read)}
        error={error}
      />
      <MeanWeight batches={read} />
    </>
  );
}
