import { useState } from 'react';
import { outlyingBatches } from '@/core/sampling/meanWeight';
import { useSession } from '../frame/session';
import { useShown } from './inputs';
import { emptyPairs, pairsText, readPairs } from './pairs';

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
  const batches: Batch[] = (readPairs(rows, 'mass', shown, locale) ?? [])
    .filter((p) => p.measure > 0 && p.count > 0)
    .map((p) => ({ massG: p.measure, count: p.count }));
  // Rows are filled from the top: the batches are the first of them, as long as none lacks a figure.
  return { rows, setRows, batches, flagged: outlyingBatches(batches) };
}
