import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';

/** How a number was got, as a small mark with its word for those who do not see it. */
const marks: Record<string, { mark: string; word: string }> = {
  counted: { mark: '#', word: 'counted' },
  weighed: { mark: 'w', word: 'weighed' },
  volume: { mark: 'v', word: 'by volume' },
  estimated: { mark: '~', word: 'estimated' },
  assumed: { mark: '?', word: 'assumed' },
};

/** A number and its doubt as one unit; the ± is the half-width of the 95 % interval. */
export function Doubtful({
  number,
  sd,
  how,
  size = 'row',
}: {
  number: number;
  sd: number;
  how?: string;
  size?: 'row' | 'big' | 'plain';
}) {
  const d = withDoubt(number, Z95 * sd);
  const big = size === 'big';
  return (
    <span className="whitespace-nowrap" data-number={number} data-half={Math.round(Z95 * sd)}>
      <span className={big ? 'text-figure leading-none font-bold' : size === 'row' ? 'font-bold' : ''}>{d.number}</span>
      {d.half && <span className={`text-soft ${big ? 'ml-1.5 text-lead' : 'ml-1 text-small'}`}>±{d.half}</span>}
      {how && marks[how] && (
        <abbr className="ml-1 text-small text-soft no-underline" title={marks[how].word}>
          {marks[how].mark}
        </abbr>
      )}
    </span>
  );
}
