import { scaleLinear, scaleLog } from 'd3';
import Link from 'next/link';
import { grouped, percent } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import type { LotView } from '@/queries/lot';
import type { Step } from '@/queries/stair';
import { Glyph } from '@/ui/glyphs';
import { Doubtful } from '@/ui/number';
import { Worked } from '../frame/Working';
import { EntryList } from '../records/EntryList';
import { ClockTable } from '../room/UnitSheet';

const goneWords: Record<string, string> = {
  picked: 'picked',
  dead: 'dead',
  culled: 'culled',
  sampled: 'sampled',
  sold: 'sold',
  released: 'released',
  escaped: 'escaped',
  unexplained: 'unexplained',
};
const stageWords: Record<string, string> = {
  egg: 'eggs',
  yolksac: 'hatched',
  fry: 'ponded',
  fingerling: 'fingerlings',
};

/** What is this batch's story? */
export function LotScreen({ lot, us, now, timeZone }: { lot: LotView; us: boolean; now: number; timeZone: string }) {
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-[1.5rem]">{lot.name}</h1>
        <span className="text-soft">
          {lot.species} <i>{lot.latin}</i>, season {lot.season}
          {lot.grade && `, grade ${lot.grade}`}
        </span>
        <Link className="link ml-auto" href={`/flow?lot=${lot.id}`}>
          in the river
        </Link>
      </div>
      <p className="mb-4 flex flex-wrap items-baseline gap-x-3" data-testid="lot-number">
        <Doubtful number={lot.number} sd={lot.sd} size="big" />
        <span className="text-soft">
          alive
          {lot.holdings.length > 0
            ? ` in ${[...new Set(lot.holdings.map((h) => h.unit))].join(', ')}`
            : ': none left here'}
        </span>
        {lot.working && (
          <Worked request={lot.working}>
            <span className="link">how it was first measured</span>
          </Worked>
        )}
      </p>
      <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-x-10 gap-y-6 max-lg:grid-cols-1">
        <div className="flex flex-col gap-6">
          <section data-testid="stair">
            <h2 className="mb-1">Survival stair</h2>
            <StairChart steps={lot.stair.steps} />
            <StairTable lot={lot} />
          </section>
          <section>
            <h2 className="mb-1">Where they are</h2>
            {lot.holdings.length === 0 ? (
              <p className="quiet">Nothing of this lot lives here now.</p>
            ) : (
              <table className="ledger">
                <tbody>
                  {lot.holdings.map((h) => (
                    <tr key={h.holdingId}>
                      <td>
                        <Link
                          className="link font-bold"
                          href={
                            h.station === 'eggs' || h.station === 'yolksac'
                              ? `/rooms/${h.roomId}?unit=${h.unit}`
                              : `/rearing?unit=${h.unit}`
                          }
                        >
                          {h.unit}
                        </Link>{' '}
                        <span className="quiet">{h.room}</span>
                      </td>
                      <td>
                        <span className="inline-flex items-center gap-1.5">
                          <Glyph name={h.glyph} size={18} /> {h.stageName}
                        </span>
                      </td>
                      <td className="num">
                        <Doubtful number={h.number} sd={h.sd} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
          {lot.weights.length > 1 && <GrowthChart weights={lot.weights} us={us} timeZone={timeZone} />}
        </div>
        <div className="flex flex-col gap-6">
          {lot.holdings[0] && <ClockTable h={lot.holdings[0]} now={now} timeZone={timeZone} />}
          <Parents lot={lot} />
          {(lot.from.length > 0 || lot.into.length > 0) && (
            <section data-testid="relatives">
              <h2 className="mb-1">Came from, went into</h2>
              <ul>
                {lot.from.map((r) => (
                  <li key={r.id} className="border-b border-rule py-1">
                    from{' '}
                    <Link className="link" href={`/lots/${r.id}`}>
                      {r.name}
                    </Link>
                    , {grouped(r.number)}
                  </li>
                ))}
                {lot.into.map((r) => (
                  <li key={r.id} className="border-b border-rule py-1">
                    into{' '}
                    <Link className="link" href={`/lots/${r.id}`}>
                      {r.name}
                    </Link>
                    , {grouped(r.number)}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {lot.gone.length > 0 && (
            <section data-testid="gone">
              <h2 className="mb-1">Gone</h2>
              <table className="ledger">
                <tbody>
                  {lot.gone.map((g) => (
                    <tr key={g.account}>
                      <td className={g.account === 'unexplained' ? 'text-loss' : ''}>
                        {goneWords[g.account] ?? g.account}
                      </td>
                      <td className="num font-bold">{grouped(g.number)}</td>
                      <td className="text-soft">{g.sites}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
        </div>
      </div>
      <section className="mt-6">
        <h2 className="mb-1">Ledger</h2>
        <EntryList entries={lot.entries} now={now} timeZone={timeZone} />
        {lot.entries.length === 60 && (
          <Link className="link mt-2 inline-block" href={`/lots/${lot.id}?before=${lot.entries.at(-1)!.seq}`}>
            older entries
          </Link>
        )}
      </section>
    </div>
  );
}

function StairTable({ lot }: { lot: LotView }) {
  return (
    <>
      <table className="ledger">
        <tbody>
          {lot.stair.steps.map((s) => (
            <tr key={s.stage} data-step={s.stage} data-number={s.number}>
              <td>{stageWords[s.stage] ?? s.stage}</td>
              <td className="num">
                <Doubtful number={s.number} sd={s.sd} />
              </td>
              <td className="num">
                {s.survival !== null && (
                  <>
                    <b>{percent(s.survival)}</b>{' '}
                    <span className="text-soft">
                      {percent(s.low!)} to {percent(Math.min(1, s.high!))}
                    </span>
                  </>
                )}
              </td>
              <td className="text-soft">{s.survival !== null ? 'of those before' : 'at the start'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {lot.stair.ofFirst && (
        <p className="mt-1">
          From the first to the last stage: <b>{percent(lot.stair.ofFirst.survival)}</b>{' '}
          <span className="text-soft">
            {percent(lot.stair.ofFirst.low)} to {percent(Math.min(1, lot.stair.ofFirst.high))}
          </span>
        </p>
      )}
      {lot.stair.assuming && (
        <p className="quiet mt-1">
          With what it lived through in the lots that it came from, by the share that came over: assuming equal
          survival.
        </p>
      )}
    </>
  );
}

/** Steps of life on a log scale, the interval of each as a band. */
function StairChart({ steps }: { steps: readonly Step[] }) {
  if (steps.length < 2) return null;
  const W = 560;
  const H = 150;
  const highest = Math.max(...steps.map((s) => s.number + 1.96 * s.sd));
  const lowest = Math.max(1, Math.min(...steps.map((s) => Math.max(1, s.number - 1.96 * s.sd))));
  const y = scaleLog()
    .domain([lowest / 1.6, highest * 1.15])
    .range([H - 24, 10]);
  const x = scaleLinear()
    .domain([0, steps.length])
    .range([62, W - 6]);
  const ticks = y
    .ticks(4)
    .filter((t) => /^[125]0*$/.test(String(Math.round(t))))
    .slice(0, 6);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[640px]"
      role="img"
      aria-label={steps.map((s) => `${stageWords[s.stage]} ${s.number}`).join(', ')}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={62} x2={W} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
          <text x={56} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
            {grouped(t)}
          </text>
        </g>
      ))}
      {steps.map((s, i) => {
        const top = y(s.number + 1.96 * s.sd);
        const bottom = y(Math.max(lowest / 1.6, s.number - 1.96 * s.sd));
        const next = steps[i + 1];
        return (
          <g key={s.stage}>
            <rect
              x={x(i)}
              width={x(i + 1) - x(i)}
              y={top}
              height={Math.max(1.5, bottom - top)}
              fill="var(--deep)"
              opacity={0.18}
            />
            <line x1={x(i)} x2={x(i + 1)} y1={y(s.number)} y2={y(s.number)} stroke="var(--deep)" strokeWidth={2.4} />
            {next && (
              <line
                x1={x(i + 1)}
                x2={x(i + 1)}
                y1={y(s.number)}
                y2={y(next.number)}
                stroke="var(--loss)"
                strokeWidth={1.6}
              />
            )}
            <text x={(x(i) + x(i + 1)) / 2} y={H - 6} textAnchor="middle" fontSize={13} fill="var(--ink)">
              {stageWords[s.stage] ?? s.stage}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

function Parents({ lot }: { lot: LotView }) {
  return (
    <section data-testid="parents">
      <h2 className="mb-1">Parents by share</h2>
      {lot.parents.length === 0 ? (
        <p className="quiet">Not known.</p>
      ) : (
        <>
          <table className="ledger">
            <thead>
              <tr>
                <th>female</th>
                <th>males</th>
                <th className="num">share</th>
                <th className="num">alive here</th>
              </tr>
            </thead>
            <tbody>
              {lot.parents.slice(0, 30).map((p) => (
                <tr key={p.family} data-female={p.females}>
                  <td className="font-bold">
                    {p.femaleId === null ? (
                      p.label
                    ) : (
                      <Link className="text-ink" href={`/females/${p.femaleId}`}>
                        {p.females}
                      </Link>
                    )}
                  </td>
                  <td>{p.males}</td>
                  <td className="num">{percent(p.share)}</td>
                  <td className="num">{grouped(p.number)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="quiet mt-1 text-[0.9rem]">
            Assuming equal survival of all families since the lot was made.
            {lot.parents.length > 30 && ` ${lot.parents.length - 30} more families.`}
          </p>
        </>
      )}
    </section>
  );
}

function GrowthChart({ weights, us, timeZone }: { weights: LotView['weights']; us: boolean; timeZone: string }) {
  const W = 560;
  const H = 150;
  const x = scaleLinear()
    .domain([weights[0]!.at, weights.at(-1)!.at])
    .range([54, W - 76]);
  const y = scaleLog()
    .domain([Math.min(...weights.map((w) => Math.max(1e-4, w.low))), Math.max(...weights.map((w) => w.high)) * 1.1])
    .range([H - 24, 12]);
  const last = weights.at(-1)!;
  return (
    <section>
      <h2 className="mb-1">Mean weight</h2>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[640px]"
        role="img"
        aria-label={weights.map((w) => `${dayMonth(w.at, timeZone)} ${massEach(w.meanG, us)}`).join(', ')}
      >
        {y
          .ticks(3)
          .slice(0, 5)
          .map((t) => (
            <g key={t}>
              <line x1={54} x2={W - 76} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
              <text x={48} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
                {massEach(t, us)}
              </text>
            </g>
          ))}
        {weights.map((w) => (
          <g key={w.at}>
            <line x1={x(w.at)} x2={x(w.at)} y1={y(Math.max(1e-4, w.low))} y2={y(w.high)} stroke="var(--deep)" />
            <circle cx={x(w.at)} cy={y(w.meanG)} r={3.2} fill="var(--deep)" />
          </g>
        ))}
        <text x={x(last.at) + 6} y={y(last.meanG) + 4} fontSize={13} fontWeight={700} fill="var(--ink)">
          {massEach(last.meanG, us)}
        </text>
        <text x={54} y={H - 6} fontSize={12} fill="var(--soft)">
          {dayMonth(weights[0]!.at, timeZone)}
        </text>
        <text x={W - 76} y={H - 6} textAnchor="end" fontSize={12} fill="var(--soft)">
          {dayMonth(last.at, timeZone)}
        </text>
      </svg>
    </section>
  );
}
