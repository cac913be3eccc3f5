'use client';

import { X } from 'lucide-react';
import { useState } from 'react';
import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { ByTheDead } from '@/client/ByTheDead';
import { type Codec, wordsOf } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type PlaceOption, placeOptions, type SpeciesOption, speciesOptions, usualSpecies } from '@/client/holding';
import { NumberInput, useShown } from '@/client/inputs';
import { Ways } from '@/client/measure/TwoWays';
import { OffspringField } from '@/client/OffspringField';
import { recordTake } from '@/modules/incubation/acts/take/act';
import type { InputOf } from '@/server/act/define';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';
import { SelectField } from '@/ui/SelectField';

type Take = InputOf<typeof recordTake>;

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
  const unit = useShown();
  const original = useOriginal<Take>();
  const usual = usualSpecies(species);
  const [made, setMade] = useState<number | null>(null);
  const f = useActForm(recordTake, {
    about: {},
    begin: {
      species: usual,
      unit: places.find((p) => p.kind === 'table')?.id,
      cross: 'pooled',
    },
    as: { measured: 'volume', males: malesAsText(original?.males ?? []), pairs: PAIRS_AS_TEXTS },
    needs: {
      species: 'a species',
      unit: 'a unit',
      females: 'a female',
      males: 'a male',
      measured: 'the number of eggs',
    },
    unreadable: { removed: 'a number of dead that can be read', females: 'masses that can be read' },
    // A second press must not make a second lot.
    clears: ['females', 'males', 'pairs', 'removed', 'measured', 'lotName'],
    adjust: (input) => ({
      ...input,
      // The mates of a female that is no more go with her.
      ...(input.pairs ? { pairs: input.pairs.filter((p) => input.females?.some((x) => x.tag === p.female)) } : {}),
    }),
    says: (r) => {
      setMade(Number(r?.lotId));
      return `${r?.lot}: ${r?.text} eggs.`;
    },
  });
  const females = f.lines('females', {}, ['tag']);
  const tags = females.each.flatMap((x) => x.value('tag') ?? []);
  const males = f.value('males') ?? [];
  const cross = f.value('cross');
  const chosen = f.value('species');
  return (
    <Form
      of={f}
      className="flex max-w-[960px] flex-col gap-5"
      label="Record take"
      eventIsDrawn
      needs={[females.each.some((x) => x.value('massG') !== null && !x.value('tag')) && 'a tag for each female']}
    >
      <div className="grid grid-cols-2 gap-8 max-md:grid-cols-1">
        <div className="flex flex-col gap-3">
          <SelectField
            label="Species"
            {...f.field('species')}
            options={speciesOptions(species)}
            empty={usual ? undefined : 'choose'}
          />
          <fieldset className="field">
            <legend className="label mb-1 text-small text-soft">Females (tag, mass in {unit('mass')})</legend>
            {females.each.map((x) => (
              <div key={x.key} className="mb-1 flex items-center gap-1.5">
                <Plain label={`Female ${x.key + 1}, tag`} {...x.field('tag')} />
                <Plain label={`Female ${x.key + 1}, mass`} {...x.measure('massG')} figures />
                <Button
                  kind="icon"
                  aria-label={`Remove female ${x.key + 1}`}
                  disabled={females.each.length === 1}
                  onClick={x.drop}
                >
                  <X size={16} />
                </Button>
              </div>
            ))}
            {females.error && <span className="text-small text-loss">{females.error}</span>}
          </fieldset>
          <TextField
            label="Males (tags)"
            {...f.typed('males')}
            placeholder="M4 M7 M9"
            hint={males.length === 1 ? 'One male only: his fertility may be low. Two or three are usual.' : undefined}
          />
          <Choice
            label="Crossed"
            {...f.field('cross')}
            options={[
              { value: 'pooled', label: 'pooled' },
              { value: 'pairs', label: 'by pair' },
            ]}
          />
          {cross === 'pairs' && <Mates females={tags} {...f.typed<Texts>('pairs')} />}
          <OffspringField {...f.field('sex')} />
          {cross === 'pooled' && males.length > 1 && (
            <p className="quiet text-small">Pooling hides unequal fathers: they are taken as equal.</p>
          )}
        </div>
        <div className="flex flex-col gap-3">
          <Ways
            {...f.ways('measured')}
            methods={['volume', 'weight', 'trough', 'displaced', 'counted', 'estimated']}
            what="eggs"
            of="take"
            packing={chosen === null ? null : packings[chosen]}
          />
          <Caution>
            Samples and total both dry, or both hardened: eggs swell in between. Wet hands and light hurt eggs.
          </Caution>
          <NumberInput
            label="Dead taken out before the count"
            {...f.field('removed')}
            hint="They belong to the take, and are booked as dead at once"
          />
          <ByTheDead measured={f.value('measured')} removed={f.value('removed')} />
          <SelectField label="They stand in" {...f.field('unit')} options={placeOptions(places)} />
          <TextField label="Name of the lot" {...f.field('lotName')} placeholder="by the pattern" />
          {f.event?.view(f.act.errorOn('at'))}
        </div>
      </div>
      {f.act.done && (
        <p>
          Next:{' '}
          {places.find((p) => p.id === f.value('unit'))?.kind === 'table' ? (
            <>lay them down, above under “On the table”.</>
          ) : (
            <Link className="link" href={`/lots/${made}`}>
              the lot, with what is expected of it and when
            </Link>
          )}
        </p>
      )}
    </Form>
  );
}

function Plain({
  label,
  value,
  onChange,
  figures = false,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  figures?: boolean;
}) {
  return (
    <Input
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      {...(figures ? { inputMode: 'decimal', className: 'max-w-[8rem]' } : {})}
    />
  );
}

/** Her mates, by female: a stroke between males, each side having its own part of her eggs. */
type Texts = Readonly<Record<string, string>>;

function Mates({
  females,
  value,
  onChange,
  error,
}: {
  females: readonly string[];
  value: Texts;
  onChange: (v: Texts) => void;
  error: string | null;
}) {
  return females.map((tag) => (
    <TextField
      key={tag}
      label={`${tag} with`}
      value={value[tag] ?? ''}
      onChange={(v) => onChange({ ...value, [tag]: v })}
      placeholder="M4 / M7"
      error={error}
    />
  ));
}

const PAIRS_AS_TEXTS: Codec = {
  blank: {},
  write: (v) => {
    const texts: Record<string, string> = {};
    for (const { female, males } of v as NonNullable<Take['pairs']>)
      texts[female] = [texts[female], males.join(' ')].filter(Boolean).join(' / ');
    return texts;
  },
  read: (texts) => ({
    value: Object.entries(texts as Texts).flatMap(([female, text]) =>
      text
        .split('/')
        .map((part) => ({ female: female.trim(), males: wordsOf(part) }))
        .filter((p) => p.males.length > 0),
    ),
    error: null,
  }),
};

/** Tags, parted by spaces; the share that each had stays his. */
const malesAsText = (before: Take['males']): Codec => ({
  blank: '',
  write: (v) => (v as Take['males']).map((m) => m.tag).join(' '),
  read: (text) => {
    const males = [...new Set(wordsOf(String(text)))].map((tag) => {
      const share = before.find((m) => m.tag === tag)?.share;
      return { tag, ...(share === undefined ? {} : { share }) };
    });
    return { value: males.length > 0 ? males : null, error: null };
  },
});

export const forms = formsOf(recordTake, {
  corrects: { take: ({ species, places }) => <TakeForm species={species} places={places} /> },
});
