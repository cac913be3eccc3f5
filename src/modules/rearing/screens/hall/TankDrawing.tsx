import { stageColour } from '@/ui/drawings/glyphs';
import type { TankShown } from './tankOf';

const GOLDEN = Math.PI * (3 - Math.sqrt(5));
/** Most strokes in a tank that is full. */
const MOST = 46;

/** Fish as strokes that swim in a circle, set by a fixed pattern: one tank is always the same picture. */
function swimming(n: number, seed: number): { r: number; turn: number }[] {
  return Array.from({ length: n }, (_, i) => ({
    r: 0.25 + 0.68 * Math.sqrt((i + 0.6) / n),
    turn: i * GOLDEN + seed,
  }));
}

type Fish = NonNullable<TankShown['fish']>;

/** How much of the day's feed was given, around the tank; the next meal is a dot on it. */
const RING = 5;
/** Room for the dot of the next meal, which stands out over the ring. */
const PAD = 3;

/** A tank drawn as what it is, its fish in it; around a round one the day's feed. */
export function TankDrawing({ t, max }: { t: TankShown; max: number }) {
  if (t.shape === 'round') return <Round t={t} d={Math.round((max - 2 * PAD) * t.size)} />;
  return <Long t={t} width={Math.round(max * 1.9)} height={Math.round(max * 0.52)} />;
}

const colourOf = (f: Fish) => stageColour[f.glyph] ?? 'var(--deep)';
const strokesOf = (f: Fish) => Math.round(6 + (MOST - 6) * f.crowd);

function Round({ t, d }: { t: TankShown; d: number }) {
  const [max, r] = [d + 2 * PAD, d / 2];
  const c = max / 2;
  const inner = r - RING - 2;
  const round = 2 * Math.PI * (r - RING / 2);
  const f = t.fish;
  return (
    <svg width={max} height={max} viewBox={`0 0 ${max} ${max}`} aria-hidden="true" className="flex-none">
      {f?.fed && <circle cx={c} cy={c} r={r - RING / 2} fill="none" stroke="var(--rule)" strokeWidth={RING} />}
      <circle
        cx={c}
        cy={c}
        r={inner}
        fill={f ? 'var(--water)' : 'none'}
        stroke={f ? 'var(--ink)' : 'var(--strong)'}
        strokeWidth={1.1}
        strokeDasharray={f ? undefined : '3 3'}
      />
      {f &&
        swimming(strokesOf(f), t.id).map(({ r: at, turn }) => {
          const long = 3 + 9 * f.length;
          const x = c + at * (inner - 3) * Math.cos(turn);
          const y = c + at * (inner - 3) * Math.sin(turn);
          // All swim the same way round.
          const [dx, dy] = [(-Math.sin(turn) * long) / 2, (Math.cos(turn) * long) / 2];
          return (
            <line
              key={turn}
              x1={x - dx}
              y1={y - dy}
              x2={x + dx}
              y2={y + dy}
              stroke={colourOf(f)}
              strokeWidth={1 + 1.8 * f.length}
              strokeLinecap="round"
            />
          );
        })}
      {f?.fed && (
        <>
          <circle
            cx={c}
            cy={c}
            r={r - RING / 2}
            fill="none"
            stroke="var(--deep)"
            strokeWidth={RING}
            strokeDasharray={`${round * f.fed.given} ${round}`}
            transform={`rotate(-90 ${c} ${c})`}
          />
          <NextDot fed={f.fed} c={c} r={r - RING / 2} />
        </>
      )}
    </svg>
  );
}

function NextDot({ fed, c, r }: { fed: NonNullable<Fish['fed']>; c: number; r: number }) {
  const next = fed.dots.find((x) => x.is !== 'given');
  if (!next || fed.dots.length === 1) return null;
  const turn = 2 * Math.PI * next.turn - Math.PI / 2;
  return (
    <circle
      cx={c + r * Math.cos(turn)}
      cy={c + r * Math.sin(turn)}
      r={3.6}
      fill="var(--sheet)"
      stroke={next.is === 'late' ? 'var(--careful)' : 'var(--deep)'}
      strokeWidth={2}
    />
  );
}

function Long({ t, width, height }: { t: TankShown; width: number; height: number }) {
  const f = t.fish;
  const pond = t.shape === 'pond';
  const w = Math.round(width * (0.55 + 0.45 * t.size));
  return (
    <svg
      width={width}
      height={height + 8}
      viewBox={`0 0 ${width} ${height + 8}`}
      aria-hidden="true"
      className="h-auto max-w-full"
    >
      <rect
        x={0.7}
        y={0.7}
        width={w - 1.4}
        height={height - 1.4}
        rx={pond ? height / 2.2 : 3}
        fill={f ? 'var(--water)' : 'none'}
        stroke={f ? 'var(--ink)' : 'var(--strong)'}
        strokeWidth={1.1}
        strokeDasharray={f ? undefined : '3 3'}
      />
      {f &&
        Array.from({ length: strokesOf(f) }, (_, i) => {
          const x = 8 + ((((i * 0.618 + t.id * 0.37) % 1) + 1) % 1) * (w - 22);
          const y = 7 + ((((i * 0.7548 + t.id * 0.21) % 1) + 1) % 1) * (height - 14);
          const long = 3 + 9 * f.length;
          return (
            <line
              key={`${x} ${y}`}
              x1={x}
              y1={y}
              x2={x + long}
              y2={y + ((i % 3) - 1) * (pond ? 3 : 1)}
              stroke={colourOf(f)}
              strokeWidth={1 + 1.8 * f.length}
              strokeLinecap="round"
            />
          );
        })}
      {f?.fed && (
        <>
          <rect y={height + 3} width={w} height={RING} fill="var(--rule)" />
          <rect y={height + 3} width={w * f.fed.given} height={RING} fill="var(--deep)" />
        </>
      )}
    </svg>
  );
}
