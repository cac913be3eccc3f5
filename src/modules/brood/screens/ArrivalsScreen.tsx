'use client';

import { type ReactNode, useState } from 'react';
import type { PlaceOption } from '@/client/holding';
import { useSession } from '@/client/session';
import { type BySex, catchMeans, sumOf } from '@/core/brood/batch';
import { quotaName } from '@/core/brood/fateRules';
import { fates } from '@/core/brood/fates';
import { type Barred, barredSays } from '@/core/health/barred';
import { figures, grouped } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth } from '@/core/time/localDay';
import { ArriveForm } from '@/modules/brood/acts/arrive/form';
import { SortForm } from '@/modules/brood/acts/sort/form';
import { TagForm } from '@/modules/brood/acts/tagOut/form';
import { TreatBroodForm } from '@/modules/health/acts/treatBrood/form';
import { Button } from '@/ui/Button';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { ArrivalBatch, ArrivalsView } from '../views/arrivals';
import { BroodTabs } from './BroodTabs';
import { FateRulesForm } from './FateRulesForm';
import { SpeciesNav } from './SpeciesNav';
import { Standing } from './Standing';
import { Surplus } from './Surplus';

type OfRun = 'sort' | 'tag' | 'treat';
type Open = { what: 'arrive' | 'rules' } | { what: OfRun; batch: number } | null;
const words = {
  arrive: 'Adults that came',
  rules: 'Rules for surplus fish',
  sort: 'Sort',
  tag: 'Tag donors',
  treat: 'Treat',
};

/** Adults that come in runs, and how each of them ends: against what may be held, returned, used. */
export function ArrivalsScreen({
  species,
  list,
  view,
  places,
  strains,
  barred,
  mayWrite,
  mayRule,
}: {
  species: { id: string; name: string };
  list: { id: string; name: string }[];
  view: ArrivalsView;
  places: readonly PlaceOption[];
  strains: readonly string[];
  /** What of a run still waits in a withdrawal, by run. */
  barred: ReadonlyMap<number, readonly Barred[]>;
  mayWrite: boolean;
  mayRule: boolean;
}) {
  const [open, setOpen] = useState<Open>(null);
  const chosen = open && 'batch' in open ? view.batches.find((b) => b.id === open.batch) : undefined;
  const { held } = view.totals;
  return (
    <div className={`grid min-h-full ${open ? 'grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1' : ''}`}>
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Arrivals and ends">
        <BroodTabs here="arrivals" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/arrivals" />
        <p className="mb-1" data-testid="arrivals-says">
          <span className="text-figure leading-none font-bold">{grouped(sumOf(held))}</span> {species.name} adults are
          held
          <span className="text-soft">: {bySex(held)}</span>
          <Pace view={view} />
        </p>
        {mayWrite && (
          <p className="mb-3 flex flex-wrap gap-2">
            <Button kind="main" onClick={() => setOpen({ what: 'arrive' })}>
              Record fish that came
            </Button>
            {mayRule && <Button onClick={() => setOpen({ what: 'rules' })}>Rules for surplus fish</Button>}
          </p>
        )}
        <div
          className={`grid gap-8 ${open ? 'grid-cols-1' : 'grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] max-xl:grid-cols-1'}`}
        >
          <div>
            <h2 className="border-b-2 border-deep/40 pb-0.5">Runs</h2>
            {view.batches.length === 0 ? (
              <p className="quiet py-2">
                No run of {species.name} was counted in yet. Trap, net or lift: count them by sex, then sort them.
              </p>
            ) : (
              <ul>
                {view.batches.slice(0, 60).map((b) => (
                  <Run
                    key={b.id}
                    b={b}
                    mayWrite={mayWrite}
                    barred={barred.get(b.id) ?? []}
                    onOpen={(what) => setOpen({ what, batch: b.id })}
                  />
                ))}
              </ul>
            )}
            <Standing list={view.standing} />
          </div>
          <div>
            <Ends view={view} />
            <Surplus days={view.surplus} species={species.id} />
            <Kills view={view} />
            <Returns view={view} />
          </div>
        </div>
      </section>
      {open && mayWrite && (
        <aside
          aria-label={words[open.what]}
          className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
        >
          <div className="mb-3 flex items-baseline justify-between">
            <h2 className="text-title">
              {words[open.what]}
              {chosen ? ` ${chosen.name}` : ''}
            </h2>
            <Button kind="link" onClick={() => setOpen(null)}>
              Close
            </Button>
          </div>
          {open.what === 'arrive' && <ArriveForm species={species} places={places} />}
          {open.what === 'rules' && <FateRulesForm species={species} season={view.season} rules={view.rules} />}
          {open.what === 'sort' && chosen && <SortForm key={chosen.id} batch={chosen} />}
          {open.what === 'treat' && chosen && (
            <TreatBroodForm
              key={chosen.id}
              of={{ batch: chosen.id, name: chosen.name, waits: chosen.waits ? sumOf(chosen.waits) : 0 }}
            />
          )}
          {open.what === 'tag' && chosen && <TagForm key={chosen.id} batch={chosen} strains={strains} />}
        </aside>
      )}
    </div>
  );
}

const bySex = (n: BySex): string =>
  [
    n.female > 0 && `${grouped(n.female)} ${n.female === 1 ? 'female' : 'females'}`,
    n.male > 0 && `${grouped(n.male)} ${n.male === 1 ? 'male' : 'males'}`,
    n.unknown > 0 && `${grouped(n.unknown)} not sexed`,
  ]
    .filter(Boolean)
    .join(', ') || 'none';

function Pace({ view }: { view: ArrivalsView }) {
  const { timeZone } = useSession();
  const { came, worked, perHour, doneAt } = view.today;
  if (came === 0 && worked === 0) return null;
  return (
    <span className="text-soft">
      ; today {grouped(came)} came, {grouped(worked)} sorted
      {perHour !== null && `, ${figures(perHour, 2)} an hour`}
      {doneAt !== null && `: the rest is done about ${clock(doneAt, timeZone)}`}
    </span>
  );
}

function Run({
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

const Section = ({ word, children }: { word: string; children: ReactNode }) => (
  <section className="mb-5" aria-label={word}>
    <h2 className="border-b-2 border-deep/40 pb-0.5">{word}</h2>
    {children}
  </section>
);

function Ends({ view }: { view: ArrivalsView }) {
  const rows = fates.filter((f) => view.totals.fates[f.id]);
  return (
    <Section word={`Ends, ${view.season}`}>
      {view.quotas.length > 0 && (
        <Table>
          <tbody>
            {view.quotas.map(({ quota: q, stands }) => {
              const full = q.most !== null && stands >= q.most;
              const short = q.least !== null && stands < q.least;
              return (
                <tr key={`${q.what} ${q.sex}`} data-quota={`${q.what} ${q.sex}`}>
                  <td>{quotaName(q)}</td>
                  <td className="num">
                    <b className={q.most !== null && stands > q.most ? 'text-hand' : ''}>{grouped(stands)}</b>
                    <span className="text-soft">
                      {q.most !== null ? ` of ${grouped(q.most)}` : ''}
                      {q.least !== null ? `, at least ${grouped(q.least)}` : ''}
                    </span>
                  </td>
                  <td className={`text-small ${full ? 'font-bold text-hand' : 'text-soft'}`}>
                    {full
                      ? stands > q.most!
                        ? 'gone beyond'
                        : 'filled'
                      : short
                        ? `${grouped(q.least! - stands)} still`
                        : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      {rows.length === 0 ? (
        <p className="quiet py-2">No adult ended this season.</p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>end</th>
              <th className="num">females</th>
              <th className="num">males</th>
              <th className="num">not sexed</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((f) => {
              const n = view.totals.fates[f.id]!;
              return (
                <tr key={f.id}>
                  <td>{f.name}</td>
                  <td className="num">{n.female || ''}</td>
                  <td className="num">{n.male || ''}</td>
                  <td className="num">{n.unknown || ''}</td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
    </Section>
  );
}

/** Ways of killing by how often the first application sufficed: the welfare record. */
function Kills({ view }: { view: ArrivalsView }) {
  if (view.kills.length === 0) return null;
  const best = view.kills.reduce((a, b) => (b.low > a.low ? b : a));
  const worse = view.kills.filter((k) => k.high < best.low);
  const percent = (x: number) => `${Math.round(100 * x)} %`;
  return (
    <Section word="Killing: the first application sufficed">
      <Table>
        <tbody>
          {view.kills.map((k) => (
            <tr key={k.method} data-method={k.method}>
              <td>{k.name}</td>
              <td className="num text-soft">
                {grouped(k.sufficed)} of {grouped(k.killed)}
              </td>
              <td className={`num ${worse.includes(k) ? 'font-bold text-hand' : 'font-bold'}`}>
                {percent(k.share)}
                <span className="ml-1 text-small font-normal text-soft">
                  {percent(k.low).replace(' %', '')}–{percent(k.high)}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className={`text-small ${worse.length > 0 ? 'text-hand' : 'text-soft'}`}>
        {worse.length > 0
          ? `${worse.map((k) => k.name).join(', ')} fails more often than ${best.name}, beyond chance: train, or change the way.`
          : view.kills.length > 1
            ? 'No difference between the ways is seen beyond chance; with few fish that is no proof that they are alike.'
            : ''}
      </p>
    </Section>
  );
}

function Returns({ view }: { view: ArrivalsView }) {
  if (view.returns.length === 0) return null;
  return (
    <Section word="Our own that came back">
      <Table>
        <thead>
          <tr>
            <th>brood year</th>
            <th className="num">came back</th>
            <th className="num">released</th>
            <th className="num">of 1 000</th>
          </tr>
        </thead>
        <tbody>
          {view.returns.map((r) => (
            <tr key={r.season}>
              <td>{r.season}</td>
              <td className="num">{grouped(r.returned)}</td>
              <td className="num">{r.released > 0 ? grouped(r.released) : 'not in the books'}</td>
              <td className="num">
                {r.released > 0 && (
                  <>
                    <b>{figures(1000 * r.share, 2)}</b>
                    <span className="ml-1 text-small text-soft">
                      {figures(1000 * r.low, 2)}–{figures(1000 * r.high, 2)}
                    </span>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet text-small">
        Of all released, marked or not; those that lost their mark, or were not seen, are missing. Single fish:{' '}
        <Link className="link" href="/brood">
          Brood
        </Link>
        .
      </p>
    </Section>
  );
}
