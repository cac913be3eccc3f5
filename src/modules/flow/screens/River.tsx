'use client';

import { area, curveMonotoneX, scaleUtc } from 'd3';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, type PointerEvent, useEffect, useId, useMemo, useRef, useState } from 'react';
import { grouped, short } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { stageColour } from '@/ui/glyphs';
import type { Flow } from '../views/flow';
import {
  alone,
  clampWindow,
  type Group,
  layOut,
  lineage,
  numberAt,
  type Run,
  stagesAt,
  type Window,
  zoomed,
} from './layout';
import { type Hover, Tip } from './Tip';

const LEFT = 14;
const RIGHT = 48;
const HEAD = 26;
const DAY = 86_400_000;
/** Pixels that a pointer may tremble and still has clicked. */
const TREMBLE = 4;
/** Pixels that a name inside a band wants. */
const NAME_HEIGHT = 11.5;
const NAME_CHARACTER = 6.4;

/**
 * The season as a river: height is number alive, colour is stage, the pale lower edge of a lot its doubt. What is lost
 * is shed below, what leaves pours out above. Drag or the arrows move through time, the wheel or + and - zoom.
 */
export function River({
  flow,
  now,
  timeZone,
  window: shown,
  onWindow,
  follow,
  onFollow,
}: {
  flow: Flow;
  now: number;
  timeZone: string;
  window: Window;
  onWindow: (w: Window) => void;
  /** The lot whose lineage is taken out alone. */
  follow: number | null;
  onFollow: (lot: number | null) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const router = useRouter();
  const [size, setSize] = useState({ width: 1130, height: 580 });
  const [cursor, setCursor] = useState<{ at: number; group: number; run: number } | null>(null);
  const drag = useRef<{ px: number; from: Window; moved: boolean } | null>(null);
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const measure = () => setSize({ width: Math.max(320, el.clientWidth), height: Math.max(400, el.clientHeight) });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const width = size.width - LEFT - RIGHT;
  const drawn = useMemo(() => (follow === null ? flow : alone(flow, lineage(follow, flow.links))), [flow, follow]);
  const river = useMemo(
    () => layOut(drawn, shown, width, size.height - HEAD - 6, now),
    [drawn, shown, width, size.height, now],
  );
  const x = useMemo(() => scaleUtc().domain([shown.from, shown.to]).range([0, width]), [shown, width]);
  const known = useMemo(() => ({ from: flow.from, to: flow.to }), [flow.from, flow.to]);
  const instant = (px: number) => shown.from + ((px - LEFT) / width) * (shown.to - shown.from);

  // The browser scrolls the page by the wheel unless it is told not to before it does.
  const zoomBy = useRef<(about: number, by: number) => void>(() => {});
  zoomBy.current = (about, by) => onWindow(zoomed(shown, about, by, known));
  const at = useRef(instant);
  at.current = instant;
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const px = e.clientX - el.getBoundingClientRect().left;
      if (Math.abs(e.deltaX) > Math.abs(e.deltaY)) zoomBy.current(at.current(px + e.deltaX), 1);
      else zoomBy.current(at.current(px), e.deltaY > 0 ? 1.15 : 1 / 1.15);
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, []);

  /** What lies under a point of the drawing. */
  const under = (px: number, py: number): typeof cursor => {
    const i = Math.round(((px - LEFT) / width) * (river.x.length - 1));
    const y = py - HEAD;
    for (const [g, group] of river.groups.entries()) {
      if (y < group.top || y > group.top + group.height) continue;
      const near = group.runs
        .map((r, k) => ({ k, off: r.number[i]! > 0 ? Math.max(r.top[i]! - y, y - r.bottom[i]!, 0) : Infinity }))
        .sort((a, b) => a.off - b.off)[0];
      if (near && near.off < 14) return { at: instant(px), group: g, run: near.k };
      return { at: instant(px), group: g, run: -1 };
    }
    return null;
  };
  const lotAt = (c: typeof cursor): Run | undefined => (c === null ? undefined : river.groups[c.group]?.runs[c.run]);
  const here = (e: PointerEvent) => {
    const r = box.current!.getBoundingClientRect();
    return [e.clientX - r.left, e.clientY - r.top + box.current!.scrollTop] as const;
  };
  const open = (run: Run | undefined, itsLine: boolean) => {
    if (!run) return;
    if (itsLine) onFollow(follow === run.band.lotId ? null : run.band.lotId);
    else router.push(`/lots/${run.band.lotId}`);
  };

  const key = (e: KeyboardEvent) => {
    const span = shown.to - shown.from;
    const c = cursor ?? { at: Math.min(now, shown.to), group: 0, run: 0 };
    const step = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (step !== undefined && e.shiftKey)
      onWindow(clampWindow({ from: shown.from + (step * span) / 8, to: shown.to + (step * span) / 8 }, known));
    else if (step !== undefined)
      setCursor({ ...c, at: Math.min(shown.to, Math.max(shown.from, c.at + (step * span) / 60)) });
    else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') setCursor(neighbour(river.groups, c, e.key === 'ArrowUp'));
    else if (e.key === '+' || e.key === '=') onWindow(zoomed(shown, c.at, 1 / 1.3, known));
    else if (e.key === '-') onWindow(zoomed(shown, c.at, 1.3, known));
    else if (e.key === '0') onWindow(known);
    else if (e.key === 'Enter') open(lotAt(c), false);
    else if (e.key === 'f') open(lotAt(c), true);
    else if (e.key === 'Escape') {
      if (follow === null && cursor === null) return;
      setCursor(null);
      onFollow(null);
    } else return;
    e.preventDefault();
    e.stopPropagation();
  };

  const run = lotAt(cursor);
  const column = cursor ? Math.round(((cursor.at - shown.from) / (shown.to - shown.from)) * (river.x.length - 1)) : 0;
  const group = cursor ? river.groups[cursor.group] : undefined;
  const hover: Hover | null =
    cursor && group
      ? {
          group,
          run,
          at: cursor.at,
          x: x(cursor.at) + LEFT,
          y: HEAD + (run ? (run.bottom[column] ?? group.lower[column]!) : group.lower[column]!),
          losses: lossesNear(drawn, group, cursor.at, run),
        }
      : null;
  const height = Math.max(size.height, river.height + HEAD + 6);
  const months = x.ticks(Math.max(2, Math.round(width / 92)));

  return (
    <div ref={box} className="relative min-h-0 flex-1 touch-none overflow-x-hidden overflow-y-auto" data-testid="river">
      <svg
        width={size.width}
        height={height}
        role="application"
        aria-label="River of lots: arrows move the line and the lot, + and - zoom, Enter opens the lot, f takes its lineage alone"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the drawing is walked with the arrow keys
        tabIndex={0}
        className="block cursor-crosshair outline-offset-[-3px]"
        onKeyDown={key}
        onFocus={() =>
          setCursor((c) => c ?? { at: Math.min(now, shown.to), group: 0, run: river.groups[0]?.runs.length ? 0 : -1 })
        }
        onBlur={() => setCursor(null)}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          drag.current = { px: here(e)[0], from: shown, moved: false };
        }}
        onPointerMove={(e) => {
          const [px, py] = here(e);
          const d = drag.current;
          if (d && (d.moved || Math.abs(px - d.px) > TREMBLE)) {
            d.moved = true;
            const by = ((d.px - px) / width) * (d.from.to - d.from.from);
            onWindow(clampWindow({ from: d.from.from + by, to: d.from.to + by }, known));
            setCursor(null);
          } else setCursor(under(px, py));
        }}
        onPointerUp={(e) => {
          const d = drag.current;
          drag.current = null;
          if (d && !d.moved) open(lotAt(under(...here(e))), e.shiftKey);
        }}
        onPointerLeave={() => {
          if (document.activeElement !== box.current?.firstElementChild) setCursor(null);
        }}
      >
        <g transform={`translate(${LEFT} ${HEAD})`} pointerEvents="none">
          {months.map((m) => (
            <g key={m.getTime()} data-month>
              <line x1={x(m)} x2={x(m)} y1={-4} y2={height - HEAD} stroke="var(--rule)" />
              <text
                x={x(m) + 3}
                y={-10}
                fontSize={12}
                fill="var(--soft)"
                opacity={now <= shown.to && Math.abs(x(m) + 20 - x(now)) < 58 ? 0 : 1}
              >
                {dayMonth(m.getTime(), timeZone, m.getTime() < now - 300 * DAY ? now : undefined)}
              </text>
            </g>
          ))}
          {river.groups.map((g) => (
            <Species
              key={g.species}
              group={g}
              at={river.at}
              x={river.x}
              end={x(Math.min(now, shown.to))}
              width={width}
              lit={run}
            />
          ))}
          {river.groups.map((g) => (
            <Shed key={g.species} flow={drawn} group={g} x={x} window={shown} />
          ))}
          {river.groups.map((g) => (
            <Poured key={g.species} flow={drawn} group={g} x={x} window={shown} width={width} />
          ))}
          <Joined flow={drawn} groups={river.groups} x={x} window={shown} columns={river.x} />
          {now >= shown.from && now <= shown.to && (
            <g>
              <line x1={x(now)} x2={x(now)} y1={-16} y2={height - HEAD} stroke="var(--hand)" strokeWidth={1.4} />
              <text x={x(now) - 4} y={-10} textAnchor="end" fontSize={12} fontWeight={700} fill="var(--hand)">
                today
              </text>
            </g>
          )}
          {cursor && (
            <line
              x1={x(cursor.at)}
              x2={x(cursor.at)}
              y1={0}
              y2={height - HEAD}
              stroke="var(--ink)"
              strokeDasharray="2 3"
              data-testid="river-line"
            />
          )}
        </g>
      </svg>
      {hover && <Tip hover={hover} timeZone={timeZone} now={now} width={size.width} height={size.height} />}
    </div>
  );
}

type Scale = (t: number) => number;

/** A species: its lots beside each other, their names where they fit, how many live at the end. */
function Species({
  group,
  at,
  x,
  end,
  width,
  lit,
}: {
  group: Group;
  at: readonly number[];
  x: readonly number[];
  end: number;
  width: number;
  lit: Run | undefined;
}) {
  const id = useId();
  const here = group.runs.filter((r) => r.first >= 0);
  return (
    <g data-species={group.species} data-per-pixel={group.perPixel}>
      <line x1={-LEFT} x2={width + RIGHT} y1={group.top + 2} y2={group.top + 2} stroke="var(--rule)" />
      <text x={-6} y={group.top + 16} fontSize={13} fontWeight={700} fill="var(--ink)">
        {group.name}
      </text>
      <Key perPixel={group.perPixel} x={width + RIGHT - 6} y={group.top + 8} />
      {here.map((r) => (
        <g key={r.band.lotId} opacity={lit && lit !== r && here.includes(lit) ? 0.55 : 1}>
          <StageColours id={`${id}${r.band.lotId}`} run={r} at={at} x={x} />
          <path d={shape(r, x, r.top, r.bottom)} fill={`url(#${id}${r.band.lotId})`} data-band={r.band.lot} />
          <path
            d={shape(
              r,
              x,
              r.bottom.map((b, i) => Math.max(r.top[i]!, b - r.half[i]! / group.perPixel)),
              r.bottom,
            )}
            fill="var(--sheet)"
            opacity={0.42}
            data-doubt={r.band.lot}
          />
          <path d={line(r, x, r.bottom)} fill="none" stroke="var(--sheet)" strokeWidth={0.8} />
        </g>
      ))}
      {here.map((r) => (
        <Name key={r.band.lotId} run={r} x={x} />
      ))}
      {group.total.at(-1) !== undefined && end > 0 && <Alive group={group} x={end} columns={x} />}
    </g>
  );
}

/** The columns in which a lot lives, and one to each side where it comes up and goes down; today it does neither. */
function indices(r: Run, columns: number): number[] {
  const from = Math.max(0, r.first - 1);
  const to = r.band.alive > 0 ? r.last : Math.min(columns - 1, r.last + 1);
  return Array.from({ length: to - from + 1 }, (_, k) => from + k);
}

function shape(r: Run, x: readonly number[], top: readonly number[], bottom: readonly number[]): string {
  return (
    area<number>()
      .curve(curveMonotoneX)
      .x((i) => x[i]!)
      .y0((i) => top[i]!)
      .y1((i) => bottom[i]!)(indices(r, x.length)) ?? ''
  );
}

const line = (r: Run, x: readonly number[], y: readonly number[]) =>
  indices(r, x.length)
    .map((i, k) => `${k === 0 ? 'M' : 'L'}${x[i]!.toFixed(1)},${y[i]!.toFixed(1)}`)
    .join('');

const most = (stages: Record<string, number>) => Object.entries(stages).sort((a, b) => b[1] - a[1])[0]?.[0];

/** A lot's colours along its life: the stage of most of its animals, running into the next over some pixels. */
function StageColours({ id, run, at, x }: { id: string; run: Run; at: readonly number[]; x: readonly number[] }) {
  const [from, to] = [x[run.first]!, Math.max(x[run.last]!, x[run.first]! + 1)];
  const stops: { offset: number; colour: string }[] = [];
  let before: string | undefined;
  for (let i = run.first; i <= run.last; i++) {
    const stage = most(stagesAt(run.band, at[i]!)) ?? before;
    if (stage === before || stage === undefined) continue;
    const offset = (x[i]! - from) / (to - from);
    if (before) stops.push({ offset: Math.max(0, offset - 8 / (to - from)), colour: stageColour[before]! });
    stops.push({ offset: before ? Math.min(1, offset + 8 / (to - from)) : 0, colour: stageColour[stage]! });
    before = stage;
  }
  return (
    <linearGradient id={id} gradientUnits="userSpaceOnUse" x1={from} x2={to} y1={0} y2={0}>
      {stops.map((s, i) => (
        <stop key={i} offset={s.offset} stopColor={s.colour} />
      ))}
    </linearGradient>
  );
}

/** A lot's name within its band, at the first place where it is high enough for as long as the name is. */
function Name({ run, x }: { run: Run; x: readonly number[] }) {
  const want = run.band.lot.length * NAME_CHARACTER + 8;
  const step = x[1]! - x[0]!;
  const long = Math.ceil(want / step);
  const high = (i: number) => run.bottom[i]! - run.top[i]! >= NAME_HEIGHT;
  for (let i = run.first + 1; i + long <= run.last; i++) {
    let k = 0;
    while (k <= long && high(i + k)) k += 1;
    if (k <= long) {
      i += k;
      continue;
    }
    const mid = i + (long >> 1);
    // Where the band drops or rises under the name, it would run out of it.
    const top = Math.max(run.top[i]!, run.top[mid]!, run.top[i + long]!);
    const bottom = Math.min(run.bottom[i]!, run.bottom[mid]!, run.bottom[i + long]!);
    if (bottom - top < NAME_HEIGHT - 1.5) continue;
    return (
      <text x={x[i]! + 5} y={(top + bottom) / 2 + 4} fontSize={11} fontWeight={650} fill="var(--sheet)">
        {run.band.lot}
      </text>
    );
  }
  return null;
}

/** How many of a species live at the last instant drawn. */
function Alive({ group, x, columns }: { group: Group; x: number; columns: readonly number[] }) {
  const i = Math.min(
    columns.length - 1,
    Math.max(
      0,
      columns.findLastIndex((c) => c <= x - 1),
    ),
  );
  if (group.total[i]! < 1) return null;
  return (
    <text x={x + 6} y={(group.upper[i]! + group.lower[i]!) / 2 + 4} fontSize={12} fontWeight={650} fill="var(--ink)">
      {short(group.total[i]!)}
    </text>
  );
}

/** How high is how many: each species has its own. */
function Key({ perPixel, x, y }: { perPixel: number; x: number; y: number }) {
  const target = perPixel * 9;
  const power = 10 ** Math.floor(Math.log10(target));
  const nice = [1, 2, 5, 10].map((k) => k * power).find((v) => v >= target)!;
  return (
    <g>
      <rect x={x} y={y} width={3} height={nice / perPixel} fill="var(--soft)" />
      <text x={x - 4} y={y + 9} textAnchor="end" fontSize={11} fill="var(--soft)">
        {short(nice)}
      </text>
    </g>
  );
}

const edgeAt = (edge: readonly number[], px: number, width: number) =>
  edge[Math.min(edge.length - 1, Math.max(0, Math.round((px / width) * (edge.length - 1))))]!;

/** The middle of a stretch in which something was lost. */
const lossAt = (flow: Flow, nth: number) => flow.from + (nth + 0.5) * flow.stretch;

/** What is lost, shed from the lower bank: as thick as the loss. */
function Shed({ flow, group, x, window }: { flow: Flow; group: Group; x: Scale; window: Window }) {
  const lots = new Set(group.runs.map((r) => r.band.lotId));
  const width = x(window.to);
  const by = new Map<number, number>();
  for (const l of flow.losses) {
    const at = lossAt(flow, l.nth);
    if (lots.has(l.lotId) && at >= window.from && at <= window.to) by.set(at, (by.get(at) ?? 0) + l.number);
  }
  return (
    <g data-shed={group.species}>
      {[...by].map(([at, n]) => {
        const thick = n / group.perPixel;
        if (thick < 0.25) return null;
        const px = x(at);
        const y = edgeAt(group.lower, px, width);
        const reach = 8 + Math.min(8, thick);
        return (
          <path
            key={at}
            d={`M${px - 9},${y - thick / 2} C${px - 3},${y - thick / 2} ${px},${y + reach / 2} ${px + 3},${y + reach}`}
            fill="none"
            stroke="var(--ink)"
            strokeOpacity={0.72}
            strokeWidth={Math.min(18, thick)}
          />
        );
      })}
    </g>
  );
}

/** What left: it pours out over the upper bank, to where it went. */
function Poured({
  flow,
  group,
  x,
  window,
  width,
}: {
  flow: Flow;
  group: Group;
  x: Scale;
  window: Window;
  width: number;
}) {
  const runs = new Map(group.runs.map((r) => [r.band.lotId, r]));
  const out = flow.marks.filter((m) => runs.has(m.lotId) && m.at >= window.from && m.at <= window.to);
  let free = -Infinity;
  return (
    <g data-poured={group.species}>
      {out.map((m) => {
        const px = x(m.at);
        const r = runs.get(m.lotId)!;
        const i = Math.min(r.top.length - 1, Math.max(0, Math.round((px / width) * (r.top.length - 1)) - 2));
        const thick = Math.min(22, Math.max(1, m.number / group.perPixel));
        const y = (r.top[i]! + r.bottom[i]!) / 2;
        const bank = edgeAt(group.upper, px, width);
        const top = Math.min(bank, y) - 9;
        const words = `${short(m.number)}${m.says ? ` to ${m.says}` : m.kind === 'sale' ? ' sold' : ''}`;
        const named = px > free && px + words.length * 6.2 < width;
        if (named) free = px + words.length * 6.2 + 14;
        return (
          <g key={m.entryId + m.kind} data-out={m.entryId}>
            <path
              d={`M${px - 12},${y} C${px - 2},${y} ${px},${(y + top) / 2} ${px + 2},${top + 3}`}
              fill="none"
              stroke="var(--gone)"
              strokeWidth={thick}
              opacity={0.8}
            />
            <path d={`M${px - 3},${top + 3} l5,-6 l5,6 z`} fill="var(--gone)" />
            {named && (
              <text
                x={px + 10}
                y={top + 2}
                fontSize={11}
                fill="var(--soft)"
                stroke="var(--ground)"
                strokeWidth={3}
                paintOrder="stroke"
              >
                {words}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** What flowed between lots that do not lie beside each other: grading and mixing across the river. */
function Joined({
  flow,
  groups,
  x,
  window,
  columns,
}: {
  flow: Flow;
  groups: readonly Group[];
  x: Scale;
  window: Window;
  columns: readonly number[];
}) {
  const placed = new Map(groups.flatMap((g) => g.runs.map((r, k) => [r.band.lotId, { g, r, k }] as const)));
  const width = columns.at(-1)!;
  return (
    <g>
      {flow.links.map((l, n) => {
        const [a, b] = [placed.get(l.from), placed.get(l.to)];
        if (!a || !b || l.at < window.from || l.at > window.to) return null;
        const i = Math.round((x(l.at) / width) * (columns.length - 1));
        const before = Math.max(0, i - 3);
        const after = Math.min(columns.length - 1, i + 3);
        const [from, to] = [(a.r.top[before]! + a.r.bottom[before]!) / 2, (b.r.top[after]! + b.r.bottom[after]!) / 2];
        const thick = Math.max(0.8, l.number / b.g.perPixel);
        // Right beside each other one pours into the other by itself.
        if (a.g === b.g && Math.abs(to - from) < thick + (a.r.bottom[before]! - a.r.top[before]!)) return null;
        const [x0, x1] = [columns[before]!, columns[after]!];
        const mid = (x0 + x1) / 2;
        return (
          <path
            key={n}
            data-link={`${l.from}-${l.to}`}
            d={`M${x0},${from} C${mid},${from} ${mid},${to} ${x1},${to}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={Math.min(20, thick)}
            opacity={0.28}
          />
        );
      })}
    </g>
  );
}

/** The lot above or below at the same instant, over the bounds of species. */
function neighbour(groups: readonly Group[], c: { at: number; group: number; run: number }, up: boolean) {
  const all = groups.flatMap((g, group) =>
    g.runs.flatMap((r, run) => (numberAt(r.band, c.at) > 0 ? [{ group, run }] : [])),
  );
  if (all.length === 0) return c;
  const i = all.findIndex((a) => a.group === c.group && a.run === c.run);
  const next = i < 0 ? 0 : Math.min(all.length - 1, Math.max(0, i + (up ? -1 : 1)));
  return { ...all[next]!, at: c.at };
}

/** What was lost about an instant, of one lot or of the species, the most first. */
function lossesNear(flow: Flow, group: Group, at: number, run: Run | undefined) {
  const lots = new Set(run ? [run.band.lotId] : group.runs.map((r) => r.band.lotId));
  const nth = Math.floor((at - flow.from) / flow.stretch);
  const by = new Map<string, { account: string; cause?: string; number: number }>();
  for (const l of flow.losses) {
    if (!lots.has(l.lotId) || l.nth !== nth) continue;
    const known = by.get(l.account) ?? { account: l.account, cause: l.cause, number: 0 };
    by.set(l.account, { ...known, cause: known.cause || l.cause, number: known.number + l.number });
  }
  return [...by.values()].sort((a, b) => b.number - a.number);
}

/** In words, for a heading: how many of a lineage there are, and how many got so far. */
export function lineSays(flow: Flow, lot: number): string {
  const line = alone(flow, lineage(lot, flow.links));
  const made = new Set(line.links.map((l) => l.to));
  const began = line.bands.filter((b) => !made.has(b.lotId)).reduce((s, b) => s + (b.points[0]?.number ?? 0), 0);
  const alive = line.bands.reduce((s, b) => s + b.alive, 0);
  const out = line.marks.reduce((s, m) => s + m.number, 0);
  const share =
    began > 0 ? `, ${Math.round((100 * (alive + out)) / began)} % of the ${grouped(began)} it began with` : '';
  return `${grouped(alive)} alive${out > 0 ? `, ${grouped(out)} gone out` : ''}${share}`;
}
