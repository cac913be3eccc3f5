import { useSession } from '@/client/session';
import { type BySex, catchMeans, sumOf } from '@/core/brood/batch';
import { fates } from '@/core/brood/fates';
import { type Barred, barredSays } from '@/core/health/barred';
import { figures, grouped } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import type { ArrivalBatch } from '../views/arrivals';

/** What is done with a run of adults. */
export type OfRun = 'sort' | 'tag' | 'treat';

export const bySex = (n: BySex): string =>
  [
    n.female > 0 && `${grouped(n.female)} ${n.female === 1 ? 'female' : 'females'}`,
    n.male > 0 && `${grouped(n.male)} ${n.male === 1 ? 'male' : 'males'}`,
    n.unknown > 0 && `${grouped(n.unknown)} not sexed`,
  ]
    .filter(Boolean)
    .join(', ') || 'none';

/** One run: what came, what waits, how the others ended, what bars them. */
export function Run({
  b,
  mayWrite,
  barred,
  onOpen,
}: {
  b: ArrivalBatch;
  mayWrite: boolean;
  barred: readonly Barred[];
  onOpen: (what: OfRun) => void;
}) {
  const { timeZone, now } = useSession();
  const long = b.soakHours !== null && b.soakHours > thresholds.soakHours.value;
  const hours = b.effortHours ?? b.soakHours;
  const waits = b.waits ? sumOf(b.waits) : 0;
  const came = sumOf(b.came);
  const ended = fates
    .map((f) => ({ ...f, n: b.ended.filter((e) => e.fate === f.id).reduce((s, e) => s + e.number, 0) }))
    .filter((f) => f.n > 0);
  return (
    <li data-run={b.name} className="border-b border-rule py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="font-bold">{b.name}</span>
        <span className="text-soft">
          {dayMonth(b.at, timeZone, now)} {clock(b.at, timeZone)}, {catchMeans.find((m) => m.id === b.means)?.name}
          {b.place && `, ${b.place}`}, {b.unit}
        </span>
        {mayWrite && waits > 0 && (
          <span className="ml-auto flex gap-1.5">
            <Button onClick={() => onOpen('sort')}>Sort</Button>
            <Button onClick={() => onOpen('tag')}>Tag</Button>
            <Button onClick={() => onOpen('treat')}>Treat</Button>
          </span>
        )}
      </div>
      <p>
        {grouped(came)} came{' '}
        <span className="text-soft">
          ({bySex(b.came)}){hours !== null && `, ${figures(came / hours, 2)} an hour`}
        </span>
        {b.waits ? (
          <>
            , <b className={waits > 0 ? 'text-deep' : ''}>{waits > 0 ? `${grouped(waits)} wait` : 'all are sorted'}</b>
            {waits > 0 && <span className="text-soft"> ({bySex(b.waits)})</span>}
          </>
        ) : (
          <span className="text-loss">, more went out than came: put the arrival right</span>
        )}
      </p>
      {/* The run as a bar: what waits, what was tagged, how the others ended. */}
      <Share
        total={came}
        parts={[
          { word: 'wait', n: waits, fill: 'var(--deep)' },
          { word: 'tagged', n: sumOf(b.tagged), fill: 'var(--egg)' },
          ...ended.map((f) => ({
            word: f.name,
            n: f.n,
            fill: f.id === 'died' ? 'var(--loss)' : f.id === 'returned' ? 'var(--strong)' : 'var(--soft)',
          })),
        ]}
      />
      {barred.map((t) => (
        <p key={t.treatment.at} className="text-small text-careful">
          {barredSays(t, timeZone, now)}
        </p>
      ))}
      {long && (
        <p className="text-small text-careful">
          {figures(b.soakHours!, 2)} hours in the net, above {thresholds.soakHours.value}: expect losses in the next
          days, and handle them little.
        </p>
      )}
    </li>
  );
}

function Share({ total, parts }: { total: number; parts: { word: string; n: number; fill: string }[] }) {
  const shown = parts.filter((p) => p.n > 0);
  return (
    <div className="mt-1">
      <div className="flex h-[9px] gap-px bg-rule" aria-hidden="true">
        {shown.map((p) => (
          <span key={p.word} style={{ width: `${(100 * p.n) / total}%`, background: p.fill }} />
        ))}
      </div>
      <p className="text-small text-soft">{shown.map((p) => `${p.word} ${grouped(p.n)}`).join(', ')}</p>
    </div>
  );
}
