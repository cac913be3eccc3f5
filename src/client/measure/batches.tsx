import { useState } from 'react';
import { outlyingBatches } from '@/core/sampling/meanWeight';
import type { AnyAct } from '../act/useAct';
import { useShown } from '../inputs';
import { useSession } from '../session';
import { MeanWeight } from './HowMany';
import { emptyPairs, PairRows, pairsText, readPairs } from './pairs';

export type Batch = { massG: number; count: number };

/** Sample batches as typed, those of them that can be read, and which do not fit the others. */
export function useBatches(original?: readonly Batch[]) {
  const { locale } = useSession();
  const shown = useShown()('mass', true);
  const [rows, setRows] = useState(() =>
    original
      ? pairsText(
          original.map((b) => ({ measure: b.massG, count: b.count })),
          'mass',
          shown,
          locale,
        )
      : emptyPairs(),
  );
  const read = readPairs(rows, 'mass', shown, locale) ?? [];
  // All or none: a row that cannot be read would be left out unseen.
  const batches: Batch[] = read.every((p) => p.measure > 0 && p.count > 0)
    ? read.map((p) => ({ massG: p.measure, count: p.count }))
    : [];
  return { rows, setRows, batches, flagged: outlyingBatches(batches) };
}

/** Rows for sample batches, those marked that do not fit the others, and the mean weight that they make so far. */
export function BatchRows({ weights, act }: { weights: ReturnType<typeof useBatches>; act: AnyAct }) {
  return (
    <>
      <PairRows
        label="Sample batches"
        dimension="mass"
        first="mass"
        rows={weights.rows}
        onChange={weights.setRows}
        flagged={weights.flagged}
        error={act.errorOn('batches')}
      />
      <MeanWeight batches={weights.batches} />
    </>
  );
}
