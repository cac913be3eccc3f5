import type { RoomUnit } from '@/queries/room';
import { Glyph, stageColour } from '@/ui/glyphs';

/** Eggs are set by a fixed pattern, so that a picture of the same unit is the same picture. */
function scatter(count: number, width: number, height: number, seed: number): [number, number][] {
  const out: [number, number][] = [];
  const cols = Math.max(1, Math.round(width / 6.2));
  const rows = Math.ceil(count / cols);
  for (let i = 0; i < count; i++) {
    const row = Math.floor(i / cols);
    const jx = (((i * 7919 + seed * 104729) % 97) / 97 - 0.5) * 1.6;
    const jy = (((i * 6271 + seed * 1299709) % 89) / 89 - 0.5) * 1.4;
    out.push([
      ((i % cols) + 0.5 + (row % 2 ? 0.35 : 0)) * (width / cols) + jx,
      height - (row + 0.5) * (height / Math.max(rows, 1)) + jy,
    ]);
  }
  return out;
}

/** Share of the unit that is filled, by its own limit; without a limit half, which says "some". */
export const fillOf = (u: RoomUnit) => {
  const n = u.holdings.reduce((s, h) => s + h.number, 0);
  if (n === 0) return 0;
  return u.loadLimit ? Math.min(1, n / u.loadLimit) : 0.5;
};

/** A unit drawn as what it is: a jar with its eggs, a tray with its layer; white dead among them, hatching where hands stay off. */
export function UnitDrawing({ u, handsOff }: { u: RoomUnit; handsOff: boolean }) {
  const h = u.holdings[0];
  const fill = fillOf(u);
  const dead = u.losses.at(-1) ?? null;
  const colour = h ? (stageColour[h.glyph] ?? 'var(--egg)') : 'var(--rule)';
  return u.kind === 'jar' ? (
    <Jar id={u.id} fill={fill} colour={colour} dead={dead} handsOff={handsOff} larvae={h?.station === 'yolksac'} />
  ) : (
    <Tray id={u.id} fill={fill} colour={colour} dead={dead} handsOff={handsOff} larvae={h?.station === 'yolksac'} />
  );
}

type Drawn = { id: number; fill: number; colour: string; dead: number | null; handsOff: boolean; larvae?: boolean };

const whites = (dead: number | null) =>
  dead === null ? 0 : dead === 0 ? 0 : Math.min(7, Math.ceil(Math.log10(dead + 1) * 3));

function Jar({ id, fill, colour, dead, handsOff, larvae }: Drawn) {
  const w = 46;
  const height = 82;
  const body = `M1,1 H${w - 1} V${height - 22} C${w - 1},${height - 4} ${w / 2 + 7},${height - 1} ${w / 2},${height - 1} C${w / 2 - 7},${height - 1} 1,${height - 4} 1,${height - 22} Z`;
  const level = fill === 0 ? 0 : 10 + fill * (height - 26);
  const count = fill === 0 ? 0 : Math.round((w * level) / 34);
  const eggs = scatter(count, w - 4, level, id);
  const white = new Set(
    Array.from({ length: whites(dead) }, (_, i) => Math.floor(((i + 1) * 37 + id * 13) % Math.max(1, count))),
  );
  return (
    <svg width={w} height={height} viewBox={`0 0 ${w} ${height}`} aria-hidden="true" className="flex-none">
      <defs>
        <clipPath id={`jar${id}`}>
          <path d={body} />
        </clipPath>
        <pattern id={`off${id}`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--careful)" strokeWidth="1.1" />
        </pattern>
      </defs>
      <path
        d={body}
        fill={fill === 0 ? 'none' : 'var(--water)'}
        stroke={fill === 0 ? 'var(--strong)' : 'var(--ink)'}
        strokeWidth={1.3}
      />
      <g clipPath={`url(#jar${id})`}>
        {eggs.map(([x, y], i) => (
          <Dot
            key={i}
            x={x + 2}
            y={y + height - level}
            colour={white.has(i) ? 'var(--sheet)' : colour}
            stroke={white.has(i) ? 'var(--loss)' : 'none'}
            larva={larvae && !white.has(i)}
            i={i}
          />
        ))}
        {handsOff && <rect width={w} height={height - level} fill={`url(#off${id})`} opacity={0.6} />}
      </g>
      <line x1={w / 2} x2={w / 2} y1={2} y2={height - 6} stroke="var(--strong)" strokeWidth={0.9} />
    </svg>
  );
}

function Tray({ id, fill, colour, dead, handsOff, larvae }: Drawn) {
  const w = 96;
  const height = 34;
  const count = fill === 0 ? 0 : Math.round(16 + 52 * fill);
  const eggs = scatter(count, w - 10, 22, id);
  const white = new Set(
    Array.from({ length: whites(dead) }, (_, i) => Math.floor(((i + 1) * 37 + id * 13) % Math.max(1, count))),
  );
  return (
    <svg width={w} height={height} viewBox={`0 0 ${w} ${height}`} aria-hidden="true" className="h-auto max-w-full">
      <defs>
        <pattern id={`off${id}`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--careful)" strokeWidth="1.1" />
        </pattern>
      </defs>
      <path
        d={`M2,2 L5,${height - 2} H${w - 5} L${w - 2},2`}
        fill={fill === 0 ? 'none' : 'var(--water)'}
        stroke={fill === 0 ? 'var(--strong)' : 'var(--ink)'}
        strokeWidth={1.3}
      />
      {eggs.map(([x, y], i) => (
        <Dot
          key={i}
          x={x + 5}
          y={y + 8}
          colour={white.has(i) ? 'var(--sheet)' : colour}
          stroke={white.has(i) ? 'var(--loss)' : 'none'}
          larva={larvae && !white.has(i)}
          i={i}
        />
      ))}
      {handsOff && <rect x={5} y={2} width={w - 10} height={7} fill={`url(#off${id})`} opacity={0.7} />}
    </svg>
  );
}

function Dot({
  x,
  y,
  colour,
  stroke,
  larva,
  i,
}: {
  x: number;
  y: number;
  colour: string;
  stroke: string;
  larva?: boolean;
  i: number;
}) {
  if (!larva)
    return (
      <circle
        cx={x.toFixed(1)}
        cy={y.toFixed(1)}
        r={2.35}
        fill={colour}
        stroke={stroke}
        strokeWidth={0.9}
        opacity={0.92}
      />
    );
  const turn = (i * 47) % 360;
  return (
    <g transform={`translate(${x.toFixed(1)} ${y.toFixed(1)}) rotate(${turn})`}>
      <circle r={1.7} fill={colour} />
      <line x1={1} x2={4.2} y1={-0.6} y2={-1.2} stroke={colour} strokeWidth={0.9} />
    </g>
  );
}

/** How far on the way to hatch (or from hatch to swim-up): a ring with its per cent. */
export function Ring({
  share,
  colour,
  size = 34,
  glyph,
}: {
  share: number;
  colour: string;
  size?: number;
  glyph: string;
}) {
  const r = size / 2 - 3;
  const all = 2 * Math.PI * r;
  return (
    <span
      className="relative inline-flex items-center justify-center"
      style={{ width: size, height: size }}
      role="img"
      aria-label={`${Math.round(100 * share)} % of the way`}
    >
      <svg width={size} height={size} aria-hidden="true" className="absolute inset-0">
        <circle cx={size / 2} cy={size / 2} r={r} fill="none" stroke="var(--rule)" strokeWidth={3.6} />
        <circle
          cx={size / 2}
          cy={size / 2}
          r={r}
          fill="none"
          stroke={colour}
          strokeWidth={3.6}
          strokeDasharray={`${all * share} ${all}`}
          transform={`rotate(-90 ${size / 2} ${size / 2})`}
        />
      </svg>
      <Glyph name={glyph} size={size * 0.56} />
    </span>
  );
}

/** Dead of the last days as bars on a root scale; a day on which nobody looked is a gap with a dot. */
export function LossBars({
  losses,
  most,
  width = 60,
  height = 18,
}: {
  losses: readonly (number | null)[];
  most: number;
  width?: number;
  height?: number;
}) {
  const step = width / losses.length;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`dead of the last ${losses.length} days: ${losses.map((l) => l ?? 'not looked').join(', ')}`}
    >
      <line x1={0} x2={width} y1={height - 0.5} y2={height - 0.5} stroke="var(--rule)" />
      {losses.map((l, i) =>
        l === null ? (
          <circle key={i} cx={i * step + step / 2} cy={height - 3} r={0.9} fill="var(--strong)" />
        ) : (
          <rect
            key={i}
            x={i * step + 0.6}
            width={step - 1.4}
            y={height - Math.max(1, (height - 2) * Math.sqrt(l / Math.max(1, most)))}
            height={Math.max(1, (height - 2) * Math.sqrt(l / Math.max(1, most)))}
            fill={i === losses.length - 1 ? 'var(--ink)' : 'var(--strong)'}
          />
        ),
      )}
    </svg>
  );
}
