'use client';

import { type OffspringSex, offspringSexes, offspringWords } from '@/core/brood/strainAndSex';
import { SelectField } from '@/ui/SelectField';

/** What animals are made to be. */
export function OffspringField({ value, onChange }: { value: OffspringSex; onChange: (v: OffspringSex) => void }) {
  return (
    <SelectField
      label="They are"
      value={value}
      onChange={onChange}
      options={offspringSexes.map((s) => ({ value: s, label: offspringWords[s] }))}
      hint={
        value === 'female'
          ? 'By milt of females turned to males, or by a method of your own'
          : value === 'sterile'
            ? 'By a shock after fertilising, or bought as such: how many really are is for a test to say'
            : undefined
      }
    />
  );
}
