'use client';

import { useState } from 'react';
import { figures } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { outlyingBatches } from '@/core/sampling/meanWeight';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { decimalOf, MeasureInput, NumberInput, numberText, useShown } from '../inputs';
import { type ScatterOf, useSession } from '../session';
import { Outcome } from './Outcome';
import { BucketInputs, CarriedWater, CounterInputs, RecaptureInputs, SplitterInputs } from './otherWays';
import { PairRows, readPairs } from './pairs';
import { type HowManyValue, type Method, rowCounts } from './readHowMany';
import { TallyPad } from './TallyPad';

const words: Record<Method, string> = {
  all: 'all that is left',
  counted: 'counted',
  weight: 'weighed',
  buckets: 'bucket by bucket',
  volume: 'by volume',
  trough: 'by a row in the trough',
  displaced: 'by water displaced',
  splitter: 'a counted share',
  counter: 'counting device',
  recapture: 'marked and caught again',
  estimated: 'estimated',
};

/** How many, by any of the ways in which the trade measures; shows the number with its ± as it comes. */
export function HowManyInput({
  value,
  onChange,
  methods,
  error,
  what = 'animals',
  of,
}: {
  value: HowManyValue;
  onChange: (v: HowManyValue) => void;
  methods: readonly Method[];
  error?: string | null;
  what?: string;
  /** Whose usual scatter the books will hold few samples against; none where they hold them against none. */
  of?: ScatterOf;
}) {
  const set = (p: Partial<HowManyValue>) => onChange({ ...value, ...p });
  return (
    <div className="flex flex-col gap-2">
      {methods.length > 1 && (
        <Choice
          label="How many"
          value={value.method}
          onChange={(method) => set({ method })}
          options={methods.map((m) => ({ value: m, label: words[m] }))}
        />
      )}
      {value.method === 'all' && error && <span className="text-small text-loss">{error}</span>}
      {value.method === 'counted' && (
        <NumberInput
          label={`Number of ${what}`}
          value={value.number}
          onChange={(number) => set({ number })}
          error={error}
        />
      )}
      {value.method === 'estimated' && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="About" value={value.number} onChange={(number) => set({ number })} error={error} />
          <NumberInput label="give or take" value={value.half} onChange={(half) => set({ half })} />
        </div>
      )}
      {(value.method === 'weight' || value.method === 'volume' || value.method === 'displaced') && (
        <SampleInputs value={value} set={set} error={error} of={of} />
      )}
      {value.method === 'buckets' && <BucketInputs value={value} set={set} error={error} of={of} />}
      {value.method === 'splitter' && <SplitterInputs value={value} set={set} error={error} />}
      {value.method === 'counter' && <CounterInputs value={value} set={set} error={error} />}
      {value.method === 'recapture' && <RecaptureInputs value={value} set={set} error={error} />}
      {value.method === 'trough' && <TroughInputs value={value} set={set} error={error} />}
    </div>
  );
}

function SampleInputs({
  value,
  set,
  error,
  of,
}: {
  value: HowManyValue;
  set: (p: Partial<HowManyValue>) => void;
  error?: string | null;
  of?: ScatterOf;
}) {
  const weight = value.method === 'weight';
  const dimension = weight ? 'mass' : 'volume';
  const { locale } = useSession();
  const shown = useShown()(dimension, true);
  const pairs = readPairs(value.rows, dimension, shown, locale);
  // Grams or millilitres for so many: which sample does not fit the others.
  const flagged = pairs?.every((p) => p.count > 0 && p.measure > 0)
    ? outlyingBatches(pairs.map((p) => ({ massG: p.measure, count: p.count })))
    : [];
  return (
    <>
      <PairRows
        label={weight ? 'Sample batches' : value.method === 'displaced' ? 'Samples' : 'Volume samples'}
        dimension={dimension}
        first={weight ? 'mass' : value.method === 'displaced' ? 'displaced' : 'volume'}
        rows={value.rows}
        onChange={(rows) => set({ rows })}
        error={error}
        flagged={flagged}
      />
      <MeasureInput
        label={weight ? 'All weighed' : value.method === 'displaced' ? 'Displaced by all' : 'Volume of all'}
        dimension={dimension}
        value={value.total}
        onChange={(total) => set({ total })}
      />
      {weight && <CarriedWater value={value} set={set} />}
      <Outcome value={value} of={of} />
    </>
  );
}

/** A row of eggs in a trough of known length, three times; no gap, no overlap, no water. */
function TroughInputs({
  value,
  set,
  error,
}: {
  value: HowManyValue;
  set: (p: Partial<HowManyValue>) => void;
  error?: string | null;
}) {
  const { locale } = useSession();
  const counts = rowCounts(value.counts, locale);
  const packing = decimalOf(value.packing, locale);
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <MeasureInput
          label="Length of the row"
          dimension="length"
          value={value.length}
          onChange={(length) => set({ length })}
        />
        <TextField
          label="Eggs in it, each time"
          inputMode="decimal"
          placeholder="58 59.5 58"
          value={value.counts}
          onChange={(v) => set({ counts: v })}
          error={counts.error ?? error}
          hint="To the half egg"
        />
      </div>
      <RowTally onRow={(n) => set({ counts: `${value.counts.trim()} ${numberText(n, locale)}`.trim() })} />
      <MeasureInput label="Volume of all" dimension="volume" value={value.total} onChange={(total) => set({ total })} />
      <TextField
        label="Packing, where this hatchery has its own"
        inputMode="decimal"
        placeholder="0.6046"
        value={value.packing}
        // Typed anew it is no longer the learned one.
        onChange={(v) => set({ packing: v, packingSd: '' })}
        error={packing.error}
        hint={
          value.packingSd
            ? `±${figures(Z95 * Number(value.packingSd), 2)}, learned from batches counted here by a row and by volume both`
            : 'Left empty: simple hexagonal layers. Count a batch by volume too, and this hatchery learns its own'
        }
      />
      <Outcome value={value} />
    </>
  );
}

/** A row tallied egg by egg, then taken over into the list of rows. */
function RowTally({ onRow }: { onRow: (eggs: number) => void }) {
  const [row, setRow] = useState(0);
  const [nth, setNth] = useState(0);
  return (
    <div className="flex flex-col gap-2">
      <TallyPad
        key={nth}
        word="Tally a row"
        open={nth > 0}
        classes={[
          { id: 'egg', word: 'egg', key: 'e' },
          { id: 'half', word: 'half', key: 'h' },
        ]}
        onCount={(n) => setRow((n.egg ?? 0) + (n.half ?? 0) / 2)}
      />
      {row > 0 && (
        <Button
          kind="main"
          className="self-start"
          onClick={() => {
            onRow(row);
            setRow(0);
            setNth(nth + 1);
          }}
        >
          Row of {row}: take it
        </Button>
      )}
    </div>
  );
}
