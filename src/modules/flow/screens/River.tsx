'use client';

import { scaleUtc } from 'd3';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { grouped, short } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import type { Flow } from '../views/flow';
import { Band, centre, LEFT } from './Band';
import { LEAST_WIDTH, layOut, lineage, numberAt } from './layout';
import { type Hover, Tip } from './Tip';

const RIGHT = 26;
const HEAD = 24;
/** Pixels below which the river is scrolled sideways. */
const NARROWEST = 560;

/** The season as a river: width is number alive, soft edge is doubt, colour is stage. */
export function River({
  flow,
  now,
  timeZone,
  focus,
}: {
  flow: Flow;
  now: number;
  timeZone: string;
  focus: number | null;
}) {
  const box = useRef<HTMLDivElement>(null);
  const router = useRouter();
  const [size, setSize] = useState({ width: 1130, height: 580 });
  const [scrolled, setScrolled] = useState(0);
  const [hover, setHover] = useState<Hover | null>(null);
  const [follow, setFollow] = useState<number | null>(focus);
  useEffect(() => setFollow(focus), [focus]);
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const measure = () =>
      setSize({ width: Math.max(NARROWEST, el.clientWidth), height: Math.max(420, el.clientHeight) });
    measure();
    // Where it is wider than the page, today is what is looked for first.
    const begin = requestAnimationFrame(() => {
      el.scrollLeft = el.scrollWidth;
    });
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => {
      cancelAnimationFrame(begin);
      watch.disconnect();
    };
  }, []);
  const right = size.width - LEFT - RIGHT;
  const x = useMemo(
    () => scaleUtc().domain([flow.from, flow.to]).range([0, right]).clamp(true),
    [flow.from, flow.to, right],
  );
  const end = x(Math.min(now, flow.to));
  const river = useMemo(() => layOut(flow, (t) => x(t), size.height - HEAD - 8, end), [flow, x, size.height, end]);
  const placed = useMemo(
    () =>
      new Map(river.groups.flatMap((g) => g.bands.map((b) => [b.lotId, { band: b, perPixel: g.perPixel }] as const))),
    [river],
  );
  const lit = useMemo(() => (follow === null ? null : lineage(follow, flow.links)), [follow, flow.links]);
  const months = x.ticks(Math.min(18, Math.max(4, Math.round(right / 75))));
  const height = Math.max(size.height, river.height + HEAD + 8);
  const faded = (id: number) => lit !== null && !lit.has(id);

  return (
    <div
      ref={box}
      className="relative min-h-0 flex-1 overflow-auto"
      onScroll={(e) => setScrolled(e.currentTarget.scrollLeft)}
    >
      <svg width={size.width} height={height} role="group" aria-label="River of lots" className="block">
        <g transform={`translate(${LEFT} ${HEAD})`}>
          {months.map((m) => (
            <g key={m.getTime()} data-month>
              <line x1={x(m)} x2={x(m)} y1={-4} y2={height - HEAD} stroke="var(--rule)" />
              <text
                x={x(m) + 3}
                y={-9}
                fontSize={12}
                fill="var(--soft)"
                opacity={Math.abs(x(m) + 20 - x(now)) < 52 ? 0 : 1}
              >
                {dayMonth(
                  m.getTime(),
                  timeZone,
                  months.length > 0 && m.getTime() < now - 300 * 86_400_000 ? now : undefined,
                )}
              </text>
            </g>
          ))}
          {river.groups.map((g) => (
            <g key={g.species}>
              <line
                x1={-LEFT}
                x2={right + RIGHT}
                y1={g.top + 2}
                y2={g.top + 2}
                stroke="var(--strong)"
                strokeWidth={0.6}
              />
              <text
                x={Math.max(-6, scrolled - LEFT + 4)}
                y={g.top + 15}
                fontSize={13}
                fontWeight={700}
                fill="var(--ink)"
              >
                {g.name}
              </text>
              <Scale perPixel={g.perPixel} x={right + RIGHT - 10} y={g.top + 6} />
            </g>
          ))}
          {/* Under the bands, which end at it. */}
          {now >= flow.from && now <= flow.to && (
            <g pointerEvents="none">
              <line x1={x(now)} x2={x(now)} y1={-16} y2={height - HEAD} stroke="var(--hand)" strokeWidth={1.4} />
              <text x={x(now) - 4} y={-9} textAnchor="end" fontSize={12} fontWeight={700} fill="var(--hand)">
                today
              </text>
            </g>
          )}
          {flow.links.map((l, i) => {
            const a = placed.get(l.from);
            const b = placed.get(l.to);
            if (!a || !b || l.at < flow.from) return null;
            return (
              <Link
                key={i}
                x={x(l.at)}
                from={centre(a.band, a.perPixel)}
                to={centre(b.band, b.perPixel)}
                width={Math.max(LEAST_WIDTH, l.number / b.perPixel)}
                faded={faded(l.from) || faded(l.to)}
              />
            );
          })}
          {[...placed.values()].map(({ band, perPixel }) => (
            <Band
              key={band.lotId}
              band={band}
              perPixel={perPixel}
              x={x}
              to={Math.min(now, flow.to)}
              left={scrolled - LEFT + 4}
              faded={faded(band.lotId)}
              onMove={(at, px, py) => setHover({ band, at, x: px, y: py })}
              onLeave={() => setHover(null)}
              onOpen={() => router.push(`/lots/${band.lotId}`)}
              onFollow={() => setFollow((f) => (f === band.lotId ? null : band.lotId))}
            />
          ))}
          {flow.marks.map((m) => {
            const p = placed.get(m.lotId);
            if (!p || m.at < flow.from || m.at > flow.to) return null;
            const y = centre(p.band, p.perPixel);
            if (m.kind === 'release' || m.kind === 'sale')
              return (
                <path
                  key={m.entryId + m.kind}
                  d={`M${x(m.at)},${y - 5} l9,5 l-9,5 z`}
                  fill="var(--gone)"
                  opacity={faded(m.lotId) ? 0.2 : 1}
                >
                  <title>{`${m.kind === 'release' ? 'released' : 'sold'} ${grouped(m.number)}${m.says ? ` to ${m.says}` : ''}`}</title>
                </path>
              );
            // A count that moved the books visibly is worth its mark; the rest are in the ledger.
            if (Math.abs(m.number) < 0.04 * Math.max(1, numberAt(p.band, m.at - 1))) return null;
            return (
              <g key={m.entryId + m.kind} opacity={faded(m.lotId) ? 0.2 : 1}>
                <circle cx={x(m.at)} cy={y} r={3.4} fill="var(--sheet)" stroke="var(--loss)" strokeWidth={1.6}>
                  <title>{`a count: ${grouped(Math.abs(m.number))} ${m.number > 0 ? 'to' : 'from'} unexplained`}</title>
                </circle>
              </g>
            );
          })}
        </g>
      </svg>
      {hover && <Tip hover={hover} timeZone={timeZone} now={now} width={size.width} />}
      {lit && (
        <Button className="absolute top-1 right-3" onClick={() => setFollow(null)}>
          all lots again
        </Button>
      )}
    </div>
  );
}

function Link({ x, from, to, width, faded }: { x: number; from: number; to: number; width: number; faded: boolean }) {
  const bend = Math.min(26, 8 + Math.abs(to - from) / 6);
  return (
    <path
      d={`M${x - bend},${from} C${x - bend / 3},${from} ${x - bend / 1.5},${to} ${x},${to}`}
      fill="none"
      stroke="var(--strong)"
      strokeWidth={Math.min(width, 14)}
      opacity={faded ? 0.08 : 0.5}
    />
  );
}

/** How wide is how many: each species has its own. */
function Scale({ perPixel, x, y }: { perPixel: number; x: number; y: number }) {
  const target = perPixel * 9;
  const power = 10 ** Math.floor(Math.log10(target));
  const nice = [1, 2, 5, 10].map((k) => k * power).find((v) => v >= target)!;
  const h = nice / perPixel;
  return (
    <g>
      <rect x={x} y={y} width={3} height={h} fill="var(--soft)" />
      <text x={x - 4} y={y + Math.min(h, 12) / 2 + 5} textAnchor="end" fontSize={11} fill="var(--soft)">
        {short(nice)}
      </text>
    </g>
  );
}
