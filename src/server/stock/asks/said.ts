import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { Said } from '../../act/results';

/** A number with its ± as it will be shown. */
export function said(n: { number: number; sd: number }): Said {
  const d = withDoubt(n.number, Z95 * n.sd);
  return { number: n.number, sd: n.sd, text: d.half ? `${d.number} ±${d.half}` : d.number };
}
