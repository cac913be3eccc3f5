'use client';

import { stageColour } from '@/ui/drawings/glyphs';
import { Later } from '@/ui/Later';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { CellShown } from './cellOf';
import { LossBars, Ring, UnitDrawing } from './UnitDrawing';

/** One unit where it stands: drawn, with its number, what comes next, and what it wants. */
export function UnitCell({
  u,
  roomId,
  selected,
  dimmed,
  most,
}: {
  u: CellShown;
  roomId: number;
  selected: boolean;
  dimmed: boolean;
  /** The most dead of any unit in the room: all bars have one scale. */
  most: number;
}) {
  const { lot } = u;
  const jar = u.drawn.kind === 'jar';
  return (
    <li>
      <Link
        href={`/rooms/${roomId}?unit=${encodeURIComponent(u.name)}`}
        scroll={false}
        aria-current={selected ? 'true' : undefined}
        data-unit={u.name}
        className={`block h-full border-l-[3px] px-2 py-1.5 text-ink no-underline ${lot?.wants?.grave ? 'border-hand bg-hand-wash' : selected ? 'border-deep bg-deep-wash' : 'border-transparent hover:bg-sheet'} ${dimmed ? 'opacity-45' : ''}`}
      >
        <span className="flex items-baseline gap-1.5">
          <b className="text-body">{u.name}</b>
          {lot && (
            // Where it must be cut, the season goes first: the lot's own number tells it from its neighbours.
            <span className="truncate text-mark tracking-tight text-soft [direction:rtl]" title={lot.name}>
              <bdi>{lot.name}</bdi>
            </span>
          )}
        </span>
        <span className={`flex gap-2 ${jar ? 'items-start' : 'flex-col'}`}>
          <Later meanwhile={<span className={jar ? 'h-[82px]' : 'h-[68px]'} />}>
            <UnitDrawing {...u.drawn} />
            {lot && (
              <span className={`flex gap-1.5 ${jar ? 'flex-col' : 'items-center'}`}>
                <Ring
                  share={lot.progress}
                  colour={stageColour[lot.glyph] ?? 'var(--egg)'}
                  glyph={lot.glyph}
                  size={jar ? 36 : 28}
                />
                <LossBars losses={u.losses} most={most} width={jar ? 44 : 58} called={lot.called} />
              </span>
            )}
          </Later>
        </span>
        {lot ? (
          <>
            <span className="block text-small tracking-tight">
              <Doubtful number={lot.number} sd={lot.sd} />
            </span>
            {lot.next && (
              <span className="block text-mark leading-tight tracking-tight text-soft">
                {/* The day and its doubt stay together where the cell is narrow. */}
                {lot.next.slice(0, lot.next.search(/\d/))}
                <span className="whitespace-nowrap">{lot.next.slice(lot.next.search(/\d/))}</span>
              </span>
            )}
            {lot.reserve && (
              <span
                className="block text-mark leading-tight text-soft"
                title="until its oxygen is down to what they suffer at, if the flow stops"
              >
                {lot.reserve} of air without flow
              </span>
            )}
            {lot.wants && (
              <span
                className={`block text-mark leading-tight ${lot.wants.grave ? 'font-semibold text-hand' : 'text-careful'}`}
              >
                {lot.wants.says}
              </span>
            )}
          </>
        ) : (
          <span className="text-small text-soft">empty</span>
        )}
      </Link>
    </li>
  );
}
