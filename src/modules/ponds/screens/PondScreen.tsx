'use client';

import { useSession } from '@/client/session';
import { foodScores, naturalSays } from '@/core/ponds/natural';
import { pondSteps } from '@/core/ponds/prepare';
import { decimals, grouped, percent, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { ClosePondForm } from '../acts/close/form';
import { FoodForm, StepDone } from '../acts/note/form';
import { PondForm } from '../acts/open/form';
import type { PondDay } from '../views/pondDay';
import type { ChainStep, PondRun } from '../views/ponds';
import { HarvestOfPond, NightOfPond, PartnersOfPond, ProfileOfPond, RhythmOfPond } from './PondDays';

/** One run of a pond: what is done on which day, how much of what, and what it came to. */
export function PondScreen({ of: r, day: d, earlier }: { of: PondRun; day: PondDay; earlier: readonly PondRun[] }) {
  const { timeZone, now, role } = useSession();
  const may = role !== 'reader';
  const plans = role === 'manager' || role === 'culturist';
  const open = r.closedAt === null;
  const day = (t: number) => dayMonth(t, timeZone, now);
  const barred = open && r.withheldUntil !== null && r.withheldUntil > now && r.notes.some((n) => n.what === 'poison');
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Pond">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>{r.unit}</h1>
        <p className={`text-lead ${barred ? 'font-semibold text-hand' : 'text-soft'}`} role="status">
          {!open ? (
            `${day(r.begunAt)} to ${day(r.closedAt!)}`
          ) : barred ? (
            `nothing goes in before ${day(r.withheldUntil!)}`
          ) : r.books.stands > 0 ? (
            <>
              <Doubtful number={r.books.stands} sd={r.books.standsSd} /> stand in it
            </>
          ) : r.next ? (
            `next: ${r.next.word}, ${day(Date.parse(r.next.from))}`
          ) : (
            'ready to be stocked'
          )}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4 gap-y-2">
          <Link className="link" href="/ponds">
            Ponds
          </Link>
          {open && plans && (
            <DialogButton word="Change it" title={`Change the run of ${r.unit}`}>
              {(done) => <PondForm run={r} ponds={[]} done={done} />}
            </DialogButton>
          )}
          {open && plans && (
            <DialogButton word="Close the run" title="Close the run">
              {(done) => <ClosePondForm run={r.id} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      {open &&
        r.warnings.map((x) => (
          <p key={x} className="text-careful">
            {x}
          </p>
        ))}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,380px)] gap-x-8 max-lg:grid-cols-1">
        <div>
          {r.books.stands > 0 && open && <HarvestOfPond r={r} d={d} plans={plans} />}
          <section aria-label="The chain">
            <h2 className="border-b-2 border-deep/40 pb-0.5">From draining to stocking</h2>
            <ol>
              {r.chain.map((s) => (
                <Step
                  key={s.id}
                  s={s}
                  r={r}
                  next={r.next?.id === s.id}
                  may={may && open}
                  now={now}
                  timeZone={timeZone}
                />
              ))}
            </ol>
          </section>
          <div className="mt-4">
            {r.books.stands <= 0 && open && <HarvestOfPond r={r} d={d} plans={plans} />}
            <PartnersOfPond r={r} d={d} plans={open && plans} />
            <ProfileOfPond r={r} d={d} plans={open && plans} />
          </div>
        </div>
        <div>
          {open && (
            <>
              <NightOfPond r={r} d={d} plans={plans} />
              <RhythmOfPond r={r} d={d} plans={plans} />
            </>
          )}
          <Sheet r={r} earlier={earlier} />
          <section aria-label="Natural food" className="mb-4">
            <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
              Natural food
              {may && open && (
                <span className="ml-auto text-body font-normal">
                  <DialogButton word="Disc and jar" title="Natural food">
                    {(done) => <FoodForm run={r.id} done={done} />}
                  </DialogButton>
                </span>
              )}
            </h2>
            <NaturalFood notes={r.notes} day={day} />
          </section>
        </div>
      </div>
    </section>
  );
}

function Step({
  s,
  r,
  next,
  may,
  now,
  timeZone,
}: {
  s: ChainStep;
  r: PondRun;
  next: boolean;
  may: boolean;
  now: number;
  timeZone: string;
}) {
  const day = (t: number) => dayMonth(t, timeZone, now);
  const [from, to] = [Date.parse(s.from), Date.parse(s.to)];
  const late = s.doneAt === null && to < now && next;
  const stocked = s.id === 'stock' && r.books.stocked > 0;
  // Waiting is over once its days are, or the fish are in.
  const waited = s.id === 'rest' && (r.books.stocked > 0 || to < now);
  return (
    <li
      className={`grid grid-cols-[9.5rem_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-rule py-1.5 ${next ? 'bg-deep-wash' : ''}`}
      data-step={s.id}
    >
      <span className={`whitespace-nowrap ${late ? 'font-semibold text-careful' : 'text-soft'}`}>
        {day(from)}
        {to > from && `, ${Math.round((to - from) / DAY_MS)} d`}
      </span>
      <span>
        <b className={s.doneAt !== null || stocked || waited ? 'text-soft' : ''}>{s.word}</b>
        {(s.amounts ?? []).map((a) => (
          <span key={a.what} className="block text-small">
            {a.what}: <b>{kgOf(a.kg)}</b>
            {s.given.length > 0 && (
              <span className="text-soft">, given {kgOf(s.given.reduce((t, g) => t + g.kg, 0))}</span>
            )}
          </span>
        ))}
        {s.rained !== undefined && (
          <span className="block text-small text-careful">held up by {s.rained} days of rain</span>
        )}
      </span>
      <span className="text-right">
        {stocked ? (
          <span className="text-deep">{grouped(Math.round(r.books.stocked))} stocked</span>
        ) : s.doneAt !== null ? (
          <span className="text-deep">done {day(s.doneAt)}</span>
        ) : s.id === 'stock' ? (
          <Link className="link" href={`/rearing?unit=${encodeURIComponent(r.unit)}`}>
            from the tank: Move
          </Link>
        ) : (
          may &&
          s.id !== 'withhold' &&
          s.id !== 'rest' && (
            <DialogButton word="Done" title={`${r.unit}: ${pondSteps[s.id].word}`} kind={next ? 'main' : undefined}>
              {(done) => <StepDone run={r.id} step={s.id} plan={r.plan} amount={s.amounts?.[0]} done={done} />}
            </DialogButton>
          )
        )}
      </span>
    </li>
  );
}

const kgOf = (kg: number) => (kg < 10 ? `${decimals(kg, 1)} kg` : `${grouped(Math.round(kg))} kg`);

/** What the run came to, beside the runs before it. */
function Sheet({ r, earlier }: { r: PondRun; earlier: readonly PondRun[] }) {
  const { timeZone, now } = useSession();
  const all = [r, ...earlier.slice(0, 3)];
  const rows: { says: string; of: (x: PondRun) => string }[] = [
    { says: 'days', of: (x) => decimals(x.sheet.days, 0) },
    { says: 'stocked', of: (x) => (x.books.stocked > 0 ? grouped(Math.round(x.books.stocked)) : '') },
    {
      says: 'came out, stand',
      of: (x) => (x.books.stocked > 0 ? withDoubt(x.books.out + x.books.stands, Z95 * x.books.standsSd).number : ''),
    },
    { says: 'survival', of: (x) => (x.sheet.survival === null ? '' : percent(x.sheet.survival)) },
    { says: 'feed', of: (x) => (x.books.feedKg > 0 ? kgOf(x.books.feedKg) : '') },
    { says: 'gain', of: (x) => (x.sheet.gainKg === null ? '' : kgOf(x.sheet.gainKg)) },
    { says: 'conversion', of: (x) => (x.sheet.conversion === null ? '' : decimals(x.sheet.conversion, 2)) },
    { says: 'kg for a hectare', of: (x) => (x.sheet.kgPerHa === null ? '' : grouped(Math.round(x.sheet.kgPerHa))) },
    { says: 'growth, % a day', of: (x) => (x.sheet.growth === null ? '' : decimals(x.sheet.growth, 2)) },
    ...[...new Set(all.flatMap((x) => x.inputs.map((i) => i.what)))].map((what) => ({
      says: what,
      of: (x: PondRun) => {
        const found = x.inputs.find((i) => i.what === what);
        return found ? kgOf(found.kg) : '';
      },
    })),
  ];
  return (
    <section aria-label="Run sheet" className="mb-4">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Run sheet</h2>
      <Table>
        <thead>
          <tr>
            <th />
            {all.map((x, i) => (
              <th key={x.id} className="num">
                {i === 0 ? 'this run' : dayMonth(x.begunAt, timeZone, now)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows
            .filter((row) => all.some((x) => row.of(x) !== ''))
            .map((row) => (
              <tr key={row.says}>
                <td className="text-soft">{row.says}</td>
                {all.map((x, i) => (
                  <td key={x.id} className={`num ${i === 0 ? 'font-bold' : ''}`}>
                    {row.of(x)}
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
      </Table>
      {r.kinds.length > 0 && (
        <Table className="mt-2">
          <thead>
            <tr>
              <th>of each</th>
              <th className="num">stocked</th>
              <th className="num">came out, stand</th>
              <th className="num">alive</th>
              <th className="num">growth, % a day</th>
            </tr>
          </thead>
          <tbody>
            {r.kinds.map((k) => (
              <tr key={k.species} data-kind={k.species}>
                <td>{k.name}</td>
                <td className="num">{grouped(Math.round(k.books.stocked))}</td>
                <td className="num">{withDoubt(k.books.out + k.books.stands, Z95 * k.books.standsSd).number}</td>
                <td className="num">{k.sheet.survival === null ? '' : percent(k.sheet.survival)}</td>
                <td className="num">{k.sheet.growth === null ? '' : decimals(k.sheet.growth, 2)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <p className="quiet mt-1 text-small">
        From the books: moved in and out, sold, released, dead, fed, weighed since it was drained. Natural food is in
        the gain.
      </p>
    </section>
  );
}

/** What disc and jar said, the latest first and with what to do. */
function NaturalFood({ notes, day }: { notes: PondRun['notes']; day: (at: number) => string }) {
  const looks = notes.filter((n) => n.discCm !== null || n.score !== null).toReversed();
  if (looks.length === 0) return <p className="quiet my-1">Nobody looked yet.</p>;
  const says = naturalSays(looks[0]!.discCm, looks[0]!.score);
  return looks.slice(0, 6).map((n, i) => (
    <p key={n.id} className="border-b border-rule py-1">
      <span className="text-small text-soft">{day(n.at)}</span>{' '}
      <b>
        {[n.discCm !== null && `${decimals(n.discCm, 0)} cm`, n.score && `${foodScores[n.score]} in the jar`]
          .filter(Boolean)
          .join(', ')}
      </b>
      {i === 0 && says && <span className={says.is === 'good' ? '' : 'text-careful'}> {says.says}</span>}
    </p>
  ));
}
