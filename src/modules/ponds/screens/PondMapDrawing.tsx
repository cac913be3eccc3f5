import { geoIdentity } from 'd3';
import { useSession } from '@/client/session';
import { areaDiffers, type PondMap } from '@/core/ponds/map';
import { grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { Km } from '@/core/release/waters';
import { Link } from '@/ui/Link';
import type { PondRun } from '../views/ponds';

const [W, H, PAD] = [460, 340, 46];
/** Lengths that a bar of scale may show, m. */
const BARS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000];

/** The ponds where they lie, north above: what stands in each, what comes next; each leads to its run. */
export function PondMapDrawing({ map, runs }: { map: PondMap; runs: readonly PondRun[] }) {
  const { now } = useSession();
  const corners = map.ponds.flatMap((p) => p.parts.flat());
  const plane = geoIdentity()
    .reflectY(true)
    .fitExtent(
      [
        [PAD, PAD],
        [W - PAD, H - PAD],
      ],
      { type: 'MultiPoint', coordinates: corners.map((c) => [...c]) },
    );
  const at = (p: Km) => plane([...p]) ?? [0, 0];
  const path = (part: readonly Km[], closed: boolean) =>
    `M${part
      .map((p) =>
        at(p)
          .map((v) => v.toFixed(1))
          .join(','),
      )
      .join('L')}${closed ? 'Z' : ''}`;
  const perM = plane.scale() / 1000;
  const bar = BARS.findLast((m) => m * perM < W / 4) ?? BARS[0]!;
  const runOf = (name: string) => runs.find((r) => r.unit === name && r.closedAt === null);
  return (
    <section aria-label="Map of the ponds">
      <div className="relative w-full max-w-[560px]" style={{ aspectRatio: `${W} / ${H}` }}>
        <svg viewBox={`0 0 ${W} ${H}`} className="absolute inset-0 h-full w-full" aria-hidden="true">
          <rect width={W} height={H} fill="var(--sheet)" stroke="var(--rule)" />
          {map.around.map((w, i) => (
            <path
              key={`${w.name} ${i}`}
              d={w.parts.map((p) => path(p, w.is === 'lake')).join('')}
              fill={w.is === 'lake' ? 'var(--deep)' : 'none'}
              fillRule="evenodd"
              stroke="var(--deep)"
              strokeWidth={w.is === 'lake' ? 0.6 : 3}
              opacity={w.is === 'lake' ? 0.12 : 0.3}
            />
          ))}
          {map.ponds.map((p) => {
            const run = runOf(p.name);
            const stands = (run?.books.stands ?? 0) > 0;
            return (
              <path
                key={p.name}
                d={p.parts.map((x) => path(x, true)).join('')}
                fillRule="evenodd"
                fill={run ? 'var(--deep)' : 'var(--ground)'}
                fillOpacity={stands ? 0.24 : run ? 0.08 : 1}
                stroke={run && isLate(run, now) ? 'var(--careful)' : 'var(--deep)'}
                strokeWidth={run ? 2 : 1}
                strokeDasharray={run ? undefined : '4 3'}
              />
            );
          })}
          <path d={`M14,${H - 14}v-5m0,5h${bar * perM}m0,0v-5`} fill="none" stroke="var(--soft)" strokeWidth={1.4} />
          <text x={14 + (bar * perM) / 2} y={H - 20} fontSize={11} textAnchor="middle" fill="var(--soft)">
            {bar} m
          </text>
          <path d={`M${W - 20},34v-20m-4,6l4,-6l4,6`} fill="none" stroke="var(--soft)" strokeWidth={1.4} />
          <text x={W - 20} y={46} fontSize={11} textAnchor="middle" fill="var(--soft)">
            N
          </text>
        </svg>
        {map.ponds.map((p) => {
          const run = runOf(p.name);
          const [x, y] = at(p.middle);
          const words = (
            <>
              <b className="block text-body">{p.name}</b>
              <span className="block">{run ? stateOf(run, now) : 'free'}</span>
            </>
          );
          return (
            <div
              key={p.name}
              className="absolute -translate-x-1/2 -translate-y-1/2 text-center text-small leading-tight"
              style={{ left: `${(x / W) * 100}%`, top: `${(y / H) * 100}%` }}
              data-drawn={p.name}
            >
              {run ? (
                <Link className="text-ink no-underline hover:underline" href={`/ponds/${run.id}`}>
                  {words}
                </Link>
              ) : (
                words
              )}
            </div>
          );
        })}
      </div>
      {map.ponds.map((p) => {
        const run = runOf(p.name);
        return run && areaDiffers(run.plan.areaM2, p.areaM2) ? (
          <p key={p.name} className="text-careful">
            {p.name}: its run goes by {grouped(run.plan.areaM2)} m², the map draws {grouped(Math.round(p.areaM2))} m².
          </p>
        ) : null;
      })}
    </section>
  );
}

/** Its next step should have been over. */
export const isLate = (r: PondRun, now: number): boolean =>
  r.next !== null && Date.parse(r.next.to) < now && r.books.stands === 0;

function stateOf(r: PondRun, now: number): string {
  if (r.books.stands > 0) return withDoubt(r.books.stands, Z95 * r.books.standsSd).number;
  if (r.next) return `${r.next.word}${isLate(r, now) ? ', late' : ''}`;
  return 'ready';
}
