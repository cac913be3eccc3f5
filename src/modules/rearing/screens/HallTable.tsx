import { isGrave } from '@/core/planning/due';
import { decimals, grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { densityOf, densityUnit, forReader, readerUnit } from '@/core/quantities/reader';
import { Glyph, stageColour } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { HallUnit } from '../views/hall';
import { dayWords, feedMassOf, limitWord } from './feedWords';

/** The hall as rows in walking order, with the load against the volume, the limit that binds, and the day's feed. */
export function HallTable({
  units,
  selected,
  stage,
  us,
  timeZone,
  now,
}: {
  units: readonly HallUnit[];
  selected: string | null;
  stage: string | null;
  us: boolean;
  timeZone: string;
  now: number;
}) {
  const rooms = [...new Set(units.map((u) => u.room))];
  const density = (u: HallUnit) => (u.massG === null || !u.volumeL ? null : u.massG / u.volumeL);
  /** Grams a litre as the reader has it. */
  const shown = (d: number) => densityOf(d, us);
  const most = Math.max(1, ...units.map((u) => density(u) ?? 0));
  return (
    <>
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
                      <th>limit that binds</th>
                      <th className="num">fed today</th>
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
                              href={`/rearing?as=table&unit=${encodeURIComponent(u.name)}`}
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
                          <td className="num">{u.massG === null ? '' : decimals(forReader(u.massG, 'mass', us), 1)}</td>
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
                          <td className={u.tight && u.tight.share >= 1 ? 'font-semibold text-careful' : ''}>
                            {u.tight &&
                              `${limitWord[u.tight.limit]} ${Math.round(100 * u.tight.share)} %${u.tight.fullAt === null || u.tight.share >= 1 ? '' : `, full ${dayWords(u.tight.fullAt, timeZone, now)}`}`}
                          </td>
                          <td className="num">{fedWords(u, us)}</td>
                          <td className={`num ${rate > 0.05 ? 'font-semibold text-loss' : ''}`}>{grouped(u.dead7)}</td>
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
      <p className="quiet text-small">Masses are the last weighing carried on by the warmth and the feed since then.</p>
    </>
  );
}

/** Given of prescribed. */
function fedWords(u: HallUnit, us: boolean): string {
  const ofG = u.fed.reduce((s, f) => s + (f.prescribed.is === 'ration' ? f.prescribed.feedG : 0), 0);
  const given = u.fed.reduce((s, f) => s + f.givenG, 0);
  return ofG > 0 ? `${feedMassOf(given, us)} of ${feedMassOf(ofG, us)}` : given > 0 ? feedMassOf(given, us) : '';
}
