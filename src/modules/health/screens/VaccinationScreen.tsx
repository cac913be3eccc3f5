'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { figures, grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { DialogButton } from '@/ui/Dialog';
import { TextField } from '@/ui/fields';
import { Link } from '@/ui/Link';
import { minutesAndSeconds, useTicking } from '@/ui/ticking';
import { vaccineBack } from '../acts/vaccineBack/act';
import { vaccineBatch } from '../acts/vaccineBatch/act';
import { closeVaccine } from '../acts/vaccineClose/act';
import type { VaccinationView } from '../views/vaccination';
import { RecordIncident } from './HealthActs';

/** Batch after batch: into the bath, asleep no longer than they may, injected, awake; counted, with needles and pace. */
export function VaccinationScreen({ of: v }: { of: VaccinationView }) {
  const { timeZone, role, now } = useSession();
  const open = v.closedAt === null;
  const { state: s, plan } = v;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Vaccination">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1>
          {plan.way === 'bath' ? 'Bath, batch by batch: ' : 'Vaccination of '}
          {v.unit}
        </h1>
        <span className="text-soft">
          {v.lot}, {plan.vaccine}, lot {plan.vaccineLot}, ordered by {plan.orderedBy}
        </span>
        <span className="ml-auto flex gap-x-4">
          <Link className="link" href="/health">
            Health
          </Link>
          {open && (role === 'manager' || role === 'culturist') && s.done > 0 && (
            <DialogButton word="Close it" title="Close the vaccination">
              {(done) => <CloseForm id={v.id} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      <p className="mb-3 text-lead">
        <b data-testid="vaccinated">{grouped(s.done)}</b> of {grouped(plan.number)} done
        {plan.way === 'injection'
          ? `, ${figures(s.volumeMl, 3)} mL used`
          : `, ${plan.mgPerL === undefined ? '' : `${figures(plan.mgPerL, 3)} mg/L`}`}
        {s.dead > 0 && <span className="text-hand">, {grouped(s.dead)} died</span>}
        {!open
          ? `, closed ${dayMonth(v.closedAt!, timeZone, now)}`
          : s.endsAt === null
            ? ''
            : `; through at ${clock(s.endsAt, timeZone)} at this pace`}
      </p>
      {s.tooLong > 0 && (
        <p className="mb-2 font-semibold text-careful">
          {s.tooLong} {s.tooLong === 1 ? 'batch' : 'batches'} slept longer than the {grouped(plan.longestS!)} s that
          they may: smaller batches.
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,340px)] gap-x-8 max-lg:grid-cols-1">
        <div>
          {open && role !== 'reader' && <Batch v={v} />}
          <section aria-label="Batches" className="mt-4">
            <h2 className="border-b-2 border-deep/40 pb-0.5">Batches</h2>
            {v.batches.length === 0 && <p className="quiet my-1">None yet.</p>}
            <ol>
              {v.batches.slice(0, 12).map((b, i) => (
                <li key={b.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
                  <span className="text-small text-soft">{clock(b.at, timeZone)}</span>
                  <b className="num">{grouped(b.number)}</b>
                  <span>{b.hand}</span>
                  {b.asleepS !== null && (
                    <span className={plan.longestS && b.asleepS > plan.longestS ? 'text-careful' : 'text-soft'}>
                      asleep {minutesAndSeconds(b.asleepS)}
                    </span>
                  )}
                  {b.dead > 0 && <span className="text-hand">{b.dead} died</span>}
                  {open && i === 0 && role !== 'reader' && <TakeBack id={v.id} batch={b.id} />}
                </li>
              ))}
            </ol>
          </section>
        </div>
        <div>
          {s.hands.length > 0 && (
            <section aria-label="Hands" className="mb-3">
              <h2 className="border-b-2 border-deep/40 pb-0.5">Hands</h2>
              {s.hands.map((x) => (
                <p key={x.hand} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
                  <b>{x.hand}</b>
                  <span>{grouped(x.done)}</span>
                  <span className="text-soft">
                    {x.perHour === null ? '' : `${grouped(Math.round(x.perHour))} an hour`}
                  </span>
                  {plan.way === 'injection' && (
                    <span className={x.needleDue ? 'font-semibold text-hand' : 'text-soft'}>
                      {x.needleDue
                        ? `change the needle: ${grouped(x.sinceNeedle)} since`
                        : `${grouped(x.sinceNeedle)} with this needle`}
                    </span>
                  )}
                  {plan.way === 'injection' && open && role !== 'reader' && <Needle id={v.id} hand={x.hand} />}
                </p>
              ))}
            </section>
          )}
          {plan.way === 'bath' ? (
            <Caution>
              Air in the bath, its temperature that of the tank, a fresh one when it is dull or warm; gloves and eye
              protection; where it goes afterwards is decided by label and permit.
            </Caution>
          ) : (
            <Caution>
              <b>Pricked hand:</b> stop, let it bleed, wash.{' '}
              {plan.oil
                ? 'The vaccine is in oil: a hospital at once, with bottle and leaflet; every hour counts, however small the prick.'
                : 'To a doctor, with bottle and leaflet.'}{' '}
              Guard on every needle; nobody works alone or tired; gloves against the anaesthetic.
            </Caution>
          )}
          <p className="mt-2">
            <RecordIncident what={plan.way === 'bath' ? 'chemical' : 'needle'} />
          </p>
          <p className="quiet mt-2">Count the dead tonight, tomorrow and the day after: what dies now died of hands.</p>
        </div>
      </div>
    </section>
  );
}

/** The clock of the batch that sleeps, and its count once it is through. */
function Batch({ v }: { v: VaccinationView }) {
  const { name } = useSession();
  const [asleep, setAsleep] = useState<number | null>(null);
  const now = useTicking(500, asleep !== null);
  const slept = asleep === null ? null : (now - asleep) / 1000;
  const longest = v.plan.longestS ?? null;
  const over = slept !== null && longest !== null && slept > longest;
  const f = useActForm(vaccineBatch, {
    about: { vaccination: v.id, what: 'batch' },
    begin: { hand: name },
    draftFor: `batch ${v.id}`,
    event: false,
    clears: ['number', 'dead'],
    needs: { number: 'how many' },
    adjust: (input) => ({
      ...input,
      ...(asleep === null ? {} : { asleepS: Math.round((Date.now() - asleep) / 1000) }),
    }),
    says: (r) => `Recorded: ${grouped(r?.done ?? 0)} done.`,
    done: () => setAsleep(null),
  });
  return (
    <section aria-label="The batch in hand">
      <h2 className="border-b-2 border-deep/40 pb-0.5">The batch in hand</h2>
      <div className="my-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        {asleep === null ? (
          <Button kind="main" onClick={() => setAsleep(Date.now())}>
            They are in the bath
          </Button>
        ) : (
          <>
            <span role="timer" className={`text-title font-bold ${over ? 'text-hand' : 'text-deep'}`}>
              {minutesAndSeconds(slept!)}
            </span>
            <span className={over ? 'font-semibold text-hand' : 'text-soft'}>
              {over
                ? 'longer than they may: out of the bath now, into fresh water'
                : longest === null
                  ? 'asleep'
                  : `asleep, at most ${minutesAndSeconds(longest)}`}
            </span>
            <Button kind="link" onClick={() => setAsleep(null)}>
              stop the clock
            </Button>
          </>
        )}
      </div>
      <Form of={f} label="The batch is through">
        <div className="grid grid-cols-3 gap-2 max-sm:grid-cols-2">
          <NumberInput label={v.plan.way === 'bath' ? 'Through' : 'Injected'} {...f.field('number')} />
          <NumberInput label="Did not wake" {...f.field('dead')} />
          <TextField label="By whose hands" {...f.field('hand')} />
        </div>
      </Form>
    </section>
  );
}

function Needle({ id, hand }: { id: number; hand: string }) {
  const act = useAct(vaccineBatch);
  return (
    <Button
      kind="link"
      className="ml-auto text-small"
      disabled={act.busy}
      onClick={() => void act.submit({ vaccination: id, what: 'needle', hand })}
    >
      needle changed
    </Button>
  );
}

function TakeBack({ id, batch }: { id: number; batch: string }) {
  const act = useAct(vaccineBack);
  return (
    <Button
      kind="link"
      className="ml-auto text-small"
      disabled={act.busy}
      onClick={() => void act.submit({ vaccination: id, batch })}
    >
      take it back
    </Button>
  );
}

function CloseForm({ id, done }: { id: number; done: () => void }) {
  const f = useActForm(closeVaccine, {
    about: { vaccination: id },
    draftFor: `close vaccination ${id}`,
    says: () => 'Closed: withdrawal runs from now.',
    done,
  });
  return (
    <Form of={f} label="Close it">
      <p>Those that died leave the books; all of the tank are barred until its withdrawal is over.</p>
    </Form>
  );
}
