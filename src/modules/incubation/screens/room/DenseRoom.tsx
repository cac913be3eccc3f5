import { minutesWords } from '@/core/incubation/danger';
import { isGrave } from '@/core/planning/due';
import { short } from '@/core/quantities/format';
import { stageColour } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Term } from '@/ui/words/Term';
import type { RoomUnit } from '../../views/room';
import { fillOf } from './UnitDrawing';

/**
 * A hall of hundreds of units in one view: each a small cell in its place, filled as the unit is, in the colour of its
 * stage; those that want a hand stand out. The number and the rest are in the sheet, and told to a screen reader.
 */
export function DenseRoom({
  roomId,
  rows,
  selected,
  stage,
}: {
  roomId: number;
  rows: readonly { key: string; name: string; units: readonly RoomUnit[] }[];
  selected: string | null;
  stage: string | null;
}) {
  // Short rows stand side by side, in the order of the room, so that all of it is seen at once.
  const twoAbreast = rows.every((r) => r.units.length <= 12);
  return (
    <div className={`grid items-start gap-x-4 ${twoAbreast ? 'grid-cols-2 max-xl:grid-cols-1' : 'grid-cols-1'}`}>
      {rows.map((row) => (
        <section
          key={row.key}
          aria-label={row.name || 'units'}
          className="grid grid-cols-[3.4rem_minmax(0,1fr)] items-start border-b border-rule py-1"
        >
          <div className="pr-1">
            <h2 className="pt-0.5 text-mark leading-tight [overflow-wrap:anywhere]">{row.name}</h2>
            {soonest(row.units) !== null && (
              <p className="text-mark leading-tight text-soft" title="to danger in the first, if the flow stops">
                {minutesWords(soonest(row.units)!)} of <Term of="airWithoutFlow">air without flow</Term>
              </p>
            )}
          </div>
          <ul className="flex flex-wrap gap-[2px]">
            {row.units.map((u) => (
              <Cell
                key={u.id}
                u={u}
                roomId={roomId}
                selected={selected === u.name}
                dimmed={stage !== null && !u.holdings.some((h) => h.station === stage)}
              />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** Minutes to danger of the unit that comes first to it. */
function soonest(units: readonly RoomUnit[]): number | null {
  const known = units.flatMap((u) => (u.danger ? [u.danger.minutes] : []));
  return known.length > 0 ? Math.min(...known) : null;
}

function Cell({ u, roomId, selected, dimmed }: { u: RoomUnit; roomId: number; selected: boolean; dimmed: boolean }) {
  const h = u.holdings[0];
  const number = u.holdings.reduce((s, x) => s + x.number, 0);
  const due = u.holdings.flatMap((x) => x.due);
  const urgent = due.find(isGrave) ?? due.find((d) => d.urgency === 1);
  const grave = urgent !== undefined && isGrave(urgent);
  const soon = due.some((d) => d.urgency === 2);
  const says = h
    ? `${u.name}, ${h.lot}, ${h.stageName}, ${number}${urgent ? `: ${urgent.says}` : ''}`
    : `${u.name}, empty`;
  return (
    <li>
      <Link
        href={`/rooms/${roomId}?unit=${encodeURIComponent(u.name)}`}
        scroll={false}
        title={says}
        aria-label={says}
        aria-current={selected ? 'true' : undefined}
        data-unit={u.name}
        className={`relative block h-[36px] w-[42px] overflow-hidden border text-center no-underline ${selected ? 'border-2 border-deep' : grave ? 'border-2 border-hand' : urgent ? 'border-2 border-careful' : 'border-strong'} ${grave ? 'bg-hand-wash' : 'bg-sheet'} ${dimmed ? 'opacity-40' : ''}`}
      >
        <span
          aria-hidden
          className="absolute inset-x-0 bottom-0"
          style={{ height: 3 + 5 * fillOf(u), background: h ? (stageColour[h.glyph] ?? 'var(--egg)') : 'transparent' }}
        />
        <span
          className={`block truncate text-mark leading-[15px] ${grave ? 'font-bold text-hand' : urgent ? 'font-bold text-careful' : 'font-semibold text-ink'}`}
        >
          {u.name}
        </span>
        <span className="block text-mark leading-[11px] text-soft">
          {h ? short(number) : '·'}
          {soon && !urgent && <span className="text-careful"> •</span>}
        </span>
      </Link>
    </li>
  );
}
