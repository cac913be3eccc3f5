import { Glyph, stageColour } from '@/ui/drawings/glyphs';
import type { RoomUnit } from '../../views/room';

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

/** What of a unit is drawn. */
export type Drawn = {
  id: number;
  kind: string;
  fill: number;
  colour: string;
  /** Dead of the last round; null where nobody looked. */
  dead: number | null;
  /** How grave the window is in which hands stay off. */
  handsOff: number | null;
  larvae: boolean;
};

export function drawnOf(u: RoomUnit, handsOff: number | null): Drawn {
  const h = u.holdings[0];
  return {
    id: u.id,
    kind: u.kind,
    fill: fillOf(u),
    colour: h ? (stageColour[h.glyph] ?? 'var(--egg)') : 'var(--rule)',
    dead: u.losses.at(-1) ?? null,
    handsOff,
    larvae: h?.station === 'yolksac',
  };
}

/** A unit drawn as what it is: a jar with its eggs, a tray with its layer; white dead among them, hatching where hands stay off. */
export const UnitDrawing = (p: Drawn) => (p.kind === 'jar' ? <Jar {...p} /> : <Tray {...p} />);

const deadDrawn = (dead: number | null) =>
  dead === null ? 0 : dead === 0 ? 0 : Math.min(7, Math.ceil(Math.log10(dead + 1) * 3));

function Jar({ id, fill, colour, dead, handsOff, larvae }: Drawn) {
  const w = 46;
  const height = 82;
  const body = `M1,1 H${w - 1} V${height - 22} C${w - 1},${height - 4} ${w / 2 + 7},${height - 1} ${w / 2},${height - 1} C${w / 2 - 7},${height - 1} 1,${height - 4} 1,${height - 22} Z`;
  const level = fill === 0 ? 0 : 10 + fill * (height - 26);
  const count = fill === 0 ? 0 : Math.round((w * level) / 34);
  const eggs = scatter(count, w - 4, level, id);
  const white = new Set(
    Array.from({ length: deadDrawn(dead) }, (_, i) => Math.floor(((i + 1) * 37 + id * 13) % Math.max(1, count))),
  );
  return (
    <svg width={w} height={height} viewBox={`0 0 ${w} ${height}`} aria-hidden="true" className="flex-none">
      <defs>
        <clipPath id={`jar${id}`}>
          <path d={body} />
        </clipPath>
        <HatchingPattern id={id} severity={handsOff} />
      </defs>
      <path
        d={body}
        fill={fill === 0 ? 'none' : 'var(--water)'}
        stroke={fill === 0 ? 'var(--strong)' : 'var(--ink)'}
        strokeWidth={1.3}
      />
      <g clipPath={`url(#jar${id})`}>
        <Eggs at={eggs} dx={2} dy={height - level} white={white} colour={colour} larvae={larvae} />
        {handsOff !== null && <rect width={w} height={height - level} fill={`url(#off${id})`} opacity={0.6} />}
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
    Array.from({ length: deadDrawn(dead) }, (_, i) => Math.floor(((i + 1) * 37 + id * 13) % Math.max(1, count))),
  );
  return (
    <svg width={w} height={height} viewBox={`0 0 ${w} ${height}`} aria-hidden="true" className="h-auto max-w-full">
      <defs>
        <HatchingPattern id={id} severity={handsOff} />
      </defs>
      <path
        d={`M2,2 L5,${height - 2} H${w - 5} L${w - 2},2`}
        fill={fill === 0 ? 'none' : 'var(--water)'}
        stroke={fill === 0 ? 'var(--strong)' : 'var(--ink)'}
        strokeWidth={1.3}
      />
      <Eggs at={eggs} dx={5} dy={8} white={white} colour={colour} larvae={larvae} />
      {handsOff !== null && <rect x={5} y={2} width={w - 10} height={7} fill={`url(#off${id})`} opacity={0.7} />}
    </svg>
  );
}

/** The graver the window, the denser the hatching: told by the words below it too. */
function HatchingPattern({ id, severity }: { id: number; severity: number | null }) {
  const step = 2 + 3 * (severity ?? 1);
  return (
    <pattern id={`off${id}`} width={step} height={step} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" y1="0" x2="0" y2={step} stroke="var(--careful)" strokeWidth="1.1" />
    </pattern>
  );
}

/**
 * All eggs of a unit as a few paths of round dots (lines without length, capped round): a room holds thousands, and an
 * element for each would make the page ten times as heavy. Dead ones are white with a red rim; larvae have a tail.
 */
function Eggs({
  at,
  dx,
  dy,
  white,
  colour,
  larvae,
}: {
  at: readonly [number, number][];
  dx: number;
  dy: number;
  white: ReadonlySet<number>;
  colour: string;
  larvae: boolean;
}) {
  const dot = (x: number, y: number) => `M${(x + dx).toFixed(1)} ${(y + dy).toFixed(1)}h0`;
  let living = '';
  let dead = '';
  let tails = '';
  at.forEach(([x, y], i) => {
    if (white.has(i)) {
      dead += dot(x, y);
      return;
    }
    living += dot(x, y);
    if (!larvae) return;
    const turn = (i * 47 * Math.PI) / 180;
    tails += `M${(x + dx).toFixed(1)} ${(y + dy).toFixed(1)}l${(4.2 * Math.cos(turn)).toFixed(1)} ${(4.2 * Math.sin(turn)).toFixed(1)}`;
  });
  return (
    <g fill="none" strokeLinecap="round">
      {tails && <path d={tails} stroke={colour} strokeWidth={0.9} />}
      {living && <path d={living} stroke={colour} strokeWidth={larvae ? 3.4 : 4.7} opacity={0.92} />}
      {dead && <path d={dead} stroke="var(--loss)" strokeWidth={5.6} />}
      {dead && <path d={dead} stroke="var(--sheet)" strokeWidth={3.8} />}
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
  called = false,
}: {
  losses: readonly (number | null)[];
  most: number;
  /** The last round has left the pattern. */
  called?: boolean;
  width?: number;
  height?: number;
}) {
  const step = width / losses.length;
  const bars = (from: number, to: number) =>
    losses
      .slice(from, to)
      .map((l, k) => {
        if (l === null) return '';
        const tall = Math.max(1, (height - 2) * Math.sqrt(l / Math.max(1, most)));
        const w = (step - 1.4).toFixed(1);
        return `M${((from + k) * step + 0.6).toFixed(1)} ${height}h${w}v${(-tall).toFixed(1)}h-${w}z`;
      })
      .join('');
  const dots = losses
    .map((l, i) => (l === null ? `M${(i * step + step / 2).toFixed(1)} ${height - 3}h0` : ''))
    .join('');
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`dead of the last ${losses.length} days: ${losses.map((l) => l ?? 'not looked').join(', ')}`}
    >
      <line x1={0} x2={width} y1={height - 0.5} y2={height - 0.5} stroke="var(--rule)" />
      <path d={dots} stroke="var(--strong)" strokeWidth={1.8} strokeLinecap="round" />
      <path d={bars(0, losses.length - 1)} fill="var(--strong)" />
      <path d={bars(losses.length - 1, losses.length)} fill={called ? 'var(--loss)' : 'var(--ink)'} />
    </svg>
  );
}
