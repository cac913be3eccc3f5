import { grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { Station } from '@/core/species/stations';
import { stationName } from '@/core/species/stations';
import { dayMonth } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { beganWith, type Group, numberAt, type Run, sdAt, stagesAt } from './layout';
import { useLedgerAt } from './useLedgerAt';

const lossWords: Record<string, string> = {
  picked: 'picked',
  dead: 'dead',
  culled: 'culled',
  sampled: 'taken for samples',
  escaped: 'lost',
  unexplained: 'missing at a count',
};

export type Hover = {
  group: Group;
  /** The lot under the line; none between the banks of the species. */
  run: Run | undefined;
  at: number;
  x: number;
  y: number;
  losses: readonly { account: string; cause?: string; number: number }[];
};

/** What the line reads out: the number of a lot or of its species, how many got so far, what was lost in those days. */
export function Tip({
  hover,
  timeZone,
  now,
  width,
  height,
}: {
  hover: Hover;
  timeZone: string;
  now: number;
  width: number;
  height: number;
}) {
  const { group, run, at } = hover;
  const runs = group.runs.map((r) => r.band);
  const number = run ? numberAt(run.band, at) : runs.reduce((s, b) => s + numberAt(b, at), 0);
  const sd = run
    ? sdAt(run.band, at)
    : Math.sqrt(runs.reduce((s, b) => s + (numberAt(b, at) > 0 ? sdAt(b, at) ** 2 : 0), 0));
  const d = withDoubt(number, Z95 * sd);
  const began = run ? beganWith(run.band) : 0;
  return (
    <div
      className="pointer-events-none absolute z-10 w-[270px] border border-strong bg-sheet px-3 py-2 text-small"
      style={{
        left: hover.x + 290 > width ? Math.max(4, hover.x - 284) : hover.x + 14,
        top: Math.min(hover.y + 14, Math.max(30, height - 190)),
      }}
      role="status"
      data-testid="river-tip"
    >
      <b>{run ? run.band.lot : group.name}</b> {run && <span className="quiet">{group.name}</span>}
      <p>
        {dayMonth(at, timeZone, now)}: <b>{d.number}</b> {d.half && <span className="quiet">±{d.half}</span>}
        {run && began > 0 && number < began && (
          <span className="quiet">, {Math.round((100 * number) / began)} % of what it began with</span>
        )}
      </p>
      {run && (
        <p className="quiet">
          {Object.entries(stagesAt(run.band, at))
            .map(([s, n]) => `${grouped(Number(n.toPrecision(3)))} ${stationName[s as Station]}`)
            .join(', ')}
        </p>
      )}
      {hover.losses.length > 0 && (
        <p>
          in these days{' '}
          {hover.losses
            .map((l) => `${grouped(l.number)} ${lossWords[l.account] ?? l.account}${l.cause ? ` (${l.cause})` : ''}`)
            .join(', ')}
        </p>
      )}
      {run && <LastLines lotId={run.band.lotId} at={at} timeZone={timeZone} now={now} />}
      {run && <p className="quiet">click: its story; shift-click: its line alone</p>}
    </div>
  );
}

/** The last entries of the lot by then. */
function LastLines({ lotId, at, timeZone, now }: { lotId: number; at: number; timeZone: string; now: number }) {
  const lines = useLedgerAt(lotId, Math.ceil(at / HOUR_MS) * HOUR_MS);
  return (
    <ul className="mt-1 min-h-[3.6em] border-t border-rule pt-1">
      {lines === null && <li className="quiet">the ledger…</li>}
      {lines?.map((l) => (
        <li key={l.id} className={l.voided ? 'text-soft line-through' : ''}>
          <span className="text-soft">{dayMonth(l.at, timeZone, now)}</span> {l.word}
          {l.says && <span>: {l.says}</span>}
        </li>
      ))}
    </ul>
  );
}
