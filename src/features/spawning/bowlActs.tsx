'use client';

import { useState } from 'react';
import { figures } from '@/core/quantities/format';
import { type CrossKind, crossKinds, crossKindWords } from '@/core/spawning/plan';
import { materialsFor, protocolKindWords } from '@/core/spawning/protocol';
import type { BenchBowl, BenchView } from '@/queries/spawning';
import { Caution } from '@/ui/caution';
import { Choice, SelectField, TextField, Tick } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { useOriginal } from '../acts/correcting';
import { type PlaceOption, placeOptions } from '../acts/holding';
import { measureOf, measureText, useShown } from '../acts/inputs';
import { useTwoWays } from '../acts/TwoWays';
import { useAct } from '../acts/useAct';
import { useEventFields } from '../acts/when';
import { useSession } from '../frame/session';

type Crossing = {
  bowl: string;
  females: { fish: number; massG: number }[];
  males: number[];
  how: CrossKind;
  protocols: string[];
};

/** Eggs and milt into one bowl: whose, how, and by which protocols it is worked. */
export function CrossForm({
  view,
  bowl: next,
  first,
  onDone,
}: {
  view: Pick<BenchView, 'id' | 'females' | 'males' | 'protocols' | 'plan'>;
  bowl: string;
  /** The female whose eggs it begins with. */
  first?: number;
  onDone?: () => void;
}) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Crossing>();
  const act = useAct('spawning.cross', onDone);
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
      ]}
      onSend={() =>
        void act.submit(
          {
            day: view.id,
            bowl,
            females: chosen.map((x) => ({ fish: x.fish, massG: x.value })),
            males,
            how,
            protocols,
            ...event.payload,
          },
          () => `Bowl ${bowl}: its steps stand in the middle.`,
        )
      }
    >
      <TextField label="Bowl" value={bowl} onChange={setBowl} error={act.errorOn('bowl')} className="max-w-[8rem]" />
      <fieldset className="field">
        <legend className="label mb-1 text-[0.87rem] text-soft">Eggs, {unit('mass', true)}</legend>
        {withEggs.length === 0 && <p className="quiet">No eggs were stripped yet.</p>}
        {withEggs.map((f) => (
          <label key={f.fish.id} className="mb-1 flex items-center gap-2">
            <span className="w-[6rem] truncate font-bold">{f.fish.tag}</span>
            <input
              className="input max-w-[7rem]"
              inputMode="decimal"
              autoComplete="off"
              value={masses[f.fish.id] ?? ''}
              onChange={(e) => setMasses({ ...masses, [f.fish.id]: e.target.value })}
            />
            <span className="text-[0.88rem] text-soft">
              {figures(f.eggsLeftG, 4)} g left{f.strips.some((s) => s.apart) ? ', held apart' : ''}
            </span>
          </label>
        ))}
        {act.errorOn('females') && <span className="text-[0.87rem] text-loss">{act.errorOn('females')}</span>}
      </fieldset>
      <fieldset className="field">
        <legend className="label mb-1 text-[0.87rem] text-soft">Milt of</legend>
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
            </Tick>
          ))}
        </div>
        {view.males.length === 0 && <p className="quiet">No male is on this day yet.</p>}
        {act.errorOn('males') && <span className="text-[0.87rem] text-loss">{act.errorOn('males')}</span>}
      </fieldset>
      {males.length === 1 && (
        <p className="text-[0.92rem] text-careful">One male only: his fertility may be low. Two or three are usual.</p>
      )}
      <Choice
        label="How"
        value={how}
        onChange={setHow}
        options={crossKinds.map((x) => ({ value: x, label: crossKindWords[x].split(':')[0]! }))}
      />
      <p className="quiet text-[0.9rem]">{crossKindWords[how].split(': ')[1]}.</p>
      <fieldset className="field">
        <legend className="label mb-1 text-[0.87rem] text-soft">Worked by</legend>
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
        {act.errorOn('protocols') && <span className="text-[0.87rem] text-loss">{act.errorOn('protocols')}</span>}
      </fieldset>
    </ActForm>
  );
}

/** What the eggs of a bowl take of each material of its protocols. */
export function Materials({ view, bowl }: { view: BenchView; bowl: BenchBowl }) {
  const kg = bowl.females.reduce((s, f) => s + f.massG, 0) / 1000;
  const rows = view.protocols
    .filter((p) => bowl.protocols.includes(p.id))
    .flatMap((p) => materialsFor(p, { kg, litres: kg }).map((m) => ({ ...m, protocol: p.name })));
  if (rows.length === 0) return null;
  return (
    <table className="ledger text-[0.95rem]">
      <tbody>
        {rows.map((m) => (
          <tr key={`${m.protocol} ${m.what}`}>
            <td>{m.what}</td>
            <td className="num font-bold">{m.amount === null ? '' : `${figures(m.amount, 3)} ${m.unit}`}</td>
            <td className="text-soft">{m.protocol}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The eggs of a bowl counted: the number goes to the books, with parents and doubt. */
export function CountBowl({
  view,
  bowl,
  places,
  onDone,
}: {
  view: BenchView;
  bowl: BenchBowl;
  places: readonly PlaceOption[];
  onDone?: () => void;
}) {
  const act = useAct('take.record', onDone);
  const event = useEventFields();
  const many = useTwoWays('volume');
  const benches = places.filter((p) => p.kind === 'bench');
  const [to, setTo] = useState(benches[0] ? String(benches[0].id) : '');
  const [hardened, setHardened] = useState<'' | 'dry' | 'hardened'>('');
  const measured = many.read();
  const total = bowl.females.reduce((s, f) => s + f.massG, 0);
  const tags = bowl.males.map((m) => m.tag);
  return (
    <ActForm
      act={act}
      event={event}
      label="Into the books"
      needs={[!measured && 'the count', !hardened && 'whether they are dry or hardened', !to && 'where they stand']}
      onSend={() =>
        void act.submit(
          {
            species: view.book.id,
            females: bowl.females.map((f) => ({ tag: f.tag, share: f.massG / total })),
            males: tags.map((tag) => ({ tag })),
            cross: bowl.how === 'split' ? 'pairs' : 'pooled',
            ...(bowl.how === 'split'
              ? { pairs: bowl.females.flatMap((f) => tags.map((m) => ({ female: f.tag, males: [m] }))) }
              : {}),
            measured,
            hardened: hardened === 'hardened',
            unit: Number(to),
            day: view.id,
            bowl: bowl.bowl,
            ...event.payload,
          },
          (r) => `${r?.lot}: ${r?.text} eggs. Lay them down below.`,
        )
      }
    >
      <Choice
        label="Samples and total were"
        value={hardened || ('' as 'dry')}
        onChange={setHardened}
        options={[
          { value: 'dry', label: 'dry' },
          { value: 'hardened', label: 'hardened' },
        ]}
      />
      {many.view({
        methods: ['volume', 'weight', 'trough', 'displaced', 'counted', 'estimated'],
        what: 'eggs',
        error: act.errorOn('measured'),
      })}
      <SelectField
        label="They stand on"
        value={to}
        onChange={setTo}
        options={placeOptions(benches.length > 0 ? benches : places)}
        error={act.errorOn('unit')}
      />
      <Caution>Samples and total both dry, or both hardened: eggs swell in between.</Caution>
    </ActForm>
  );
}
