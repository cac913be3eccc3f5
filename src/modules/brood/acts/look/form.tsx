'use client';

import { AirClock } from '@/client/AirClock';
import { formsOf, ofFish } from '@/client/act/actForms';
import { type FishInHand, of } from '@/client/fish';
import type { Codec } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { decimalOf, MeasureInput, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { polarisation } from '@/core/induction/ripeness';
import { decimals } from '@/core/quantities/format';
import type { InputOf } from '@/server/act/define';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';
import { recordLook } from './act';

type Oocytes = NonNullable<InputOf<typeof recordLook>['oocytes']>;
const LOOKED_AT = ['massG', 'lengthMm', 'ripeness', 'eggStage', 'oocytes', 'condition'] as const;

/** A fish in the hand: mass, length, how ripe by the species' own signs, its egg sample. */
export function LookForm({ f: fish, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const f = useActForm(recordLook, {
    about: of(fish),
    as: { oocytes: oocytesAsText(locale) },
    clears: [...LOOKED_AT, 'airSeconds'],
    says: () => `${fish.tag} recorded.`,
    done: onDone,
  });
  const air = f.own('airSeconds');
  const signs = fish.book.ripeness.filter((r) => fish.sex === 'unknown' || r.sex === fish.sex);
  const female = fish.sex !== 'male';
  return (
    <Form of={f} label="Record" needs={[LOOKED_AT.every((x) => f.value(x) === null) && 'something that was seen']}>
      <AirClock seconds={air.value} onStop={air.onChange} />
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput label="Mass" {...f.measure('massG')} />
        <MeasureInput label="Length" {...f.measure('lengthMm')} />
      </div>
      {fish.sex === 'unknown' && <HowTo card="sexes" />}
      <SelectField
        label="Ripeness"
        {...f.field('ripeness')}
        empty="not looked at"
        options={signs.map((r) => ({ value: r.id, label: r.name, group: fish.sex === 'unknown' ? r.sex : undefined }))}
        hint={signs.find((r) => r.id === f.value('ripeness'))?.signs}
      />
      {female && fish.book.eggStages.length > 0 && (
        <SelectField
          label="Egg sample"
          {...f.field('eggStage')}
          empty="none taken"
          options={fish.book.eggStages.map((e) => ({ value: e.id, label: e.name }))}
          hint={fish.book.eggStages.find((e) => e.id === f.value('eggStage'))?.looks}
        />
      )}
      {female && fish.book.polarisation && (
        <TextField
          label="Egg sample: nucleus to pole / diameter, mm, each egg"
          {...f.typed('oocytes')}
          placeholder="0.15/2.3 0.12/2.2 …"
          hint={verdictOf(f.value('oocytes') ?? [], fish.book.polarisation)}
        />
      )}
      <TextField label="Condition" {...f.field('condition')} placeholder="wounds, fungus, fins" />
    </Form>
  );
}

/** Pairs like `0.15/2.3`, parted by spaces. */
const oocytesAsText = (locale: string): Codec => ({
  blank: '',
  write: (v) =>
    (v as Oocytes).map((o) => `${numberText(o.nucleusToPoleMm, locale)}/${numberText(o.diameterMm, locale)}`).join(' '),
  read: (text) => {
    const oocytes: Oocytes = [];
    for (const pair of String(text).trim().split(/\s+/).filter(Boolean)) {
      const [a, b, more] = pair.split('/').map((x) => decimalOf(x, locale).value);
      if (a == null || b == null || more !== undefined || b <= 0 || a < 0)
        return { value: null, error: `“${pair}” is not like 0.15/2.3` };
      if (a > b) return { value: null, error: `in “${pair}” the nucleus lies beyond the egg` };
      oocytes.push({ nucleusToPoleMm: a, diameterMm: b });
    }
    return { value: oocytes.length > 0 ? oocytes : null, error: null };
  },
});

function verdictOf(oocytes: Oocytes, limits: { ready: number; notBefore: number }): string | undefined {
  if (oocytes.length === 0) return undefined;
  const o = polarisation.compute(
    polarisation.input.parse({ oocytes, ready: limits.ready, notBefore: limits.notBefore }),
  );
  const words = {
    ready: 'ready to be injected',
    between: 'between the limits: wait some days',
    'not yet': 'not ready',
    'no limits given': '',
  };
  return [`index ${decimals(o.index, 3)}: ${words[o.verdict]}`, ...(o.warnings ?? [])].join('; ');
}

export const forms = formsOf(recordLook, { corrects: { fishLook: ofFish((f) => <LookForm f={f} />) } });
