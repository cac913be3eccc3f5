import { scaleLinear } from 'd3';
import { Worked } from '@/client/Working';
import { Link } from '@/ui/Link';
import { ALL_SEASONS, type Comparison, groupings, outcomes } from '../../views/compare';

const W = 900;
const ROW = 27;
const LEFT = 210;
const RIGHT = 230;

/** What really differs: shares by female, male, take, method, with intervals that borrow strength. */
export function CompareScreen({ c }: { c: Comparison }) {
  const link = (more: Partial<Comparison['chosen']>) =>
    `/compare?${new URLSearchParams({ ...c.chosen, ...more }).toString()}`;
  const group = groupings[c.chosen.by];
  const outcome = outcomes[c.chosen.outcome];
  const differing = c.result?.groups.filter((g) => g.differs) ?? [];
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Comparison">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1>What differs</h1>
        {c.species.map((s) => (
          <Chosen
            key={s.id}
            on={s.id === c.chosen.species}
            href={`/compare?${new URLSearchParams({ species: s.id, outcome: c.chosen.outcome, by: c.chosen.by })}`}
          >
            {s.name}
          </Chosen>
        ))}
      </div>
      <Row label="Share">
        {Object.entries(outcomes).map(([id, o]) => (
          <Chosen key={id} on={id === c.chosen.outcome} href={link({ outcome: id as Comparison['chosen']['outcome'] })}>
            {o.name}
          </Chosen>
        ))}
      </Row>
      <Row label="by">
        {Object.entries(groupings).map(([id, g]) => (
          <Chosen key={id} on={id === c.chosen.by} href={link({ by: id as Comparison['chosen']['by'] })}>
            {g.name}
          </Chosen>
        ))}
      </Row>
      {c.seasons.length > 1 && (
        <Row label="in">
          <Chosen on={c.chosen.season === ALL_SEASONS} href={link({ season: ALL_SEASONS })}>
            all seasons
          </Chosen>
          {c.seasons.map((s) => (
            <Chosen key={s} on={s === c.chosen.season} href={link({ season: s })}>
              {s}
            </Chosen>
          ))}
        </Row>
      )}
      {!c.result ? (
        <div className="mt-4 max-w-[36rem] border-l-[3px] border-deep pl-4">
          <p className="font-semibold">
            {c.units.length === 0
              ? `No unit has its share of ${outcome.name} yet.`
              : 'There is one group only: nothing to compare.'}
          </p>
          <p className="quiet mt-1">
            {c.chosen.by === 'female' || c.chosen.by === 'male'
              ? `${c.left > 0 ? `${c.left} units hold eggs of several parents. ` : ''}Keep the eggs of some females and males apart, in two units each at least, and parents can be told from each other.`
              : c.chosen.outcome === 'hatched'
                ? 'It is known of units that are through their hatch.'
                : 'Check a sample of each unit: a hundred eggs are enough.'}
          </p>
        </div>
      ) : (
        <>
          <p className="mt-3 mb-2 max-w-[46rem]" data-testid="verdict">
            {differing.length > 0 ? (
              <b>
                {differing
                  .map((g) => `${g.group} ${g.estimate < c.result!.mean ? 'below' : 'above'} the others`)
                  .join(', ')}
                .
              </b>
            ) : (
              <b>No {group.name} is shown to differ.</b>
            )}{' '}
            {outcome.name.charAt(0).toUpperCase() + outcome.name.slice(1)} {outcome.of}, mean{' '}
            <Worked request={{ id: 'sample.compare', input: { units: c.units } }}>
              {Math.round(100 * c.result.mean)} %
            </Worked>
            , by {group.name} ({group.what}).
            {c.result.groups.every((g) => g.cannotTell) && (
              <span className="text-careful">
                {' '}
                One unit each: what is of the {group.name} and what of the unit cannot be told.
              </span>
            )}
            {c.left > 0 && (
              <span className="text-soft">
                {' '}
                {c.left} units belong to no {group.name} alone and are left out.
              </span>
            )}
          </p>
          <Forest c={c} />
          <p className="quiet mt-2 max-w-[46rem] text-small">
            Full dot and bar: drawn towards the mean by how little is known of it (parametric empirical Bayes), with its
            95 % interval. Ring: as counted. A group is called when it stands out among all that were compared, with one
            false call in ten borne (Benjamini and Hochberg).
          </p>
        </>
      )}
    </section>
  );
}

function Forest({ c }: { c: Comparison }) {
  const groups = [...c.result!.groups].sort((a, b) => b.estimate - a.estimate);
  const low = Math.max(0, Math.min(...groups.map((g) => Math.min(g.low, g.raw))) - 0.03);
  const high = Math.min(1, Math.max(...groups.map((g) => Math.max(g.high, g.raw))) + 0.03);
  const x = scaleLinear()
    .domain([low, high])
    .range([LEFT, W - RIGHT]);
  const H = groups.length * ROW + 34;
  const per = (v: number) => `${Math.round(100 * v)}`;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[900px]"
      role="img"
      aria-label={`Shares of ${groups.length} groups with their intervals`}
    >
      {x.ticks(6).map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1={4} y2={H - 26} stroke="var(--rule)" />
          <text x={x(t)} y={H - 12} textAnchor="middle" fontSize={12} fill="var(--soft)">
            {per(t)} %
          </text>
        </g>
      ))}
      <line
        x1={x(c.result!.mean)}
        x2={x(c.result!.mean)}
        y1={4}
        y2={H - 26}
        stroke="var(--strong)"
        strokeDasharray="4 3"
      />
      {groups.map((g, i) => {
        const y = i * ROW + 18;
        const below = g.differs && g.estimate < c.result!.mean;
        const colour = below ? 'var(--loss)' : 'var(--deep)';
        return (
          <g key={g.group}>
            <text x={0} y={y + 4} fontSize={14} fontWeight={g.differs ? 700 : 400} fill="var(--ink)">
              {g.group.length > 20 ? `${g.group.slice(0, 19)}…` : g.group}
            </text>
            <text x={LEFT - 8} y={y + 4} fontSize={12} textAnchor="end" fill="var(--soft)">
              {g.units} {g.units === 1 ? 'unit' : 'units'}
            </text>
            <line x1={x(g.low)} x2={x(g.high)} y1={y} y2={y} stroke={colour} strokeWidth={3} opacity={0.45} />
            <circle cx={x(g.raw)} cy={y} r={4.2} fill="none" stroke="var(--soft)" />
            <circle cx={x(g.estimate)} cy={y} r={4.2} fill={colour} />
            <text x={W - RIGHT + 8} y={y + 4} fontSize={14} fill="var(--ink)">
              <tspan fontWeight={700}>{per(g.estimate)} %</tspan>
              <tspan fill="var(--soft)" fontSize={12}>
                {' '}
                {per(g.low)} to {per(g.high)}
              </tspan>
              {g.confoundedWith && (
                <tspan fill="var(--careful)" fontSize={12}>
                  {' '}
                  as {g.confoundedWith.split(',')[0]}
                </tspan>
              )}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 gap-y-0.5">
      <span className="w-[3rem] text-soft">{label}</span>
      {children}
    </p>
  );
}

function Chosen({ on, href, children }: { on: boolean; href: string; children: React.ReactNode }) {
  return (
    <Link
      href={href}
      aria-current={on ? 'true' : undefined}
      className={`inline-flex min-h-[27px] items-center text-ink no-underline ${on ? 'border-b-[3px] border-deep font-bold' : 'hover:underline'}`}
    >
      {children}
    </Link>
  );
}
