'use client';

import { useState } from 'react';
import { grouped } from '@/core/quantities/format';
import { Caution } from '@/ui/caution';
import { Choice, SelectField, TextField, Tick } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { useOriginal } from './correcting';
import { HowManyInput, useHowMany } from './HowMany';
import { type ActHolding, at, type FormProps, type PlaceOption, placeOptions } from './holding';
import { MeasureInput, measureOf, measureText, NumberInput, numberText, useShown, wholeOf } from './inputs';
import { type Amount, amountPayload, emptyHowMany, howManyValue, readHowMany } from './readHowMany';
import { Tempering } from './Tempering';
import { useAct } from './useAct';
import { useEventFields } from './when';

type LaidDown = {
  totalVolumeMl?: number;
  parts: { unit: number; volumeMl?: number; number?: number }[];
  graduationMl: number;
  emptied: boolean;
};

/** Eggs from the bench into units: poured by measured volume, or counted out. */
export function LayDownForm({ h, places, totalVolumeMl }: FormProps & { totalVolumeMl: number | null }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('eggs.layDown');
  const event = useEventFields();
  const original = useOriginal<LaidDown>();
  const litres = (ml: number) => measureText(ml, 'volume', unit('volume'), locale);
  const known = original?.totalVolumeMl ?? totalVolumeMl;
  const [by, setBy] = useState<'volume' | 'number'>(original?.parts?.[0]?.number === undefined ? 'volume' : 'number');
  const [total, setTotal] = useState(known === null ? '' : litres(known));
  const [emptied, setEmptied] = useState(original?.emptied ?? false);
  const [rows, setRows] = useState([
    ...(original?.parts ?? []).map((x) => ({
      unit: String(x.unit),
      amount: x.number === undefined ? litres(x.volumeMl!) : String(x.number),
    })),
    { unit: '', amount: '' },
  ]);
  const [graduation, setGraduation] = useState(
    original?.graduationMl !== undefined
      ? measureText(original.graduationMl, 'volume', unit('volume', true), locale)
      : unit('volume', true) === 'mL'
        ? '10'
        : numberText(0.5, locale),
  );
  const poured = by === 'volume';
  const totalMl = measureOf(total, 'volume', unit('volume'), locale).value;
  const read = (text: string) =>
    poured ? measureOf(text, 'volume', unit('volume'), locale).value : wholeOf(text, locale).value;
  const parts = rows.filter((r) => r.unit || r.amount).map((r) => ({ unit: Number(r.unit), n: read(r.amount) }));
  const grad = measureOf(graduation, 'volume', unit('volume', true), locale).value;
  const sum = parts.reduce((s, p) => s + (p.n ?? 0), 0);
  const set = (i: number, p: Partial<(typeof rows)[number]>) => {
    const next = rows.map((r, k) => (k === i ? { ...r, ...p } : r));
    if (i === rows.length - 1 && next[i]!.unit && next[i]!.amount) next.push({ unit: '', amount: '' });
    setRows(next);
  };
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          {
            unit: h.unitId,
            lotId: h.lotId,
            totalVolumeMl: poured ? totalMl : original?.totalVolumeMl ? null : undefined,
            parts: parts.map((p) => ({ unit: p.unit, ...(poured ? { volumeMl: p.n } : { number: p.n }) })),
            graduationMl: grad,
            emptied: !poured && emptied,
            ...event.payload,
          },
          (r) => `Laid down in ${((r?.units as string[] | undefined) ?? []).join(', ')}.`,
        );
      }}
      label="Lay down"
      needs={[
        poured && !totalMl && 'the volume of all',
        (parts.length === 0 || parts.some((p) => p.unit === 0)) && 'a unit',
        parts.some((p) => !p.n) && (poured ? 'the volume for each unit' : 'the number for each unit'),
        poured && grad === null && 'what the measure reads to',
      ]}
    >
      <Choice
        label="Shared out"
        value={by}
        onChange={(v) => {
          setBy(v);
          setRows(rows.map((r) => ({ ...r, amount: '' })));
        }}
        options={[
          { value: 'volume', label: 'poured by volume' },
          { value: 'number', label: 'counted out' },
        ]}
      />
      {poured && (
        <MeasureInput
          label="Volume of all"
          dimension="volume"
          value={total}
          onChange={setTotal}
          error={act.errorOn('totalVolumeMl')}
          hint="As measured with the samples: both dry or both hardened"
        />
      )}
      {rows.map((r, i) => (
        <div key={i} className="grid grid-cols-[1fr_7rem] gap-2">
          <SelectField
            label={`Unit ${i + 1}`}
            value={r.unit}
            onChange={(u) => set(i, { unit: u })}
            options={placeOptions(places, h.unitId)}
            empty="choose"
          />
          {poured ? (
            <MeasureInput
              label="Volume"
              dimension="volume"
              value={r.amount}
              onChange={(amount) => set(i, { amount })}
              hint={
                r.amount && totalMl
                  ? `${grouped((h.number * (measureOf(r.amount, 'volume', unit('volume'), locale).value ?? 0)) / totalMl)} eggs`
                  : undefined
              }
            />
          ) : (
            <NumberInput label="Eggs" value={r.amount} onChange={(amount) => set(i, { amount })} />
          )}
        </div>
      ))}
      {act.errorOn('parts') && <p className="text-loss">{act.errorOn('parts')}</p>}
      {poured ? (
        <>
          <p className="quiet" data-testid="poured">
            {totalMl ? `${((100 * sum) / totalMl).toFixed(0)} % of the volume shared out` : ''}
          </p>
          <MeasureInput
            label="The measure reads to"
            dimension="volume"
            small
            value={graduation}
            onChange={setGraduation}
            hint="One graduation: its error goes into each unit’s doubt"
          />
        </>
      ) : (
        <>
          <p className="quiet">
            {sum > 0 && `${grouped(sum)} counted out; by the books ${grouped(Math.max(0, h.number - sum))} are left.`}
          </p>
          <Tick checked={emptied} onChange={setEmptied}>
            nothing is left: the difference goes to unexplained
          </Tick>
        </>
      )}
      <Caution>
        Temper slowly to the new water, shade from light, do not let them dry; then leave them in peace.
      </Caution>
    </ActForm>
  );
}

/** Hatch and other changes of stage, all or in parts over days. */
export function StageForm({ h }: { h: ActHolding }) {
  const next = h.stages[h.stages.findIndex((s) => s.id === h.stage) + 1];
  const act = useAct('stage.change', () => many.reset());
  const event = useEventFields();
  const many = useHowMany('all', useOriginal<{ amount: Amount }>()?.amount);
  if (!next) return <p className="quiet">{h.stageName} is the last stage.</p>;
  const m = many.read();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m)
          void act.submit(
            { unit: h.unitId, lotId: h.lotId, from: h.stage, to: next.id, amount: amountPayload(m), ...event.payload },
            () => `Recorded: now ${next.name}.`,
          );
      }}
      label={next.id === 'yolksac' ? 'Record hatch' : 'Record stage'}
      disabled={!m}
    >
      <p className="quiet">
        {h.stageName} that are now {next.name}
      </p>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'volume', 'estimated']}
        error={act.errorOn('number')}
      />
    </ActForm>
  );
}

/** Part or all of a unit to another; ponding begins the next stage there, from several units at once. */
export function MoveForm({
  h,
  places,
  pond = false,
  siblings = [],
}: FormProps & { pond?: boolean; siblings?: readonly ActHolding[] }) {
  const act = useAct('move.record', () => many.reset());
  const event = useEventFields();
  const { locale } = useSession();
  const original = useOriginal<{
    sources: { unit: number; amount: Amount; dead?: number; stay?: number }[];
    to: number;
  }>();
  const own = original?.sources?.[0];
  const [dead, setDead] = useState(own?.dead ? numberText(own.dead, locale) : '');
  const [stay, setStay] = useState(own?.stay ? numberText(own.stay, locale) : '');
  const [d, n] = [wholeOf(dead, locale), wholeOf(stay, locale)];
  const amountOf = (unit: number) => original?.sources?.find((s) => s.unit === unit)?.amount;
  const many = useHowMany(pond ? 'all' : 'counted', amountOf(h.unitId));
  const [to, setTo] = useState(original?.to === undefined ? '' : String(original.to));
  const [also, setAlso] = useState<number[]>(original?.sources?.slice(1).map((s) => s.unit) ?? []);
  const m = many.read();
  const sources = [h, ...siblings.filter((s) => also.includes(s.unitId))];
  const apart = watersApart(h, places, to);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m && to)
          void act.submit(
            {
              sources: sources.map((s) => ({
                ...at(s),
                amount: s === h ? amountPayload(m) : (amountOf(s.unitId) ?? { kind: 'all' }),
                ...(s === h && pond && m === 'all' && d.value ? { dead: d.value } : {}),
                ...(s === h && pond && m === 'all' && n.value ? { stay: n.value } : {}),
              })),
              to: Number(to),
              ...(pond ? { toStage: 'fry' } : {}),
              ...event.payload,
            },
            (r) => `In ${r?.unit} now: ${r?.lot}.`,
          );
      }}
      label={pond ? 'Pond them' : 'Move'}
      needs={[!m && 'how many', (d.error || n.error) && 'whole numbers', !to && 'a unit to go to']}
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'weight', 'volume', 'estimated']}
        error={act.errorOn('number') ?? (pond && m === 'all' ? null : act.errorOn('sources'))}
      />
      {pond && m === 'all' && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="Dead or unhatched" value={dead} onChange={setDead} error={d.error} hint="taken out" />
          <NumberInput
            label="Not ready"
            value={stay}
            onChange={setStay}
            error={n.error ?? act.errorOn('sources')}
            hint={`stay in ${h.unit}`}
          />
        </div>
      )}
      {siblings.length > 0 && (
        <fieldset className="field">
          <legend className="label mb-1 text-[0.87rem] text-soft">with all of</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {siblings.map((s) => (
              <Tick
                key={s.unitId}
                checked={also.includes(s.unitId)}
                onChange={(on) => setAlso(on ? [...also, s.unitId] : also.filter((x) => x !== s.unitId))}
              >
                <span>
                  {s.unit} <span className="quiet">{s.lot}</span>
                </span>
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      <SelectField
        label="To"
        value={to}
        onChange={setTo}
        options={placeOptions(places, h.unitId)}
        error={act.errorOn('to')}
      />
      {apart !== null && <Tempering key={to} {...apart} />}
    </ActForm>
  );
}

/** The two waters of a move and what the species bears at once, where they are further apart than that. */
function watersApart(h: ActHolding, places: readonly PlaceOption[], to: string) {
  const [from, there] = [h.unitId, Number(to)].map((id) => places.find((p) => p.id === id)?.celsius);
  const most = h.stage === 'egg' || h.stage === 'yolksac' ? h.stepCelsius : null;
  if (from === undefined || there === undefined || !most || Math.abs(from - there) <= most) return null;
  return { from, to: there, most, aDay: h.dayCelsius ?? null };
}

type ClassRow = { grade: string; unit: string; stage?: string; many: ReturnType<typeof emptyHowMany> };

export function GradeForm({ h, places }: FormProps) {
  const { locale } = useSession();
  const shown = useShown();
  const act = useAct('grade.record');
  const event = useEventFields();
  const original = useOriginal<{ classes: { grade: string; unit: number; amount: Amount; stage?: string }[] }>();
  const [classes, setClasses] = useState<ClassRow[]>(
    () =>
      original?.classes?.map((c) => ({
        grade: c.grade,
        unit: String(c.unit),
        stage: c.stage,
        many:
          c.amount.kind === 'measured'
            ? howManyValue(c.amount.measured, locale, shown)
            : emptyHowMany(c.amount.kind === 'all' ? 'all' : 'counted'),
      })) ?? [
        { grade: 'L', unit: '', many: emptyHowMany('counted') },
        { grade: 'S', unit: '', many: emptyHowMany('counted') },
      ],
  );
  const set = (i: number, p: Partial<ClassRow>) => setClasses(classes.map((c, k) => (k === i ? { ...c, ...p } : c)));
  const read = classes.map((c) => ({ ...c, m: readHowMany(c.many, locale, shown) }));
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          {
            ...at(h),
            classes: read.map((c) => ({
              grade: c.grade,
              unit: Number(c.unit),
              amount: amountPayload(c.m!),
              ...(c.stage ? { stage: c.stage } : {}),
            })),
            ...event.payload,
          },
          (r) => `New lots: ${((r?.lots as string[] | undefined) ?? []).join(', ')}.`,
        );
      }}
      label="Record grading"
      needs={[
        read.some((c) => !c.grade.trim()) && 'a name for each class',
        read.some((c) => !c.unit) && 'a unit for each class',
        read.some((c) => !c.m) && 'how many are in each',
      ]}
    >
      <p className="quiet">
        Feed none today and see that the receiving units are filled. With every class measured the grading is a count of
        the whole.
      </p>
      {classes.map((c, i) => (
        <fieldset key={i} className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="sr-only">Class {i + 1}</legend>
          <div className="grid grid-cols-[5rem_1fr] gap-2">
            <TextField label="Class" value={c.grade} onChange={(grade) => set(i, { grade })} />
            <SelectField
              label="To"
              value={c.unit}
              onChange={(unit) => set(i, { unit })}
              options={placeOptions(places, h.unitId)}
            />
          </div>
          <HowManyInput
            value={c.many}
            onChange={(many) => set(i, { many })}
            methods={i === classes.length - 1 ? ['counted', 'weight', 'all'] : ['counted', 'weight']}
          />
        </fieldset>
      ))}
      <div className="flex gap-3">
        <button
          type="button"
          className="link"
          onClick={() => setClasses([...classes, { grade: '', unit: '', many: emptyHowMany('counted') }])}
        >
          another class
        </button>
        {classes.length > 2 && (
          <button type="button" className="link" onClick={() => setClasses(classes.slice(0, -1))}>
            one less
          </button>
        )}
      </div>
    </ActForm>
  );
}
