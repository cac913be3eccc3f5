import { area, curveStepAfter } from 'd3';
import { useMemo } from 'react';
import { grouped, short } from '@/core/quantities/format';
import { stageColour } from '@/ui/glyphs';
import type { FlowBand } from '../views/flow';
import { LABEL_CHARACTER, LEAST_WIDTH, type PlacedBand } from './layout';

/** Pixels left of the river's own zero. */
export const LEFT = 14;
const stageOrder = ['egg', 'yolksac', 'fry', 'fingerling'];
const WEEK = 7 * 86_400_000;

/** The middle line of a band, in pixels: it keeps its level, only the width changes. */
export function centre(b: PlacedBand, perPixel: number): number {
  const peak = Math.max(...b.points.map((p) => p.number)) / perPixel;
  return b.top + Math.max(LEAST_WIDTH, peak) / 2;
}

type BandProps = {
  band: PlacedBand;
  perPixel: number;
  x: (t: number) => number;
  to: number;
  /** The page's edge, when it is scrolled sideways: names stay in sight. */
  left: number;
  faded: boolean;
  onMove: (at: number, px: number, py: number) => void;
  onLeave: () => void;
  onOpen: () => void;
  onFollow: () => void;
};

/** One lot along time: width is number, colour is stage, the soft edge its doubt; a link to its story. */
export function Band({ band, perPixel, x, to, left, faded, onMove, onLeave, onOpen, onFollow }: BandProps) {
  const mid = centre(band, perPixel);
  const points = useMemo(
    () => (band.alive > 0 ? [...band.points, { ...band.points.at(-1)!, at: to }] : band.points),
    [band, to],
  );
  const labelX = Math.max(band.labelX, Math.min(left, x(points.at(-1)!.at) - band.lot.length * LABEL_CHARACTER));
  const stages = stageOrder.filter((s) => points.some((p) => p.stages[s]));
  const half = (p: FlowBand['points'][number]) => (p.number === 0 ? 0 : Math.max(LEAST_WIDTH, p.number / perPixel) / 2);
  const soft = area<FlowBand['points'][number]>()
    .curve(curveStepAfter)
    .x((p) => x(p.at))
    .y0((p) => mid - half(p) - (1.96 * p.sd) / perPixel / 2)
    .y1((p) => mid + half(p) + (1.96 * p.sd) / perPixel / 2);
  return (
    <g opacity={faded ? 0.14 : 1}>
      <path d={soft(points) ?? ''} fill="var(--strong)" opacity={0.28} />
      {stages.map((s) => {
        const before = stageOrder.slice(0, stageOrder.indexOf(s));
        // Below the least width the stages share the hairline by their shares.
        const scale = (p: FlowBand['points'][number]) => (p.number === 0 ? 0 : (2 * half(p)) / p.number);
        const path = area<FlowBand['points'][number]>()
          .curve(curveStepAfter)
          .x((p) => x(p.at))
          .y0((p) => mid - half(p) + scale(p) * before.reduce((t, b) => t + (p.stages[b] ?? 0), 0))
          .y1(
            (p) => mid - half(p) + scale(p) * (before.reduce((t, b) => t + (p.stages[b] ?? 0), 0) + (p.stages[s] ?? 0)),
          );
        return <path key={s} d={path(points) ?? ''} fill={stageColour[s]} />;
      })}
      <a
        href={`/lots/${band.lotId}`}
        aria-label={`${band.lot}, ${band.speciesName}, ${band.alive > 0 ? `${grouped(band.alive)} alive` : 'gone'}`}
        data-lot={band.lot}
        data-per-pixel={perPixel}
        onClick={(e) => {
          e.preventDefault();
          if (e.shiftKey) onFollow();
          else onOpen();
        }}
        onFocus={() => onMove(points.at(-1)!.at, x(points[0]!.at), mid)}
        onBlur={onLeave}
      >
        <rect
          x={x(points[0]!.at)}
          y={band.top - 12}
          width={Math.max(8, x(points.at(-1)!.at) - x(points[0]!.at))}
          height={Math.max(16, (mid - band.top) * 2 + 13)}
          fill="transparent"
          onMouseMove={(e) =>
            onMove(invert(x, points, e.nativeEvent.offsetX - LEFT), e.nativeEvent.offsetX, e.nativeEvent.offsetY)
          }
          onMouseLeave={onLeave}
        />
        <text x={labelX} y={band.top - 3} fontSize={12} fontWeight={600} fill="var(--ink)">
          {band.lot}
        </text>
        {band.alive > 0 && (
          <text x={x(to) + 6} y={mid + 4} fontSize={12} fill="var(--soft)">
            {short(band.alive)}
          </text>
        )}
      </a>
    </g>
  );
}

/** Instant under a pixel, by halving: the scale is clamped, its inverse is not needed elsewhere. */
function invert(x: (t: number) => number, points: readonly { at: number }[], px: number): number {
  let low = points[0]!.at;
  let high = points.at(-1)!.at;
  for (let i = 0; i < 40 && high - low > WEEK / 500; i++) {
    const mid = (low + high) / 2;
    if (x(mid) < px) low = mid;
    else high = mid;
  }
  return low;
}
