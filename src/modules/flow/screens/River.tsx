'use client';

import { scaleUtc } from 'd3';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { Flow } from '../views/flow';
import { alone, clampWindow, layOut, lineage, type Run, type Window, zoomed } from './layout';
import { Joined, LEFT, Poured, RIGHT, Shed, Species } from './RiverParts';
import { lossesNear, neighbour } from './readout';
import { type Hover, Tip } from './Tip';

const HEAD = 26;
/** Pixels that a pointer may tremble and still has clicked. */
const TREMBLE = 4;

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
                {dayMonth(m.getTime(), timeZone, m.getTime() < now - 300 * DAY_MS ? now : undefined)}
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
