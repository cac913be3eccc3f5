'use client';

import { useState } from 'react';
import type { Sex } from '@/core/brood/parseFish';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/SelectField';
import { ImportFish, type ImportSpecies } from './ImportFish';
import { SaveFishForm } from './SaveFishForm';

/** Entering fish: one by one, or a list. */
export function BroodTools({
  species,
  allSpecies,
  known,
  units,
  strains,
  first,
}: {
  species: ImportSpecies;
  allSpecies: readonly ImportSpecies[];
  known: readonly { tag: string; sex: Sex }[];
  units: readonly string[];
  strains: readonly string[];
  /** None is known yet: the forms stand open. */
  first: boolean;
}) {
  const [open, setOpen] = useState<'one' | 'list' | null>(first ? 'one' : null);
  const [kind, setKind] = useState(species.id);
  const chosen = allSpecies.find((s) => s.id === kind) ?? species;
  const button = (id: 'one' | 'list', word: string) => (
    <Button
      aria-pressed={open === id}
      className={`${open === id ? 'border-deep bg-deep-wash' : ''}`}
      onClick={() => setOpen(open === id ? null : id)}
    >
      {word}
    </Button>
  );
  return (
    <section className="mt-6 max-w-[760px]" aria-label="Enter brood fish">
      <div className="flex flex-wrap gap-1.5">
        {button('one', 'Enter a fish')}
        {button('list', 'Read in a list')}
        {!first && (
          <a className="button no-underline" href={`/export?what=brood&species=${species.id}&as=csv`}>
            List as CSV
          </a>
        )}
      </div>
      {open && (
        <div className="mt-3 flex flex-col gap-3 border-l-[3px] border-deep pl-3">
          <SelectField
            label="Species"
            className="max-w-[16rem]"
            value={kind}
            onChange={setKind}
            options={allSpecies.map((s) => ({ value: s.id, label: s.name }))}
          />
          {open === 'one' ? (
            <SaveFishForm key={chosen.id} species={chosen} strains={strains} />
          ) : (
            <ImportFish key={chosen.id} species={chosen} known={chosen.id === species.id ? known : []} units={units} />
          )}
        </div>
      )}
    </section>
  );
}
