import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';

/** A number and its doubt as one unit; the ± is the half-width of the 95 % interval. */
export function Doubtful({ number, sd, size = 'row' }: { number: number; sd: number; size?: 'row' | 'big' | 'plain' }) {
  const d = withDoubt(number, Z95 * sd);
  const big = size === 'big';
  return (
    <span className="whitespace-nowrap" data-number={number} data-half={Math.round(Z95 * sd)}>
      <span className={big ? 'text-figure leading-none font-bold' : size === 'row' ? 'font-bold' : ''}>{d.number}</span>
      {d.half && <span className={`text-soft ${big ? 'ml-1.5 text-lead' : 'ml-1 text-small'}`}>±{d.half}</span>}
    </span>
  );
}
