'use client';

import { X } from 'lucide-react';
import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { ByTheDead } from '@/client/ByTheDead';
import type { PlaceOption, SpeciesOption } from '@/client/holding';
import { measureOf, measureText, NumberInput, useShown, wholeOf } from '@/client/inputs';
import { useTwoWays } from '@/client/measure/TwoWays';
import { OffspringField } from '@/client/OffspringField';
import { useSession } from '@/client/session';
import { useNewLot } from '@/client/useNewLot';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import type { OffspringSex } from '@/core/brood/strainAndSex';
import { recordTake } from '@/modules/incubation/acts/take/act';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';

type TakeEntry = {
  females: { tag: string; massG?: number; share?: number }[];
  males: { tag: string; share?: number }[];
  cross: 'pooled' | 'pairs';
  pairs: { female: string; males: string[] }[];
  measured: MeasurementInput;
  removed: number;
  sex?: OffspringSex;
};

/** Eggs taken: parents, crosses, and the number measured by volume samples. */
export function TakeForm({
  species,
  places,
  packings = {},
}: {
  species: SpeciesOption[];
  places: PlaceOption[];
  /** How closely eggs of each species lie here, where that was learned. */
  packings?: Record<string, { mean: number; sd: number } | null>;
}) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct(recordTake, () => {
    // A second press must not make a second lot.
    setFemales([{ tag: '', mass: '' }]);
    setMales('');
    setPairs({});
    setRemoved('');
    many.reset();
    lot.reset();
    event.reset();
  });
  const event = useEventFields();
  const original = useOriginal<TakeEntry>();
  const lot = useNewLot(act, species, places, places.find((p) => p.kind === 'table')?.id);
  const many = useTwoWays('volume', original?.measured, packings[lot.kind]);
  const [removed, setRemoved] = useState(original?.removed ? String(original.removed) : '');
  const dead = wholeOf(removed, locale);
  const [sex, setSex] = useState<OffspringSex>(original?.sex ?? 'mixed');
  const [females, setFemales] = useState([
    ...(original?.females ?? []).map((f) => ({
      tag: f.tag,
      mass: f.massG === undefined ? '' : measureText(f.massG, 'mass', unit('mass'), locale),
    })),
    { tag: '', mass: '' },
  ]);
  const [males, setMales] = useState(original?.males?.map((m) => m.tag).join(' ') ?? '');
  const [cross, setCross] = useState<'pooled' | 'pairs'>(original?.cross ?? 'pooled');
  const [pairs, setPairs] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      (original?.pairs ?? []).map(({ female }) => [
        female,
        original!
          .pairs!.filter((p) => p.female === female)
          .map((p) => p.males.join(' '))
          .join(' / '),
      ]),
    ),
  );
  const [made, setMade] = useState<number | null>(null);
  const share = (tag: string) => original?.females?.find((f) => f.tag === tag)?.share;
  const hisShare = (tag: string) => original?.males?.find((m) => m.tag === tag)?.share;
  const maleTags = males.split(/[\s,;]+/).filter(Boolean);
  const filled = females.filter((f) => f.tag.trim());
  const masses = filled.map((f) => measureOf(f.mass, 'mass', unit('mass'), locale));
  const eggs = many.read();
  const set = (i: number, p: Partial<{ tag: string; mass: string }>) => {
    const next = females.map((f, k) => (k === i ? { ...f, ...p } : f));
    if (i === females.length - 1 && next[i]!.tag) next.push({ tag: '', mass: '' });
    setFemales(next);
  };
  const done = act.done;
  return (
    <ActForm
      act={act}
      className="flex max-w-[960px] flex-col gap-5"
      label="Record take"
      needs={[
        ...lot.needs,
        filled.length === 0 && 'a female',
        females.some((f) => f.mass.trim() && !f.tag.trim()) && 'a tag for each female',
        masses.some((x) => x.error) && 'masses that can be read',
        maleTags.length === 0 && 'a male',
        !eggs && 'the number of eggs',
        dead.error && 'a number of dead that can be read',
        event.error && 'the time',
      ]}
      onSend={() => {
        void act.submit(
          {
            ...lot.payload,
            females: filled.map((f, i) => ({
              tag: f.tag.trim(),
              ...(masses[i]!.value === null ? {} : { massG: masses[i]!.value }),
              ...(share(f.tag.trim()) === undefined ? {} : { share: share(f.tag.trim()) }),
            })),
            males: [...new Set(maleTags)].map((tag) => ({
              tag,
              ...(hisShare(tag) === undefined ? {} : { share: hisShare(tag) }),
            })),
            cross,
            ...(cross === 'pairs'
              ? {
                  // A stroke between males: each side has its own part of her eggs.
                  pairs: filled
                    .flatMap((f) =>
                      (pairs[f.tag] ?? '').split('/').map((part) => ({
                        female: f.tag.trim(),
                        males: part.split(/[\s,;]+/).filter(Boolean),
                      })),
                    )
                    .filter((p) => p.males.length > 0),
                }
              : {}),
            measured: eggs,
            removed: dead.value ?? 0,
            ...(sex === 'mixed' && !original?.sex ? {} : { sex }),
            ...event.payload,
          },
          (r) => {
            setMade(Number(r?.lotId));
            return `${r?.lot}: ${r?.text} eggs.`;
          },
        );
      }}
    >
      <div className="grid grid-cols-2 gap-8 max-md:grid-cols-1">
        <div className="flex flex-col gap-3">
          {lot.speciesField}
          <fieldset className="field">
            <legend className="label mb-1 text-small text-soft">Females (tag, mass in {unit('mass')})</legend>
            {females.map((f, i) => (
              <div key={i} className="mb-1 flex items-center gap-1.5">
                <Input
                  aria-label={`Female ${i + 1}, tag`}
                  value={f.tag}
                  onChange={(e) => set(i, { tag: e.target.value })}
                />
                <Input
                  aria-label={`Female ${i + 1}, mass`}
                  inputMode="decimal"
                  className="max-w-[8rem]"
                  value={f.mass}
                  onChange={(e) => set(i, { mass: e.target.value })}
                />
                <Button
                  kind="icon"
                  aria-label={`Remove female ${i + 1}`}
                  disabled={females.length === 1}
                  onClick={() => setFemales(females.filter((_, k) => k !== i))}
                >
                  <X size={16} />
                </Button>
              </div>
            ))}
            {(act.errorOn('females') ?? masses.find((x) => x.error)?.error) && (
              <span className="text-small text-loss">
                {act.errorOn('females') ?? masses.find((x) => x.error)?.error}
              </span>
            )}
          </fieldset>
          <TextField
            label="Males (tags)"
            value={males}
            onChange={setMales}
            placeholder="M4 M7 M9"
            error={act.errorOn('males')}
            hint={
              maleTags.length === 1 ? 'One male only: his fertility may be low. Two or three are usual.' : undefined
            }
          />
          <Choice
            label="Crossed"
            value={cross}
            onChange={setCross}
            options={[
              { value: 'pooled', label: 'pooled' },
              { value: 'pairs', label: 'by pair' },
            ]}
          />
          {cross === 'pairs' &&
            filled.map((f) => (
              <TextField
                key={f.tag}
                label={`${f.tag} with`}
                value={pairs[f.tag] ?? ''}
                onChange={(v) => setPairs({ ...pairs, [f.tag]: v })}
                placeholder="M4 / M7"
                error={act.errorOn('pairs')}
              />
            ))}
          <OffspringField value={sex} onChange={setSex} />
          {cross === 'pooled' && maleTags.length > 1 && (
            <p className="quiet text-small">Pooling hides unequal fathers: they are taken as equal.</p>
          )}
        </div>
        <div className="flex flex-col gap-3">
          {many.view({
            methods: ['volume', 'weight', 'trough', 'displaced', 'counted', 'estimated'],
            what: 'eggs',
            of: 'take',
            error: act.errorOn('measured'),
          })}
          <Caution>
            Samples and total both dry, or both hardened: eggs swell in between. Wet hands and light hurt eggs.
          </Caution>
          <NumberInput
            label="Dead taken out before the count"
            value={removed}
            onChange={setRemoved}
            error={dead.error ?? act.errorOn('removed')}
            hint="They belong to the take, and are booked as dead at once"
          />
          <ByTheDead measured={eggs} removed={dead.value} />
          {lot.unitField('They stand in')}
          {lot.nameField}
          {event.view(act.errorOn('at'))}
        </div>
      </div>
      {done && (
        <p>
          Next:{' '}
          {places.find((p) => String(p.id) === lot.unit)?.kind === 'table' ? (
            <>lay them down, above under “On the table”.</>
          ) : (
            <Link className="link" href={`/lots/${made}`}>
              the lot, with what is expected of it and when
            </Link>
          )}
        </p>
      )}
    </ActForm>
  );
}

export const forms = formsOf(recordTake, {
  corrects: { take: ({ species, places }) => <TakeForm species={species} places={places} /> },
});
