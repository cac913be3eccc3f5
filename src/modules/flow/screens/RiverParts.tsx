import { area, curveMonotoneX } from 'd3';
import { useId } from 'react';
import { short } from '@/core/quantities/format';
import { stageColour } from '@/ui/drawings/glyphs';
import type { Flow } from '../views/flow';
import { type Group, type Run, stagesAt, type Window } from './layout';

/** Pixels beside the river: for the names of species, and for what lives at its end. */
export const LEFT = 14;
export const RIGHT = 48;
/** Pixels that a name inside a band wants. */
const NAME_HEIGHT = 11.5;
const NAME_CHARACTER = 6.4;

type Scale = (t: number) => number;

/** A species: its lots beside each other, their names where they fit, how many live at the end. */
export function Species({
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
  if (group.alive < 1) return null;
  return (
    <text x={x + 6} y={(group.upper[i]! + group.lower[i]!) / 2 + 4} fontSize={12} fontWeight={650} fill="var(--ink)">
      {short(group.alive)}
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
export function Shed({ flow, group, x, window }: { flow: Flow; group: Group; x: Scale; window: Window }) {
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
export function Poured({
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
export function Joined({
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
