'use client';

import { useSession } from '@/client/session';
import { criterionWords } from '@/core/feeding/criterionWords';
import { judgeLarvae } from '@/core/feeding/larvalSample';
import { grouped } from '@/core/quantities/format';
import { HOUR_MS } from '@/core/time/spans';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { ReadyTick } from '../acts/ready/ReadyTick';
import { TakenForm } from '../acts/taken/form';
import type { FirstFeedingView, LarvalLot, LarvalTank } from '../views/firstFeeding';
import { ClockStrip } from './firstFeeding/ClockStrip';
import { adviceWords, larvalWords, spanWords, whenWords } from './firstFeeding/larvalWords';
import { RegimesBeside } from './firstFeeding/RegimesBeside';
import { SampleForm } from './firstFeeding/SampleForm';
import { sampleWords } from './firstFeeding/sampleWords';
import { HallNav } from './HallNav';

const tones = { grave: 'font-semibold text-hand', overdue: 'text-hand', now: 'text-careful', calm: 'text-soft' };
/** Looks within this time are one round: they count together. */
const ROUND_MS = 6 * HOUR_MS;

/** Do they begin to eat? Every lot between hatch and food taken: its clock, what has to be ready, what samples show. */
export function FirstFeedingScreen({ view }: { view: FirstFeedingView }) {
  const tanks = view.lots.flatMap((l) => l.tanks);
  const grave = tanks.filter((t) => t.state.tone === 'grave').length;
  const wanting = tanks.filter((t) => t.state.tone === 'overdue' || t.state.tone === 'now').length;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="First feeding">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>First feeding</h1>
        <span data-testid="judged" className={grave > 0 ? 'font-semibold text-hand' : 'text-soft'}>
          {tanks.length === 0
            ? 'nothing is between hatch and food'
            : grave > 0
              ? `${grave} of ${tanks.length} ${tanks.length === 1 ? 'tank' : 'tanks'} in danger`
              : wanting > 0
                ? `${wanting} of ${tanks.length} ${tanks.length === 1 ? 'tank wants' : 'tanks want'} something`
                : 'all on their way'}
        </span>
        <HallNav here="/rearing/first-feeding" />
      </div>
      {view.lots.length === 0 && (
        <p className="quiet max-w-[60ch] py-3">
          Once a lot has hatched, or larvae were brought in whose hatch is known, its clock stands here: when the mouth
          opens, when food has to be there, until when a swim bladder fills, and when food comes too late.
        </p>
      )}
      {view.lots.map((l) => (
        <Lot key={l.lotId} l={l} />
      ))}
      <RegimesBeside list={view.beside} />
    </section>
  );
}

function Lot({ l }: { l: LarvalLot }) {
  const { now, timeZone } = useSession();
  const reader = { now, timeZone };
  const first = l.tanks[0]!;
  const number = l.tanks.reduce((s, t) => s + t.number, 0);
  return (
    <section aria-label={l.lot} className="mb-7">
      <h2 className="border-b-2 border-deep/40 pb-0.5">
        <Link className="link" href={`/lots/${l.lotId}`}>
          {l.lot}
        </Link>{' '}
        <span className="text-body font-normal text-soft">
          {grouped(Math.round(number))} {l.speciesName}, {l.stage}
          {first.clock && `, hatched ${whenWords(first.clock.hatchAt, reader)}`}
        </span>
      </h2>
      <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-x-8 gap-y-2 max-lg:grid-cols-1">
        <div className="min-w-0">
          {first.clock && <ClockStrip c={first.clock} food={first.food} lot={l.lot} />}
          {l.tanks.map((t) => (
            <Tank key={t.holdingId} t={t} checks={l.checks} />
          ))}
        </div>
        {first.clock && <Ready l={l} clock={first.clock} />}
      </div>
    </section>
  );
}

/** What has to stand ready, and from when to when. */
function Ready({ l, clock }: { l: LarvalLot; clock: NonNullable<LarvalTank['clock']> }) {
  const { now, timeZone } = useSession();
  const reader = { now, timeZone };
  const first = l.tanks[0]!;
  const feeds = clock.dates.firstFeeding!;
  const shown = l.ready.flatMap((r) => {
    const [from, until] = [clock.dates[r.from], clock.dates[r.until]];
    return from && until ? [{ ...r, begins: from.low, ends: until.high }] : [];
  });
  return (
    <aside aria-label={`Ready for ${l.lot}`}>
      <h3 className="border-b border-strong pb-0.5">To stand ready</h3>
      <ul className="leading-snug">
        {!first.food && (
          <li className={`border-b border-rule py-1.5 ${now >= feeds.low ? 'font-semibold text-hand' : ''}`}>
            {first.regime ? (
              <>
                {first.regime.first}, by {whenWords(feeds.low, reader)}
                {first.regime.live && (
                  <>
                    :{' '}
                    <Link className="link" href="/rearing/live-food">
                      what to sow when
                    </Link>
                  </>
                )}
              </>
            ) : (
              <>
                No regime is chosen: what they are fed first is not known.{' '}
                <Link className="link" href={`/rearing?unit=${encodeURIComponent(first.unit)}`}>
                  Choose one
                </Link>
              </>
            )}
          </li>
        )}
        {shown.map((r) => (
          <li key={r.id} className={`border-b border-rule py-1.5 ${now > r.ends ? 'text-soft' : ''}`}>
            <p className={now >= r.begins && now <= r.ends ? 'font-semibold' : ''}>{r.says}</p>
            {now >= r.begins && now <= r.ends && (
              <p className="flex flex-wrap gap-x-4">
                {l.tanks.map((t) => (
                  <ReadyTick
                    key={t.unitId}
                    of={t}
                    what={`larvae: ${r.id}`}
                    says={r.says}
                    label={l.tanks.length > 1 ? `ready in ${t.unit}` : 'it stands ready'}
                    done={t.ready.includes(`larvae: ${r.id}`)}
                  />
                ))}
              </p>
            )}
            <p className="text-small text-soft">
              {now > r.ends
                ? `over since ${whenWords(r.ends, reader)}`
                : now >= r.begins
                  ? `now, until ${whenWords(r.ends, reader)}`
                  : `from ${whenWords(r.begins, reader)}`}
              . {r.hint.charAt(0).toUpperCase() + r.hint.slice(1)}.
              {r.calculator && (
                <>
                  {' '}
                  <Link className="link" href={`/calculators?calc=${r.calculator}`}>
                    How much
                  </Link>
                </>
              )}
            </p>
          </li>
        ))}
      </ul>
    </aside>
  );
}

function Tank({ t, checks }: { t: LarvalTank; checks: LarvalLot['checks'] }) {
  const { now, timeZone, role } = useSession();
  const reader = { now, timeZone };
  const records = role === 'manager' || role === 'culturist';
  const looked = checks.filter((c) => t.samples[c.id]);
  const unseen = checks.filter((c) => !t.samples[c.id]);
  return (
    <section aria-label={t.unit} data-tank={t.unit} className="mt-2 border-t border-rule pt-2">
      <p>
        <Link className="text-lead font-bold text-ink" href={`/rearing?unit=${encodeURIComponent(t.unit)}`}>
          {t.unit}
        </Link>{' '}
        <span data-tone={t.state.tone} className={tones[t.state.tone]}>
          {larvalWords(t, reader)}
        </span>
        <span className="text-small text-soft">
          {t.food &&
            ` fed on ${t.food.days} ${t.food.days === 1 ? 'day' : 'days'}, last ${spanWords(now - t.food.last)} ago`}
          {t.regime && `, ${t.regime.name}`}
        </span>
      </p>
      {adviceWords(t.regime) && <p className="text-careful">{adviceWords(t.regime)}</p>}
      {looked.length > 0 && (
        <ul className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-3 gap-y-2">
          {looked.map((c) => (
            <Looked key={c.id} t={t} c={c} records={records} />
          ))}
        </ul>
      )}
      {records && unseen.length > 0 && (
        <p className="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1 text-small text-soft max-sm:gap-y-4">
          {looked.length > 0 ? 'Not looked at:' : 'Look at:'}
          {unseen.map((c) => (
            <Sample key={c.id} t={t} c={c} word={c.name} />
          ))}
        </p>
      )}
      {!t.taken && t.food && (
        <p className="mt-1 flex flex-wrap items-baseline gap-x-4">
          <span className="text-small text-soft">
            Criteria:{' '}
            {t.criteria.map((c, k) => (
              <span key={c.id} className={c.met === true ? 'text-deep' : c.met === false ? 'text-careful' : ''}>
                {k > 0 && '; '}
                {criterionWords(c, t)}
              </span>
            ))}
            .
          </span>
          {records && (
            <DialogButton
              word="Feeding is taken"
              title={`${t.unit}: feeding is taken`}
              kind={t.state.is === 'ready' ? 'plain' : 'link'}
            >
              {(done) => <TakenForm h={t} done={done} />}
            </DialogButton>
          )}
        </p>
      )}
    </section>
  );
}

/** One thing that is looked at in a tank: the last round, what it says, and a press to look again. */
function Looked({ t, c, records }: { t: LarvalTank; c: LarvalLot['checks'][number]; records: boolean }) {
  const { now } = useSession();
  const s = t.samples[c.id]!;
  const j = judgeLarvae(c.id, s);
  return (
    <li className="border-l-2 border-rule pl-2 leading-snug" data-check={c.id}>
      <p className="text-small text-soft" title={c.looks}>
        {c.name}
      </p>
      <p>
        <b>{Math.round(100 * j.share)} %</b>{' '}
        <span className="text-small text-soft">
          {Math.round(100 * j.low)} to {Math.round(100 * j.high)}
        </span>
      </p>
      <p className="text-small text-soft">
        {s.successes} of {s.trials}, {spanWords(now - s.at)} ago
      </p>
      <p className={`text-small ${j.is === 'bad' ? 'text-hand' : j.is === 'open' ? 'text-careful' : 'text-deep'}`}>
        {sampleWords(j)}
      </p>

      {records && <Sample t={t} c={c} word="Look again" />}
    </li>
  );
}

function Sample({ t, c, word }: { t: LarvalTank; c: LarvalLot['checks'][number]; word: string }) {
  const { now } = useSession();
  const s = t.samples[c.id];
  return (
    <DialogButton word={word} title={`${t.unit}: ${c.name}`}>
      {(done) => <SampleForm tank={t} check={c} before={s && now - s.at <= ROUND_MS ? s : null} done={done} />}
    </DialogButton>
  );
}
