import { geoIdentity, geoPath, max, scaleSqrt } from 'd3';
import { grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { NamedPlace, WaterShape } from '@/core/release/waters';
import type { PlanSite } from '../views/plan';

const [W, H, PAD] = [420, 320, 34];

/** The sites where they lie from the hatchery, in a square grid of kilometres; the larger the circle, the more is wanted. */
export function SiteMap({
  sites,
  waters,
  places = [],
  promised,
}: {
  sites: readonly PlanSite[];
  waters: readonly WaterShape[];
  places?: readonly NamedPlace[];
  promised: ReadonlyMap<string, number>;
}) {
  const placed = sites.filter((s) => s.eastKm !== null && s.northKm !== null);
  if (placed.length === 0) return null;
  const features = {
    type: 'FeatureCollection' as const,
    features: [
      { type: 'Feature' as const, properties: {}, geometry: { type: 'Point' as const, coordinates: [0, 0] } },
      ...placed.map((s) => ({
        type: 'Feature' as const,
        properties: { name: s.name },
        geometry: { type: 'Point' as const, coordinates: [s.eastKm!, s.northKm!] },
      })),
      ...places.map((p) => ({
        type: 'Feature' as const,
        properties: { name: p.name },
        geometry: { type: 'Point' as const, coordinates: [...p.at] },
      })),
    ],
  };
  // A plain plane: made-up waters of a few dozen kilometres need no globe.
  const plane = geoIdentity()
    .reflectY(true)
    .fitExtent(
      [
        [PAD, PAD],
        [W - PAD, H - PAD],
      ],
      features,
    );
  const at = (east: number, north: number) => plane([east, north]) ?? [0, 0];
  const size = scaleSqrt()
    .domain([0, max(placed, (s) => s.target ?? 0) || 1])
    .range([4, 20]);
  const [x0, y0] = at(0, 0);
  const roads = geoPath(plane);
  const drawn = (part: readonly (readonly number[])[]) =>
    part
      .map(
        ([e, n], k) =>
          `${k === 0 ? 'M' : 'L'}${at(e!, n!)
            .map((v) => v.toFixed(1))
            .join(',')}`,
      )
      .join('');
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[480px]"
      role="img"
      aria-label={`Map of ${placed.length} release sites`}
    >
      <rect width={W} height={H} fill="var(--sheet)" stroke="var(--rule)" />
      {waters.map((w, i) => (
        <path
          key={`${w.name} ${w.is} ${w.parts[0]?.[0]?.join(' ')} ${i}`}
          d={w.parts.map((p) => (w.is === 'lake' ? `${drawn(p)}Z` : drawn(p))).join(' ')}
          fill={w.is === 'lake' ? 'var(--deep)' : 'none'}
          fillRule="evenodd"
          stroke="var(--deep)"
          strokeWidth={w.is === 'lake' ? 0.6 : 1.6}
          opacity={w.is === 'lake' ? 0.16 : 0.35}
        />
      ))}
      {placed.map((s) => (
        <path
          key={`road ${s.id}`}
          d={
            roads({
              type: 'LineString',
              coordinates: [
                [0, 0],
                [s.eastKm!, s.northKm!],
              ],
            }) ?? undefined
          }
          stroke="var(--rule)"
          strokeWidth={1.5}
          strokeDasharray="3 4"
          fill="none"
        />
      ))}
      {places.map((p) => {
        const [x, y] = at(p.at[0], p.at[1]);
        return (
          <circle key={`place ${p.name}`} cx={x} cy={y} r={2.6} fill="var(--deep)">
            <title>{p.name}</title>
          </circle>
        );
      })}
      {placed.map((s) => {
        const [x, y] = at(s.eastKm!, s.northKm!);
        const got = s.done + (promised.get(s.name) ?? 0);
        const share = s.target ? Math.min(1, got / s.target) : 0;
        const r = size(s.target ?? 0);
        const right = x > W - 130;
        return (
          <g key={s.id}>
            <circle cx={x} cy={y} r={r} fill="var(--sheet)" stroke="var(--deep)" strokeWidth={1.6} />
            <circle cx={x} cy={y} r={r * Math.sqrt(share)} fill="var(--deep)" opacity={0.55} />
            <text
              x={right ? x - r - 5 : x + r + 5}
              y={y + 1}
              fontSize={13}
              fontWeight={600}
              textAnchor={right ? 'end' : 'start'}
              fill="var(--ink)"
            >
              {s.name}
            </text>
            <text
              x={right ? x - r - 5 : x + r + 5}
              y={y + 15}
              fontSize={11}
              textAnchor={right ? 'end' : 'start'}
              fill="var(--soft)"
            >
              {withDoubt(got, Z95 * s.doneSd).number}
              {s.target !== null && ` of ${grouped(s.target)}`}
            </text>
          </g>
        );
      })}
      <rect x={x0 - 6} y={y0 - 6} width={12} height={12} fill="var(--ink)" />
      <text x={x0} y={y0 + 20} fontSize={11} textAnchor="middle" fill="var(--ink)">
        hatchery
      </text>
    </svg>
  );
}
