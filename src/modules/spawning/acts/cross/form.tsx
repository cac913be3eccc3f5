'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofDayView } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { useEventFields } from '@/client/when';
import { milt } from '@/core/induction/milt';
import { figures, grouped } from '@/core/quantities/format';
import { motilities } from '@/core/spawning/acts';
import { type CrossKind, crossKinds, crossKindWords } from '@/core/spawning/plan';
import { protocolKindWords } from '@/core/spawning/protocol';
import { valueNamed } from '@/core/species/species';
import { cross } from '@/modules/spawning/acts/cross/act';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import type { DayView } from '../../views/day';
import { Turns, useTurns } from './Turns';

type Crossing = {
  bowl: string;
  females: { fish: number; massG: number }[];
  males: number[];
  how: CrossKind;
  turns?: Turn[];
  protocols: string[];
};

type Turn = { fish: number; minutes: number; share: number };

/** Eggs and milt into one bowl: whose, how, and by which protocols it is worked. */
export function CrossForm({
  view,
  bowl: next,
  first,
  onDone,
}: {
  view: Pick<DayView, 'id' | 'females' | 'males' | 'protocols' | 'plan' | 'perDryG' | 'book'>;
  bowl: string;
  /** The female whose eggs it begins with. */
  first?: number;
  onDone?: () => void;
}) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Crossing>();
  const act = useAct(cross, onDone);
  const event = useEventFields();
  const [bowl, setBowl] = useState(original?.bowl ?? next);
  const [masses, setMasses] = useState<Record<number, string>>(() =>
    Object.fromEntries(
      (
        original?.females ??
        view.females.filter((f) => f.fish.id === first).map((f) => ({ fish: f.fish.id, massG: f.eggsLeftG }))
      )
        .filter((f) => f.massG > 0)
        .map((f) => [f.fish, measureText(f.massG, 'mass', unit('mass', true), locale)]),
    ),
  );
  const planned = view.plan.crosses.find((c) => c.female === first)?.males ?? [];
  const [males, setMales] = useState<number[]>(original?.males ?? planned);
  const [how, setHow] = useState<CrossKind>(original?.how ?? view.plan.how);
  const [protocols, setProtocols] = useState<string[]>(original?.protocols ?? view.plan.protocols);
  const turns = useTurns(males, original?.turns);
  const inTurn = how === 'sequential' && males.length > 1;
  const chosen = Object.entries(masses)
    .filter(([, m]) => m.trim())
    .map(([fish, m]) => ({ fish: Number(fish), ...measureOf(m, 'mass', unit('mass', true), locale) }));
  const withEggs = view.females.filter((f) => f.eggsLeftG > 0 || masses[f.fish.id] !== undefined);
  return (
    <ActForm
      act={act}
      event={event}
      label="Eggs and milt together"
      needs={[
        !bowl.trim() && 'a name for the bowl',
        chosen.length === 0 && 'eggs',
        chosen.some((x) => !x.value) && 'masses that can be read',
        males.length === 0 && 'a male',
        inTurn && turns.wanting,
      ]}
      onSend={() =>
        void act.submit(
          {
            day: view.id,
            bowl,
            females: chosen.map((x) => ({ fish: x.fish, massG: x.value })),
            males,
            how,
            ...(inTurn ? { turns: turns.read } : original?.turns ? { turns: null } : {}),
            protocols,
            ...event.payload,
          },
          () => `Bowl ${bowl}: its steps stand in the middle.`,
        )
      }
    >
      <TextField label="Bowl" value={bowl} onChange={setBowl} error={act.errorOn('bowl')} className="max-w-[8rem]" />
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Eggs, {unit('mass', true)}</legend>
        {withEggs.length === 0 && <p className="quiet">No eggs were stripped yet.</p>}
        {withEggs.map((f) => (
          <label key={f.fish.id} className="mb-1 flex items-center gap-2">
            <span className="w-[6rem] truncate font-bold">{f.fish.tag}</span>
            <Input
              className="max-w-[7rem]"
              inputMode="decimal"
              autoComplete="off"
              value={masses[f.fish.id] ?? ''}
              onChange={(e) => setMasses({ ...masses, [f.fish.id]: e.target.value })}
            />
            <span className="text-small text-soft">
              {figures(f.eggsLeftG, 4)} g left{f.strips.some((s) => s.apart) ? ', held apart' : ''}
            </span>
          </label>
        ))}
        {act.errorOn('females') && <span className="text-small text-loss">{act.errorOn('females')}</span>}
      </fieldset>
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Milt of</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {view.males.map((m) => (
            <Tick
              key={m.fish.id}
              checked={males.includes(m.fish.id)}
              onChange={(on) => setMales(on ? [...males, m.fish.id] : males.filter((x) => x !== m.fish.id))}
            >
              {m.fish.tag}
              {m.milts.length === 0 ? <span className="text-soft"> (no milt yet)</span> : null}
              {planned.includes(m.fish.id) ? <span className="text-deep"> planned</span> : null}
              {m.overused ? (
                <span className="text-hand"> fathered {Math.round(100 * m.fathered)} % of this season</span>
              ) : null}
            </Tick>
          ))}
        </div>
        {view.males.length === 0 && <p className="quiet">No male is on this day yet.</p>}
        {act.errorOn('males') && <span className="text-small text-loss">{act.errorOn('males')}</span>}
      </fieldset>
      <MiltWanted view={view} massG={chosen.reduce((s, x) => s + (x.value ?? 0), 0)} males={males} />
      {males.length === 1 && (
        <p className="text-small text-careful">One male only: his fertility may be low. Two or three are usual.</p>
      )}
      <Choice
        label="How"
        value={how}
        onChange={setHow}
        options={crossKinds.map((x) => ({ value: x, label: crossKindWords[x].split(':')[0]! }))}
      />
      <p className="quiet text-small">{crossKindWords[how].split(': ')[1]}.</p>
      {inTurn && (
        <Turns
          turns={turns}
          tagOf={(fish) => view.males.find((m) => m.fish.id === fish)?.fish.tag ?? '?'}
          error={act.errorOn('turns')}
        />
      )}
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Worked by</legend>
        {view.protocols
          .filter((p) => p.kind !== 'taking')
          .map((p) => (
            <Tick
              key={p.id}
              checked={protocols.includes(p.id)}
              onChange={(on) =>
                setProtocols(
                  view.protocols.filter((q) => (q.id === p.id ? on : protocols.includes(q.id))).map((q) => q.id),
                )
              }
            >
              <span title={p.fits}>
                {protocolKindWords[p.kind]}: {p.name}
              </span>
            </Tick>
          ))}
        {act.errorOn('protocols') && <span className="text-small text-loss">{act.errorOn('protocols')}</span>}
      </fieldset>
    </ActForm>
  );
}

/** The milt that the chosen eggs want of the chosen males, by density and by how it moved today. */
function MiltWanted({
  view,
  massG,
  males,
}: {
  view: Pick<DayView, 'males' | 'perDryG' | 'book'>;
  massG: number;
  males: readonly number[];
}) {
  const perEgg = valueNamed(view.book, 'sperm per egg');
  const density = valueNamed(view.book, 'sperm in milt');
  const his = view.males.filter((m) => males.includes(m.fish.id));
  const seen = his.map((m) => ({ m, last: m.milts.findLast((x) => !x.apart) })).filter((x) => x.last !== undefined);
  if (!perEgg || !density || !view.perDryG || massG <= 0 || seen.length === 0) return null;
  const share = (id: string | null): number | null => motilities.find((x) => x.id === id)?.share ?? null;
  const moving = seen.map((x) => share(x.last!.motility)).filter((s): s is number => s !== null && s > 0);
  if (moving.length === 0)
    return <p className="text-small text-careful">Look at the milt first: whether it moves says how much is needed.</p>;
  const volumes = seen.map((x) => x.last!.volumeMl);
  const there = volumes.every((v) => v !== null) ? volumes.reduce<number>((s, v) => s + v!, 0) : undefined;
  const input = {
    eggs: Math.round(massG * view.perDryG.mean),
    spermPerEgg: perEgg.value,
    spermPerMlBillion: density.value,
    motileShare: moving.reduce((s, x) => s + x, 0) / moving.length,
    ...(there === undefined ? {} : { miltMl: there }),
  };
  const o = milt.compute(milt.input.parse(input));
  return (
    <p className={`text-body ${o.enough === false ? 'text-hand' : ''}`} data-testid="milt-wanted">
      <Worked request={{ id: 'milt.needed', input }}>
        <b>{figures(o.miltNeededMl, 2)} mL</b>
      </Worked>{' '}
      of milt for about {grouped(Number(input.eggs.toPrecision(2)))} eggs
      {there !== undefined &&
        (o.enough
          ? `; there are ${figures(there, 3)} mL`
          : `; there are only ${figures(there, 3)} mL: take another male`)}
      <span className="text-soft"> (density and sperm an egg as in Reference; count yours)</span>
    </p>
  );
}

export const forms = formsOf(cross, { corrects: { cross: ofDayView((view) => <CrossForm view={view} bowl="" />) } });
