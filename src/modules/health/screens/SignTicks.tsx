'use client';

import { type Sign, signIds, signs } from '@/core/health/signs';
import { Tick } from '@/ui/Checkbox';

/** Signs of illness to tick, and where to look first for those that are. */
export function SignTicks({ value, onChange }: { value: readonly Sign[]; onChange: (v: Sign[]) => void }) {
  return (
    <fieldset>
      <legend className="mb-1 text-soft">What is seen</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 max-sm:grid-cols-1">
        {signIds.map((id) => (
          <Tick
            key={id}
            checked={value.includes(id)}
            onChange={(on) => onChange(on ? [...value, id] : value.filter((s) => s !== id))}
          >
            {signs[id].word}
          </Tick>
        ))}
      </div>
      {value.length > 0 && (
        <ul className="mt-2 border-l-[3px] border-deep pl-3">
          {value.map((id) => (
            <li key={id}>
              <span className="text-soft">{signs[id].word}:</span> look at {signs[id].look}
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  );
}
