import { DayInput } from '@/client/DayField';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { degrees, degreesApart } from '@/core/quantities/format';
import { readerUnit } from '@/core/quantities/reader';
import { dayMonth, isoDay } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Fold } from '@/ui/Fold';
import { Field } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { ProgrammeView } from '../../views/programme';
import { Head } from './ProgrammeVerdict';
import type { Typed, Wanted } from './wanted';

/** Which day, or which water to follow, within which limits and with which plant. */
export function WantedForm({
  view,
  wanted,
  working,
  error,
  onSeek,
  onStop,
}: {
  view: ProgrammeView;
  wanted: Wanted;
  working: boolean;
  error: string | null;
  onSeek: () => void;
  onStop: () => void;
}) {
  const { timeZone, units } = useSession();
  const us = units === 'us';
  const { now } = view;
  const { typed, set, lot, limits, predicted, ambient } = wanted;
  const field = (key: keyof Typed) => ({ value: typed[key], onChange: (v: string) => set({ [key]: v }) });
  const byDate = typed.how === 'date';
  const others = view.others.filter((o) => o.stage === typed.stage && o.lot !== lot?.name);
  return (
    <form
      className="flex flex-col gap-2.5 border-r border-rule px-5 py-4"
      onSubmit={(e) => {
        e.preventDefault();
        onSeek();
      }}
    >
      <Head view={view} />
      <Choice
        label="What is wanted"
        value={typed.how}
        onChange={(how) => set({ how })}
        options={[
          { value: 'date', label: 'a date' },
          { value: 'follow', label: 'follow a water' },
        ]}
      />
      <SelectField
        label="Lot"
        value={typed.lotId}
        onChange={(lotId) => set({ lotId, date: '' })}
        options={view.lots.map((l) => ({
          value: String(l.id),
          label: `${l.name}, ${l.units.length > 3 ? `${l.units.length} units` : l.units.join(' ')}`,
        }))}
      />
      {byDate ? (
        <>
          <div className="grid grid-cols-[5fr_3fr] gap-2">
            <SelectField
              label="Stage"
              value={typed.stage}
              onChange={(stage) => set({ stage, date: '' })}
              options={wanted.open.map((p) => ({ value: p.stage, label: p.name }))}
            />
            <DecimalInput label="Within days" {...field('days')} />
          </div>
          <Field
            label="Not after"
            hint={predicted === null ? undefined : `${dayMonth(predicted, timeZone, now)} as things go now`}
          >
            {(p) => <DayInput {...p} value={wanted.day} onChange={(date) => set({ date })} />}
          </Field>
          {others.length > 0 && (
            <SelectField
              label="or together with"
              value=""
              empty="another take"
              onChange={(v) => v && set({ date: isoDay(Number(v), timeZone) })}
              options={others.map((o) => ({
                value: String(o.at),
                label: `${o.lot}, ${dayMonth(o.at, timeZone, now)}`,
              }))}
            />
          )}
        </>
      ) : (
        <DecimalInput
          label={`${readerUnit('temperature', us)} above it`}
          {...field('offset')}
          hint="below it: with a minus"
        />
      )}
      <SelectField
        label={byDate ? 'Water as it comes' : 'The water to follow'}
        value={typed.ambientId}
        onChange={(ambientId) => set({ ambientId })}
        options={view.ambient.map((a) => ({ value: String(a.sensor), label: a.name }))}
        hint={ambient?.how}
      />
      <div className="grid grid-cols-3 gap-2">
        <MeasureInput label="Flow" dimension="flow" {...field('flow')} error={wanted.litres.error} />
        <DecimalInput label="Heat, kW" {...field('heat')} />
        <DecimalInput label="Chill, kW" {...field('chill')} />
      </div>
      <Fold
        className="text-body"
        title={
          <span className="link">
            limits: {degrees(limits.low, us)} to {degrees(limits.high, us)}, {degreesApart(limits.maxStepPerDay, us)} a
            day
          </span>
        }
      >
        <div className="mt-2 grid grid-cols-3 gap-2">
          <MeasureInput label="Lowest" dimension="temperature" {...field('low')} />
          <MeasureInput label="Highest" dimension="temperature" {...field('high')} />
          <DecimalInput label={`${readerUnit('temperature', us)} a day`} {...field('step')} />
        </div>
      </Fold>
      <div className="flex items-center gap-2">
        <Button kind="main" type="submit" disabled={working || !lot || !wanted.readable || (byDate && !wanted.to)}>
          {byDate ? 'Find the cheapest' : 'Draw it'}
        </Button>
        {working && <Button onClick={onStop}>Stop</Button>}
      </div>
      {error && (
        <p role="alert" className="text-loss">
          {error}
        </p>
      )}
    </form>
  );
}
