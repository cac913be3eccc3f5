'use client';

import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { decodeText } from '@/core/readings/decodeText';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { saveTides } from './act';

/** The tide table of the place, from a file; the moon tells the springs where there is none. */
export function TidesFile({ done }: { done?: () => void }) {
  const act = useAct(saveTides, done);
  const [text, setText] = useState<string | null>(null);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (text !== null)
          void act.submit({ text }, (r) => `${(r as { lines: number } | undefined)?.lines ?? 0} high and low waters.`);
      }}
    >
      <Field
        label="Tide table, CSV"
        hint="a line for each high and low water: 2031-05-01 04:12; 3.4"
        error={act.errorOn('text')}
      >
        {(p) => (
          <Input
            {...p}
            type="file"
            accept=".csv,.txt,text/csv"
            onChange={async (e) => {
              const file = e.target.files?.[0];
              setText(file ? decodeText(new Uint8Array(await file.arrayBuffer())) : null);
            }}
          />
        )}
      </Field>
      <ActFoot act={act} label="Keep the table" needs={text === null ? ['a file'] : []} />
    </form>
  );
}
