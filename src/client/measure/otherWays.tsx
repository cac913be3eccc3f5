'use client';

import { useState } from 'react';
import { markRecapture } from '@/core/counting/markRecapture';
import { grouped } from '@/core/quantities/format';
import { Tick } from '@/ui/Checkbox';
import { Fold } from '@/ui/Fold';
import { TextField } from '@/ui/fields';
import { decimalOf, measureOf, NumberInput, useShown, wholeOf } from '../inputs';
import { type ScatterOf, useSession } from '../session';
import { Outcome } from './Outcome';
import { PairRows } from './pairs';
import { deviceChecks, type HowManyValue } from './readHowMany';

type Ways = {
  value: HowManyValue;
  set: (p: Partial<HowManyValue>) => void;
  error?: string | null;
  of?: ScatterOf;
};

/** Weighed out bucket by bucket, each tared; a few batches of them counted. */
export function BucketInputs({ value, set, error, of }: Ways) {
  const { locale } = useSession();
  const shown = useShown();
  const words = value.buckets
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean);
  const wrong = words.map((w) => measureOf(w, 'mass', shown('mass'), locale).error).find(Boolean) ?? null;
  return (
    <>
      <PairRows
        label="Sample batches"
        dimension="mass"
        first="mass"
        rows={value.rows}
        onChange={(rows) => set({ rows })}
        error={error}
      />
      <TextField
        label={`Buckets, ${shown('mass')} each without its tare`}
        inputMode="decimal"
        placeholder="8.2 7.9 8.4"
        value={value.buckets}
        onChange={(buckets) => set({ buckets })}
        error={wrong}
        hint={
          words.length > 0
            ? `${words.length} ${words.length === 1 ? 'bucket' : 'buckets'}`
            : 'Tare the bucket with its water'
        }
      />
      <CarriedWater value={value} set={set} />
      <Outcome value={value} of={of} />
    </>
  );
}

/** Water that is weighed with the fish: taken off, with its doubt. */
export function CarriedWater({ value, set }: Pick<Ways, 'value' | 'set'>) {
  const { locale } = useSession();
  const [share, sd] = [decimalOf(value.water, locale), decimalOf(value.waterSd, locale)];
  return (
    <Fold
      className="text-body"
      open={value.water !== '' || undefined}
      title={<span className="link">water weighed with them{value.water && `: ${value.water} %`}</span>}
    >
      <div className="mt-1 grid grid-cols-2 gap-2">
        <TextField
          label="Of the total, water, %"
          inputMode="decimal"
          value={value.water}
          onChange={(water) => set({ water })}
          error={share.error ?? ((share.value ?? 0) >= 100 ? 'all of it would be water' : null)}
          hint="Weigh a few batches wet, drain them, weigh again"
        />
        <TextField
          label="give or take, %"
          inputMode="decimal"
          value={value.waterSd}
          onChange={(waterSd) => set({ waterSd })}
          error={sd.error}
        />
      </div>
    </Fold>
  );
}

/** A splitter sends a share of them aside; that share is counted. */
export function SplitterInputs({ value, set, error }: Ways) {
  const { locale } = useSession();
  const share = decimalOf(value.share, locale);
  return (
    <>
      <NumberInput
        label="Counted in the share"
        value={value.number}
        onChange={(number) => set({ number })}
        error={error}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="The share, %"
          inputMode="decimal"
          placeholder="10"
          value={value.share}
          onChange={(v) => set({ share: v })}
          error={share.error ?? ((share.value ?? 0) > 100 ? 'cannot be more than all' : null)}
        />
        <TextField
          label="give or take, %"
          inputMode="decimal"
          value={value.shareSd}
          onChange={(shareSd) => set({ shareSd })}
          error={decimalOf(value.shareSd, locale).error}
          hint="Count both sides a few times"
        />
      </div>
      <Outcome value={value} />
    </>
  );
}

/** A counting device, corrected by passes that hands counted after it. */
export function CounterInputs({ value, set, error }: Ways) {
  const { checks, error: wrong } = deviceChecks(value.checks);
  return (
    <>
      <NumberInput
        label="The device counted"
        value={value.number}
        onChange={(number) => set({ number })}
        error={error}
      />
      <TextField
        label="Passes by device/hand"
        placeholder="482/500 515/531 468/490"
        value={value.checks}
        onChange={(v) => set({ checks: v })}
        error={wrong}
        hint={checks.length < 3 ? 'Three or more: with fewer the interval is very wide' : undefined}
      />
      <Outcome value={value} />
    </>
  );
}

/** What mark and recapture rests on: none of it is in its interval. */
const assumptions = [
  'none died, came or left between the two catches',
  'marks stayed on, and none was overlooked',
  'marked and unmarked are caught alike',
  'the marked have mixed with the others',
] as const;

/** Some are marked and let go; of a second catch so many bear the mark. */
export function RecaptureInputs({ value, set, error }: Ways) {
  const { locale } = useSession();
  const [sure, setSure] = useState<readonly string[]>([]);
  const [marked, caught, again] = [value.marked, value.number, value.recaptured].map((x) => wholeOf(x, locale).value);
  const tooMany =
    again != null && ((marked != null && again > marked) || (caught != null && again > caught))
      ? 'cannot be more than were marked, nor more than were caught'
      : null;
  const open = assumptions.filter((a) => !sure.includes(a));
  return (
    <>
      <div className="grid grid-cols-3 gap-2">
        <NumberInput label="Marked and let go" value={value.marked} onChange={(v) => set({ marked: v })} />
        <NumberInput label="Caught again" value={value.number} onChange={(number) => set({ number })} error={error} />
        <NumberInput
          label="of these marked"
          value={value.recaptured}
          onChange={(recaptured) => set({ recaptured })}
          error={tooMany}
        />
      </div>
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">It rests on these</legend>
        {assumptions.map((a) => (
          <Tick
            key={a}
            checked={sure.includes(a)}
            onChange={(on) => setSure(on ? [...sure, a] : sure.filter((x) => x !== a))}
          >
            {a}
          </Tick>
        ))}
      </fieldset>
      <Outcome value={value} />
      {marked && caught && again != null && !tooMany && (
        <p className="text-small text-careful">
          {again < 7 && `Only ${again} came back: too few for a trustworthy number. `}
          {open.length > 0 && `The interval does not hold what is not ticked: ${open[0]}. `}
          {markRecapture(marked, caught, again).low < marked + caught - again &&
            `At least ${grouped(marked + caught - again)} are there: so many were in hand.`}
        </p>
      )}
    </>
  );
}
