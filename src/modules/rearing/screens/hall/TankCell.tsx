'use client';

import { cx } from 'class-variance-authority';
import { Later } from '@/ui/Later';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { TankDrawing } from './TankDrawing';
import type { TankShown } from './tankOf';

/** The largest tank's diameter. */
const TANK_PX = 68;
const DENSE_PX = 40;

/** One tank where it stands: drawn, with its number, how tight it is and by what, and what it wants. */
export function TankCell({
  t,
  selected,
  dimmed,
  dense,
}: {
  t: TankShown;
  selected: boolean;
  dimmed: boolean;
  dense: boolean;
}) {
  const f = t.fish;
  const px = dense ? DENSE_PX : TANK_PX;
  const long = t.shape !== 'round';
  return (
    <li className="@container min-w-0">
      <Link
        href={`/rearing?unit=${encodeURIComponent(t.name)}`}
        scroll={false}
        aria-current={selected ? 'true' : undefined}
        data-unit={t.name}
        className={cx(
          'block h-full border-l-[3px] px-2 py-1.5 text-ink no-underline',
          f?.wants?.grave
            ? 'border-hand bg-hand-wash'
            : selected
              ? 'border-deep bg-deep-wash'
              : 'border-transparent hover:bg-sheet',
          dimmed && 'opacity-45',
        )}
      >
        <span className="flex items-baseline gap-1.5">
          <b className="text-body">{t.name}</b>
          {f && (
            <span className="truncate text-mark tracking-tight text-soft [direction:rtl]" title={f.lot}>
              <bdi>{f.lots > 1 ? `${f.lot} and ${f.lots - 1} more` : f.lot}</bdi>
            </span>
          )}
        </span>
        {/* Where a cell is narrow, the sheet open beside it, the words go below the drawing. */}
        <span className={cx('flex flex-col gap-x-2', !(long && !dense) && '@[134px]:flex-row @[134px]:items-center')}>
          <Later meanwhile={<span style={{ width: px, height: long ? px * 0.6 : px }} />}>
            <TankDrawing t={t} max={px} />
          </Later>
          {!f && <span className="text-small text-soft">empty</span>}
          {f && !dense && (
            <span className={cx('min-w-0 text-mark leading-tight text-soft', long && 'flex gap-2')}>
              <span className="block whitespace-nowrap">{f.each ?? 'not weighed'}</span>
              {f.fed?.next && <span className="block whitespace-nowrap">{f.fed.next}</span>}
            </span>
          )}
        </span>
        {f && (
          <span className="block text-small tracking-tight whitespace-nowrap">
            <Doubtful number={f.number} sd={f.sd} />
          </span>
        )}
        {f?.tight && <TightBar tight={f.tight} dense={dense} />}
        {f?.wants && !(dense && !f.wants.grave) && (
          <span
            className={cx(
              'mt-0.5 block text-mark leading-tight',
              f.wants.grave ? 'font-semibold text-hand' : 'text-careful',
              dense && 'truncate',
            )}
          >
            {f.wants.says}
          </span>
        )}
      </Link>
    </li>
  );
}

function TightBar({ tight, dense }: { tight: { share: number; says: string; full: boolean }; dense: boolean }) {
  return (
    <>
      <span className="my-0.5 block h-[5px] max-w-[110px] bg-rule" aria-hidden>
        <span
          className={cx('block h-full', tight.full ? 'bg-careful' : 'bg-deep')}
          style={{ width: `${Math.min(100, 100 * tight.share)}%` }}
        />
      </span>
      {!dense && (
        <span className={cx('block text-mark leading-tight', tight.full ? 'text-careful' : 'text-soft')}>
          {tight.says}
        </span>
      )}
      <span className="sr-only">{Math.round(100 * tight.share)} % of what it bears</span>
    </>
  );
}
