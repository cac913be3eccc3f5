import type { ReactNode } from 'react';
import { isGrave } from '@/core/planning/due';
import { decimals, grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { densityOf, densityUnit, forReader, readerUnit } from '@/core/quantities/reader';
import { Glyph, stageColour } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { RearingUnit } from '../views/rearing';

/** Who stands where, is it tight? Tanks as rows in walking order, with the load against the volume. */
export function RearingScreen({
  units,
  selected,
  stage,
  us,
  sheet,
}: {
  units: RearingUnit[];
  selected: string | null;
  stage: string | null;
  us: boolean;
  sheet: ReactNode;
}) {
  const rooms = [...new Set(units.map((u) => u.room))];
  const density = (u: RearingUnit) => (u.massG === null || !u.volumeL ? null : u.massG / u.volumeL);
  /** Grams a litre as the reader has it. */
  const shown = (d: number) => densityOf(d, us);
  const most = Math.max(1, ...units.map((u) => density(u) ?? 0));
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_360px] max-lg:grid-cols-1' : ''}`}>
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Rearing">
        <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
          <h1>Rearing</h1>
          <span className="text-soft">
            {units.filter((u) => u.holdings.length > 0).length} of {units.length} units hold fish
          </span>
        </div>
        {units.length === 0 && (
          <p className="quiet">
            No tanks yet.{' '}
            <Link className="link" href="/setup">
              Set-up
            </Link>{' '}
            makes tanks, raceways and ponds.
          </p>
        )}
        {rooms.map((room) => {
          const here = units.filter((u) => u.room === room);
          const used = here.filter(
            (u) => u.holdings.length > 0 && (stage === null || u.holdings.some((h) => h.station === stage)),
          );
          const empty = here.filter((u) => u.holdings.length === 0);
          return (
            <section key={room} className="mb-5">
              <h2 className="border-b-2 border-deep/40 pb-0.5">{room}</h2>
              {used.length > 0 && (
                <div className="overflow-x-auto">
                  <Table>
                    <thead>
                      <tr>
                        <th>unit</th>
                        <th>lot</th>
                        <th>stage</th>
                        <th className="num">number</th>
                        <th className="num">each</th>
                        <th className="num">{readerUnit('mass', us)}</th>
                        <th>{densityUnit(us)}</th>
                        <th className="num">dead, 7 days</th>
                      </tr>
                    </thead>
                    <tbody>
                      {used.map((u) => {
                        const h = u.holdings[0]!;
                        const n = u.number;
                        const lots = [...new Map(u.holdings.map((x) => [x.lotId, x.lot]))];
                        const stages = [...new Set(u.holdings.map((x) => x.stageName))];
                        const d = density(u);
                        const due = u.holdings
                          .flatMap((x) => x.due)
                          .filter((x) => x.kind !== 'dead' || x.urgency === 1)[0];
                        const rate = n > 0 ? u.dead7 / n : 0;
                        return (
                          <tr
                            key={u.id}
                            data-unit={u.name}
                            className={selected === u.name ? 'bg-deep-wash' : due && isGrave(due) ? 'bg-hand-wash' : ''}
                          >
                            <td>
                              <Link
                                href={`/rearing?unit=${encodeURIComponent(u.name)}`}
                                scroll={false}
                                className="text-lead font-bold text-ink"
                              >
                                {u.name}
                              </Link>
                            </td>
                            <td>
                              {lots.map(([id, lot]) => (
                                <Link key={id} className="block whitespace-nowrap text-ink" href={`/lots/${id}`}>
                                  {lot}
                                </Link>
                              ))}
                            </td>
                            <td>
                              <span className="inline-flex items-center gap-1.5 whitespace-nowrap align-top">
                                <Glyph name={h.glyph} size={18} /> {stages.join(', ')}
                              </span>
                              {due && (
                                <span
                                  className={`block text-small leading-tight ${isGrave(due) ? 'text-hand' : due.urgency === 1 ? 'text-careful' : 'text-soft'}`}
                                >
                                  {due.says.split(':')[0]}
                                </span>
                              )}
                            </td>
                            <td className="num">
                              <Doubtful number={n} sd={u.sd} />
                            </td>
                            <td className="num">
                              {u.massG === null || n === 0 ? (
                                <span className="text-soft">not weighed</span>
                              ) : (
                                massEach(u.massG / n, us)
                              )}
                            </td>
                            <td className="num">
                              {u.massG === null ? '' : decimals(forReader(u.massG, 'mass', us), 1)}
                            </td>
                            <td>
                              {d !== null && (
                                <span className="inline-flex items-center gap-2">
                                  <svg width={64} height={9} aria-hidden="true">
                                    <rect width={64} height={9} fill="var(--rule)" />
                                    <rect
                                      width={(64 * d) / most}
                                      height={9}
                                      fill={stageColour[h.glyph] ?? 'var(--deep)'}
                                    />
                                  </svg>
                                  {decimals(shown(d), 1)}
                                </span>
                              )}
                            </td>
                            <td className={`num ${rate > 0.05 ? 'font-semibold text-loss' : ''}`}>
                              {grouped(u.dead7)}
                            </td>
                          </tr>
                        );
                      })}
                    </tbody>
                  </Table>
                </div>
              )}
              {empty.length > 0 && (
                <p className="py-1.5 text-small text-soft">empty: {empty.map((u) => u.name).join(' ')}</p>
              )}
            </section>
          );
        })}
        <p className="quiet text-small">Load counts the last mean weight of each lot; it has grown since.</p>
      </section>
      {sheet}
    </div>
  );
}
