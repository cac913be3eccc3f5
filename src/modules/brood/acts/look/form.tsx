'use client';

import { useState } from 'react';
import { AirClock } from '@/client/AirClock';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type FishInHand, of } from '@/client/fish';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { polarisation } from '@/core/induction/ripeness';
import { decimals } from '@/core/quantities/format';
import { TextField } from '@/ui/fields';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';
import { recordLook } from './act';

type Look = {
  massG: number;
  lengthMm: number;
  ripeness: string;
  eggStage: string;
  oocytes: { nucleusToPoleMm: number; diameterMm: number }[];
  condition: string;
  airSeconds: number;
};

/** A fish in the hand: mass, length, how ripe by the species' own signs, its egg sample. */
export function LookForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Look>();
  const act = useAct(recordLook, () => {
    setMass('');
    setLength('');
    setRipeness('');
    setEggStage('');
    setOocytes('');
    setCondition('');
    setAir(null);
    onDone?.();
  });
  const event = useEventFields();
  const text = (v: number | undefined, d: 'mass' | 'length') => (v ? measureText(v, d, unit(d), locale) : '');
  const [mass, setMass] = useState(text(original?.massG, 'mass'));
  const [length, setLength] = useState(text(original?.lengthMm, 'length'));
  const [ripeness, setRipeness] = useState(original?.ripeness ?? '');
  const [eggStage, setEggStage] = useState(original?.eggStage ?? '');
  const [oocytes, setOocytes] = useState(
    original?.oocytes
      ?.map((o) => `${numberText(o.nucleusToPoleMm, locale)}/${numberText(o.diameterMm, locale)}`)
      .join(' ') ?? '',
  );
  const [condition, setCondition] = useState(original?.condition ?? '');
  const [air, setAir] = useState<number | null>(original?.airSeconds ?? null);
  const massG = measureOf(mass, 'mass', unit('mass'), locale);
  const lengthMm = measureOf(length, 'length', unit('length'), locale);
  const sample = readOocytes(oocytes, locale);
  const signs = f.book.ripeness.filter((r) => f.sex === 'unknown' || r.sex === f.sex);
  const chosen = signs.find((r) => r.id === ripeness);
  const nothing = massG.value === null && lengthMm.value === null && !ripeness && !eggStage && !condition && !oocytes;
  const female = f.sex !== 'male';
  // What was given before and is emptied now is taken away.
  const gone = original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[
        nothing && 'something that was seen',
        (massG.error || lengthMm.error || sample.error) && 'figures that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...of(f),
            massG: massG.value ?? gone,
            lengthMm: lengthMm.value ?? gone,
            ripeness: ripeness || gone,
            eggStage: eggStage || gone,
            oocytes: sample.oocytes.length > 0 ? sample.oocytes : gone,
            condition: condition || gone,
            airSeconds: air ?? gone,
            ...event.payload,
          },
          () => `${f.tag} recorded.`,
        )
      }
    >
      <AirClock seconds={air} onStop={setAir} />
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput label="Mass" dimension="mass" value={mass} onChange={setMass} error={act.errorOn('massG')} />
        <MeasureInput
          label="Length"
          dimension="length"
          value={length}
          onChange={setLength}
          error={act.errorOn('lengthMm')}
        />
      </div>
      {f.sex === 'unknown' && <HowTo card="sexes" />}
      <SelectField
        label="Ripeness"
        value={ripeness}
        onChange={setRipeness}
        empty="not looked at"
        options={signs.map((r) => ({ value: r.id, label: r.name, group: f.sex === 'unknown' ? r.sex : undefined }))}
        error={act.errorOn('ripeness')}
        hint={chosen?.signs}
      />
      {female && f.book.eggStages.length > 0 && (
        <SelectField
          label="Egg sample"
          value={eggStage}
          onChange={setEggStage}
          empty="none taken"
          options={f.book.eggStages.map((e) => ({ value: e.id, label: e.name }))}
          error={act.errorOn('eggStage')}
          hint={f.book.eggStages.find((e) => e.id === eggStage)?.looks}
        />
      )}
      {female && f.book.polarisation && (
        <TextField
          label="Egg sample: nucleus to pole / diameter, mm, each egg"
          value={oocytes}
          onChange={setOocytes}
          placeholder="0.15/2.3 0.12/2.2 …"
          error={sample.error ?? act.errorOn('oocytes')}
          hint={verdictOf(sample.oocytes, f.book.polarisation)}
        />
      )}
      <TextField label="Condition" value={condition} onChange={setCondition} placeholder="wounds, fungus, fins" />
    </ActForm>
  );
}

/** Pairs like `0.15/2.3`, parted by spaces. */
function readOocytes(text: string, locale: string): { oocytes: Look['oocytes']; error: string | null } {
  const oocytes: Look['oocytes'] = [];
  for (const pair of text.trim().split(/\s+/).filter(Boolean)) {
    const [a, b, more] = pair.split('/').map((x) => decimalOf(x, locale).value);
    if (a == null || b == null || more !== undefined || b <= 0 || a < 0)
      return { oocytes: [], error: `“${pair}” is not like 0.15/2.3` };
    if (a > b) return { oocytes: [], error: `in “${pair}” the nucleus lies beyond the egg` };
    oocytes.push({ nucleusToPoleMm: a, diameterMm: b });
  }
  return { oocytes, error: null };
}

function verdictOf(oocytes: Look['oocytes'], limits: { ready: number; notBefore: number }): string | undefined {
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
