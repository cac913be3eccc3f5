'use client';

import { useState } from 'react';
import type { FateId } from '@/core/brood/fates';
import { fates, killMethods } from '@/core/brood/fates';
import { polarisation } from '@/core/induction/ripeness';
import { decimals } from '@/core/quantities/format';
import { recordFate } from '@/modules/brood/acts/fate/act';
import { recordLook } from '@/modules/brood/acts/look/act';
import { moveFish } from '@/modules/brood/acts/move/act';
import { Caution } from '@/ui/caution';
import { Choice, SelectField, TextField, Tick } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { useOriginal } from '../acts/correcting';
import { type PlaceOption, placeOptions } from '../acts/holding';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '../acts/inputs';
import { useAct } from '../acts/useAct';
import { useEventFields } from '../acts/when';
import { useSession } from '../frame/session';
import { AirClock } from './AirClock';
import { type FishInHand, of } from './fish';

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

/** Where it stands from now on. */
export function FishMoveForm({ f, places }: { f: FishInHand; places: readonly PlaceOption[] }) {
  const original = useOriginal<{ fish: number[]; unit: number; lid?: 'secured' }>();
  const [lid, setLid] = useState(original?.lid === 'secured');
  const act = useAct(moveFish);
  const event = useEventFields();
  const [unit, setUnit] = useState(original?.unit ? String(original.unit) : '');
  return (
    <ActForm
      act={act}
      event={event}
      label="Move"
      needs={[!unit && 'a unit']}
      onSend={() =>
        void act.submit(
          {
            fish: original?.fish ?? [f.id],
            ...(f.day === undefined ? {} : { day: f.day }),
            unit: Number(unit),
            lid: lid ? 'secured' : original?.lid ? null : undefined,
            ...event.payload,
          },
          (r) => `${f.tag} stands in ${r?.unit}.`,
        )
      }
    >
      <SelectField
        label="Into"
        value={unit}
        onChange={setUnit}
        options={placeOptions(places)}
        error={act.errorOn('unit')}
        hint="Spawned fish to a quiet tank of their own; treated fish apart; one to a cage where they fight"
      />
      {(f.oneToCage || original?.lid) && (
        <>
          <Tick checked={lid} onChange={setLid}>
            the lid is closed and secured
          </Tick>
          {act.errorOn('lid') && <p className="text-[0.87rem] text-loss">{act.errorOn('lid')}</p>}
        </>
      )}
    </ActForm>
  );
}

/** How its stay ends, with the welfare record of a killing. */
export function FateForm({ f }: { f: FishInHand }) {
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<{
    fate: FateId;
    method: string;
    firstSufficed: boolean;
    mark: string;
    cause: string;
    massG: number;
    lengthMm: number;
  }>();
  const act = useAct(recordFate);
  const event = useEventFields();
  const [fate, setFate] = useState<FateId | ''>(original?.fate ?? '');
  const [method, setMethod] = useState(original?.method ?? '');
  const [first, setFirst] = useState<'' | 'yes' | 'no'>(
    original?.firstSufficed === undefined ? '' : original.firstSufficed ? 'yes' : 'no',
  );
  const [mark, setMark] = useState(original?.mark ?? '');
  const [cause, setCause] = useState(original?.cause ?? '');
  const [mass, setMass] = useState(original?.massG ? measureText(original.massG, 'mass', unit('mass'), locale) : '');
  const [length, setLength] = useState(
    original?.lengthMm ? measureText(original.lengthMm, 'length', unit('length'), locale) : '',
  );
  const chosen = fates.find((x) => x.id === fate);
  const massG = measureOf(mass, 'mass', unit('mass'), locale);
  const lengthMm = measureOf(length, 'length', unit('length'), locale);
  const measured = chosen?.id === 'returned' || chosen?.id === 'food';
  // What was given for another end and no longer shows must not be sent; put right, it is taken away.
  const given = <T,>(show: boolean | undefined, v: T | '' | null): T | null | undefined =>
    show && v !== '' && v !== null ? (v as T) : original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[
        !fate && 'what became of it',
        chosen?.killed && !method && 'how it was killed',
        chosen?.killed && !first && 'whether the first application sufficed',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...of(f),
            fate: fate || null,
            method: given(chosen?.killed, method),
            firstSufficed: given(chosen?.killed, first === '' ? null : first === 'yes'),
            mark: given(chosen?.id === 'returned', mark),
            massG: given(measured, massG.value),
            lengthMm: given(measured, lengthMm.value),
            cause,
            ...event.payload,
          },
          (r) => `${f.tag}: ${r?.fate}.`,
        )
      }
    >
      <SelectField
        label="What became of it"
        value={fate}
        onChange={setFate}
        options={fates.map((x) => ({ value: x.id, label: x.name }))}
        error={act.errorOn('fate')}
      />
      {chosen?.killed && (
        <>
          <SelectField
            label="Killed by"
            value={method}
            onChange={setMethod}
            options={killMethods.map((m) => ({ value: m.id, label: m.name }))}
            error={act.errorOn('method')}
          />
          <Choice
            label="The first application sufficed"
            value={first || ('' as 'yes')}
            onChange={setFirst}
            options={[
              { value: 'yes', label: 'the first application sufficed' },
              { value: 'no', label: 'it did not' },
            ]}
          />
          <Caution>
            Stunned is not dead: check breathing and eye, and kill at once. Electric stunning: trained crew, isolation,
            nobody in the water.
          </Caution>
        </>
      )}
      {measured && (
        <div className="grid grid-cols-2 gap-3">
          <MeasureInput label="Mass" dimension="mass" value={mass} onChange={setMass} />
          <MeasureInput label="Length" dimension="length" value={length} onChange={setLength} />
        </div>
      )}
      {chosen?.id === 'returned' && (
        <TextField label="Mark it carries" value={mark} onChange={setMark} placeholder="left pelvic clip" />
      )}
      {chosen?.id === 'food' && (
        <Caution>Fish that were injected or anaesthetised are barred from food until their withdrawal is over.</Caution>
      )}
      <TextField label="Cause, or why" value={cause} onChange={setCause} />
    </ActForm>
  );
}
