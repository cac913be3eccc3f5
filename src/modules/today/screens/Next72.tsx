import { clock, isoDay, localDay, weekday } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { RunWindow } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { stageColour } from '@/ui/drawings/glyphs';

const SPAN = 72 * HOUR_MS;
const HEIGHT = 560;

/** Labels that stand beside the clock; what comes after them is told below it. */
const MOST_LABELS = 32;

type Band = { key: string; label: string; from: number; to: number; at: number; stage: string };

/** A vertical clock of three days: windows of hatch, of other stages and of ovulation as bands, the likeliest hour marked. */
export function Next72({
  holdings,
  running,
  now,
  timeZone,
}: {
  holdings: readonly LivingHolding[];
  /** Injected females that may run. */
  running: readonly RunWindow[];
  now: number;
  timeZone: string;
}) {
  const end = now + SPAN;
  const byLot = new Map<string, Band & { lotMilestone: string; rooms: Set<string> }>();
  for (const h of holdings)
    for (const m of h.milestones) {
      if (m.seen || m.at === null || m.low === null || m.high === null) continue;
      if (m.high < now || m.low > end || (h.station === 'yolksac' && m.turn !== 'feeding')) continue;
      // A lot on two waters has two clocks.
      const key = `${h.lotId} ${m.id} ${m.at}`;
      const band = byLot.get(key) ?? {
        key,
        lotMilestone: `${h.lotId} ${m.id}`,
        label: `${h.lot} ${m.name}`,
        rooms: new Set(),
        from: m.low,
        to: m.high,
        at: m.at,
        stage: m.turn === 'hatch' ? 'yolksac' : m.turn === 'feeding' ? 'fry' : m.enters ? h.glyph : 'eyed',
      };
      byLot.set(key, band);
      band.rooms.add(h.room);
    }
  const waters = new Map<string, number>();
  for (const b of byLot.values()) waters.set(b.lotMilestone, (waters.get(b.lotMilestone) ?? 0) + 1);
  const females: Band[] = running
    .filter((r) => r.to >= now && r.from <= end)
    .map((r) => ({
      key: `runs ${r.day} ${r.tag}`,
      label: `${r.tag} runs`,
      from: r.from,
      to: r.to,
      at: r.at,
      stage: 'runs',
    }));
  const stages: Band[] = [...byLot.values()].map((b) =>
    waters.get(b.lotMilestone)! > 1 ? { ...b, label: `${b.label}, ${[...b.rooms].join(', ')}` } : b,
  );
  const bands = [...stages, ...females].sort((a, b) => a.from - b.from || a.at - b.at);
  const y = (t: number) => (HEIGHT * (Math.min(end, Math.max(now, t)) - now)) / SPAN;
  const days: number[] = [];
  for (let d = localDay(now, timeZone).end; d < end; d = localDay(d, timeZone).end) days.push(d);
  // Bands that overlap in time stand side by side; labels go beside the column, pushed apart.
  const lanes: number[] = [];
  const placed = bands.map((b) => {
    let lane = lanes.findIndex((until) => until <= b.from);
    if (lane < 0) lane = lanes.push(0) - 1;
    lanes[lane] = b.to;
    return { ...b, lane };
  });
  const step = Math.min(11, 96 / Math.max(1, lanes.length));
  const laneX = (lane: number) => 48 + lane * step;
  const width = lanes.length * step;
  // The likeliest hour lies in the window for some, is over or still to come for others.
  let last = -14;
  const labels = placed
    .filter((b) => b.at <= end)
    .sort((a, b) => a.at - b.at)
    .map((b) => {
      last = Math.max(8, y(b.at), last + 16);
      return { ...b, y: last };
    });
  const crowded = labels.splice(MOST_LABELS);
  if (crowded.length > 0) last = labels.at(-1)!.y;
  const later = placed.filter((b) => b.at > end);
  /** Below the line of its day, or above where a label stands there. */
  const dayAt = (d: number) => {
    const free = (from: number, to: number) => !labels.some((l) => l.y + 4 > from && l.y - 8 < to);
    return free(y(d) + 1, y(d) + 14) || !free(y(d) - 13, y(d) - 2) ? y(d) + 12 : y(d) - 4;
  };
  return (
    <div>
      <svg
        viewBox={`0 0 268 ${Math.max(HEIGHT + 8, last + 20)}`}
        className="w-full"
        role="img"
        aria-label={
          bands.length === 0
            ? 'Nothing is predicted in the next 72 hours'
            : bands
                .slice(0, MOST_LABELS)
                .map((b) => `${b.label} ${when(b.at, timeZone)}`)
                .join('; ')
        }
      >
        <line x1={44} x2={44} y1={0} y2={HEIGHT} stroke="var(--strong)" />
        {Array.from({ length: 13 }, (_, i) => now + i * 6 * HOUR_MS).map((t) => (
          <g key={t}>
            <line x1={40} x2={44} y1={y(t)} y2={y(t)} stroke="var(--strong)" />
            <text x={36} y={y(t) + (t === now ? 10 : 4)} textAnchor="end" fontSize={11} fill="var(--soft)">
              {clock(t, timeZone)}
            </text>
          </g>
        ))}
        {days.map((d) => (
          <g key={d}>
            <line x1={44} x2={268} y1={y(d)} y2={y(d)} stroke="var(--rule)" />
            <text x={266} y={dayAt(d)} textAnchor="end" fontSize={11} fontWeight={700} fill="var(--soft)">
              {weekday(d, timeZone)}
            </text>
          </g>
        ))}
        {placed.map((b) => (
          <g key={b.key}>
            <rect
              x={laneX(b.lane)}
              width={step - 2}
              y={y(b.from)}
              height={Math.max(3, y(b.to) - y(b.from))}
              fill={colourOf(b.stage)}
              opacity={0.35}
            />
            {b.at <= end && b.at >= now && (
              <rect x={laneX(b.lane)} width={step - 2} y={y(b.at) - 1.5} height={3} fill={colourOf(b.stage)} />
            )}
          </g>
        ))}
        {labels.map((b) => (
          <g key={b.key}>
            <line
              x1={laneX(b.lane) + step - 2}
              x2={52 + width}
              y1={y(b.at)}
              y2={b.y}
              stroke="var(--strong)"
              strokeWidth={0.7}
            />
            <text x={56 + width} y={b.y + 4} fontSize={12} fill="var(--ink)">
              {b.label}
            </text>
          </g>
        ))}
      </svg>
      {crowded.length > 0 && (
        <p className="quiet mt-2 text-small">
          And {crowded.length} more, from {clock(crowded[0]!.at, timeZone)} on {weekday(crowded[0]!.at, timeZone)}.
        </p>
      )}
      {later.length > 0 && (
        <p className="quiet mt-2 text-small">
          Windows that open by then, likeliest later:{' '}
          {later
            .slice(0, 12)
            .map((b) => b.label)
            .join(', ')}
          {later.length > 12 && ` and ${later.length - 12} more`}.
        </p>
      )}
      {bands.length === 0 && <p className="quiet">No stage is predicted in these days.</p>}
    </div>
  );
}

const colourOf = (stage: string) => (stage === 'runs' ? 'var(--deep)' : (stageColour[stage] ?? 'var(--eyed)'));

function when(t: number, timeZone: string): string {
  return `${isoDay(t, timeZone)} ${clock(t, timeZone)}`;
}
