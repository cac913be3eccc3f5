import { minutesWords } from '@/core/incubation/danger';
import { decimals } from '@/core/quantities/format';
import { massFigure, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { FilterNow } from '../../views/filters';
import { Filters } from './Filters';
import { ShareBar } from './ShareBar';
import { type SourceRow, Sources } from './Sources';
import { type Use, Uses } from './Uses';

export type CapacityLimit = 'density' | 'flow' | 'oxygen' | 'ammonia' | 'larvae' | 'bottom';

/** What a tank bears, by each limit, as a share of what stands there. */
export type CapacityRow = {
  unitId: number;
  unit: string;
  room: string;
  href: string;
  holds: string;
  number: number;
  sd: number;
  massKg: number | null;
  volumeL: number | null;
  flowLPerMin: number | null;
  /** How full it is by each limit that can be told. */
  shares: Partial<Record<CapacityLimit, number>>;
  binds: CapacityLimit | null;
  fullAt: number | null;
  /** Minutes that its oxygen lasts without water. */
  reserveMinutes: number | null;
};

const columns = [
  { id: 'density', word: 'room' },
  { id: 'flow', word: 'flow' },
  { id: 'oxygen', word: 'oxygen' },
  { id: 'ammonia', word: 'ammonia' },
] as const;

/** Which limit binds each tank, until when, and whether the water suffices: for all of them side by side. */
export function CapacityScreen({
  rows,
  budget,
  filters,
  use,
  month,
  roomNames,
  now,
  timeZone,
  us,
}: {
  rows: readonly CapacityRow[];
  budget: readonly SourceRow[];
  filters: readonly FilterNow[];
  use: Use;
  /** This month, 0 is January. */
  month: number;
  roomNames: ReadonlyMap<number, string>;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const over = rows.filter((r) => r.binds !== null && (r.shares[r.binds] ?? 0) >= 1);
  const soon = rows.filter((r) => r.fullAt !== null && r.fullAt > now && r.fullAt < now + SOON_MS);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Capacity">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1>Capacity</h1>
        <p className={over.length > 0 ? 'text-lead font-semibold text-hand' : 'text-lead text-soft'}>
          {over.length > 0
            ? `Beyond what they bear: ${over.map((r) => r.unit).join(', ')}`
            : rows.length === 0
              ? 'No fish stand here yet.'
              : soon.length > 0
                ? `Full within a fortnight: ${soon.map((r) => r.unit).join(', ')}`
                : 'Nothing is beyond what it bears.'}
        </p>
        <Link className="link ml-auto" href="/moves/where">
          Where to
        </Link>
        <Link className="link" href="/water/outlets">
          Outlets
        </Link>
        <Link className="link" href="/water">
          Water
        </Link>
      </div>
      {budget.length > 0 && <Sources of={budget} month={month} roomNames={roomNames} us={us} />}
      <Filters of={filters} now={now} timeZone={timeZone} us={us} />
      <Uses of={use} us={us} />
      {rows.length > 0 && (
        <section aria-label="Tanks" className="mt-3">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Tank by tank</h2>
          <div className="overflow-x-auto">
            <Table>
              <thead>
                <tr>
                  <th>tank</th>
                  <th>holds</th>
                  <th className="num">number</th>
                  <th className="num">{readerUnit('mass', us)}</th>
                  {columns.map((c) => (
                    <th key={c.id}>{c.word}</th>
                  ))}
                  <th>full</th>
                  <th className="num">an hour</th>
                  <th className="num">without water</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((r) => (
                  <tr key={r.unitId} data-unit={r.unit}>
                    <td>
                      <Link
                        className="font-bold text-ink pointer-coarse:inline-block pointer-coarse:py-2"
                        href={r.href}
                      >
                        {r.unit}
                      </Link>
                    </td>
                    <td className="whitespace-nowrap text-soft">{r.holds}</td>
                    <td className="num">
                      <Doubtful number={r.number} sd={r.sd} />
                    </td>
                    <td className="num">
                      {r.massKg === null ? <span className="text-soft">not weighed</span> : massFigure(r.massKg, us)}
                    </td>
                    {columns.map((c) => (
                      <td key={c.id}>
                        <ShareBar of={r.shares[c.id]} binds={r.binds === c.id} />
                      </td>
                    ))}
                    <td className="whitespace-nowrap">
                      {r.binds && !columns.some((c) => c.id === r.binds) && (
                        <span className="block text-small text-soft">
                          {r.binds === 'larvae' ? 'larvae in a litre' : 'the bottom'}{' '}
                          {Math.round(100 * (r.shares[r.binds] ?? 0))} %
                        </span>
                      )}
                      {r.fullAt === null ? (
                        ''
                      ) : r.fullAt <= now ? (
                        <b className="text-hand">now</b>
                      ) : (
                        <span className={r.fullAt < now + SOON_MS ? 'font-semibold text-careful' : ''}>
                          {dayMonth(r.fullAt, timeZone, now)}
                        </span>
                      )}
                    </td>
                    <td className="num">
                      {r.volumeL && r.flowLPerMin ? `${decimals((60 * r.flowLPerMin) / r.volumeL, 1)}×` : ''}
                    </td>
                    <td
                      className={`num ${r.reserveMinutes !== null && r.reserveMinutes < HURRY_MINUTES ? 'font-semibold text-careful' : ''}`}
                    >
                      {r.reserveMinutes === null ? '' : minutesWords(r.reserveMinutes)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </div>
          <p className="quiet mt-1 text-small">
            Of what each limit bears; the one that binds is bold. Nothing stands where a limit cannot be told: set
            volume and flow, weigh them, read oxygen and pH. Exchanges of the tank an hour; minutes that its oxygen
            lasts when the water stops.
          </p>
        </section>
      )}
    </section>
  );
}

const SOON_MS = 14 * 86_400_000;
const HURRY_MINUTES = 30;
