import { withDoubt } from '@/core/quantities/format';
import type { Said } from '../act/results';

/** A number with its ± as it will be shown. */
export function said(n: { number: number; sd: number }): Said {
  const d = withDoubt(n.number, 1.96 * n.sd);
  return { number: n.number, sd: n.sd, text: d.half ? `${d.number} ±${d.half}` : d.number };
}
