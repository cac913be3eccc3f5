import { clock, isoDay, localDay, weekday } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { RunWindow } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { stageColour } from '@/ui/drawings/glyphs';

const SPAN = 72 * HOUR_MS;
const HEIGHT = 560;
const WIDTH = 268;

/** Labels that stand beside the clock; what comes after them is told below it. */
const MOST_LABELS = 32;

/** A clock of three days, ready to be drawn; lengths in units of its drawing, which is 268 wide. */
export type Next72Drawn = {
  /** For those who do not see it. */
  says: string;
  height: number;
  /** Of the clock alone, without what stands below it. */
  clockHeight: number;
  /** Every sixth hour, from now. */
  hours: string[];
  /** Where a day begins: a line as far as `to`. */
  days: { y: number; to: number; wordY: number; word: string }[];
  bands: { x: number; y: number; height: number; colour: string; likeliest?: number }[];
  bandWidth: number;
  labels: { fromX: number; fromY: number; y: number; word: string }[];
  labelsX: number;
  below: string[];
};

type Band = { key: string; label: string; from: number; to: number; at: number; stage: string };

/**
 * Where all of the clock of three days stands: windows of hatch, of other stages and of ovulation. The browser is sent
 * this and not the drawing, which is some six times as long.
 * @param running injected females that may run
 */
export function drawNext72(
  holdings: readonly LivingHolding[],
  running: readonly RunWindow[],
  now: number,
  timeZone: string,
): Next72Drawn {
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
  const y = (t: number) => tenth((HEIGHT * (Math.min(end, Math.max(now, t)) - now)) / SPAN);
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
  const laneX = (lane: number) => tenth(48 + lane * step);
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
  /** Below the line of its day or above it, as near as the labels leave it free: they reach 6 above their place and 7 below. */
  const dayAt = (d: number) => {
    const free = (baseline: number) => !labels.some((l) => l.y + 7 > baseline - 9 && l.y - 6 < baseline + 2);
    return y(d) + ([12, -4, 14, -6, 16, -8, 18, -10, 20].find((beside) => free(y(d) + beside)) ?? 12);
  };
  /** Never through a label. */
  const lineTo = (d: number) => (labels.some((l) => Math.abs(l.y - y(d)) < 8) ? tenth(52 + width) : WIDTH);
  return {
    says:
      bands.length === 0
        ? 'Nothing is predicted in the next 72 hours'
        : bands
            .slice(0, MOST_LABELS)
            .map((b) => `${b.label} ${when(b.at, timeZone)}`)
            .join('; '),
    height: Math.max(HEIGHT + 8, tenth(last + 20)),
    clockHeight: HEIGHT,
    hours: Array.from({ length: 13 }, (_, i) => clock(now + i * 6 * HOUR_MS, timeZone)),
    days: days.map((d) => ({ y: y(d), to: lineTo(d), wordY: tenth(dayAt(d)), word: weekday(d, timeZone) })),
    bands: placed.map((b) => ({
      x: laneX(b.lane),
      y: y(b.from),
      height: Math.max(3, tenth(y(b.to) - y(b.from))),
      colour: colourOf(b.stage),
      ...(b.at <= end && b.at >= now ? { likeliest: tenth(y(b.at) - 1.5) } : {}),
    })),
    bandWidth: tenth(step - 2),
    labels: labels.map((b) => ({
      fromX: tenth(laneX(b.lane) + step - 2),
      fromY: y(b.at),
      y: tenth(b.y),
      word: b.label,
    })),
    labelsX: tenth(52 + width),
    below: [
      crowded.length > 0 &&
        `And ${crowded.length} more, from ${clock(crowded[0]!.at, timeZone)} on ${weekday(crowded[0]!.at, timeZone)}.`,
      later.length > 0 &&
        `Windows that open by then, likeliest later: ${later
          .slice(0, 12)
          .map((b) => b.label)
          .join(', ')}${later.length > 12 ? ` and ${later.length - 12} more` : ''}.`,
      bands.length === 0 && 'No stage is predicted in these days.',
    ].filter((x) => x !== false),
  };
}

/** A tenth of a unit of the drawing is less than anybody sees. */
const tenth = (x: number) => Math.round(10 * x) / 10;

const colourOf = (stage: string) => (stage === 'runs' ? 'var(--deep)' : (stageColour[stage] ?? 'var(--eyed)'));

function when(t: number, timeZone: string): string {
  return `${isoDay(t, timeZone)} ${clock(t, timeZone)}`;
}
