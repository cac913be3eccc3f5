'use client';

import { type OffspringSex, offspringSexes, offspringWords } from '@/core/brood/strainAndSex';
import { SelectField } from '@/ui/SelectField';

/** What animals are made to be. */
export function OffspringField(field: {
  value: OffspringSex | '';
  onChange: (v: OffspringSex) => void;
  error?: string | null;
}) {
  return (
    <SelectField
      label="They are"
      {...field}
      options={offspringSexes.map((s) => ({ value: s, label: offspringWords[s] }))}
      hint={
        field.value === 'female'
          ? 'By milt of females turned to males, or by a method of your own'
          : field.value === 'sterile'
            ? 'By a shock after fertilising, or bought as such: how many really are is for a test to say'
            : undefined
      }
    />
  );
}
