import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { TextField } from '@/ui/fields';
import { useShown } from '../inputs';
import { useSession } from '../session';
import { type Batch, BatchRows } from './batches';
import type { Pair } from './pairs';

/** Sample batches, and the buckets that were weighed out one after the other: what they come to stands below. */
export function BucketTally({
  weights,
  buckets,
  read,
}: {
  weights: { value: Pair[]; onChange: (rows: Pair[]) => void; error: string | null; read: readonly Batch[] };
  buckets: { value: string; onChange: (v: string) => void; error: string | null };
  /** Masses of the buckets that can be read, g. */
  read: readonly number[];
}) {
  const us = useSession().units === 'us';
  const unit = useShown();
  const inAll = read.reduce((s, b) => s + b, 0);
  const mean = weights.read.reduce((s, b) => s + b.massG, 0) / weights.read.reduce((s, b) => s + b.count, 0);
  return (
    <>
      <BatchRows {...weights} />
      <TextField
        label={`Buckets, ${unit('mass')} each, one after the other`}
        {...buckets}
        placeholder="8.2 7.9 8.4"
        hint={
          read.length > 0
            ? `${read.length} ${read.length === 1 ? 'bucket' : 'buckets'}, ${massOfAll(inAll, us, 2)}${weights.read.length > 0 ? `: about ${grouped(inAll / mean)} animals` : ''}`
            : undefined
        }
      />
    </>
  );
}
