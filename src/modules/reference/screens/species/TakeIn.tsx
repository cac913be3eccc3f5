'use client';

import { useState } from 'react';
import { type Species, species as speciesSchema } from '@/core/species/species';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { SpeciesForm } from './SpeciesForm';

/** No species fills so much; what is larger is another file. */
const MOST_BYTES = 400_000;

/** A species that another site has written: read from its file, shown whole, and put in force only then. */
export function TakeIn({ taken }: { taken: readonly string[] }) {
  const [read, setRead] = useState<{ species: Species } | { wrong: string[] } | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) return setRead({ wrong: [`${file.name} is far too large to be a species.`] });
    setRead(await speciesIn(await file.text()));
  };
  return (
    <>
      <h2 className="mb-1 text-title">Take in a species</h2>
      <p className="quiet mb-3 max-w-[46rem]">
        A file that “Take along” has written, here or at another site. Nothing is in force until you say so below.
      </p>
      <Field label="Species file (YAML)" className="max-w-[30rem]">
        {(p) => <Input {...p} type="file" accept=".yaml,.yml" onChange={(e) => void take(e.target.files?.[0])} />}
      </Field>
      {read && 'wrong' in read && (
        <div role="alert" className="mt-3 text-loss">
          <p>It cannot be taken in:</p>
          <ul className="ml-5 list-disc">
            {read.wrong.map((w) => (
              <li key={w}>{w}</li>
            ))}
          </ul>
        </div>
      )}
      {read && 'species' in read && (
        <div className="mt-5">
          {taken.includes(read.species.id) && (
            <p className="mb-2 text-careful">
              {read.species.name} stands in Reference already: this file takes the place of what is in force. What was
              there stays in the history.
            </p>
          )}
          <SpeciesForm
            key={read.species.id}
            base={read.species}
            fresh={!taken.includes(read.species.id)}
            taken={taken}
          />
        </div>
      )}
    </>
  );
}

/** The species that a file holds, or what is wrong with it, line by line of the species. */
export async function speciesIn(text: string): Promise<{ species: Species } | { wrong: string[] }> {
  const { CORE_SCHEMA, load } = await import('js-yaml');
  let content: unknown;
  try {
    content = load(text, { schema: CORE_SCHEMA });
  } catch (e) {
    return { wrong: [`It is no YAML: ${(e as Error).message.split('\n')[0]}`] };
  }
  const r = speciesSchema.safeParse(content);
  if (r.success) return { species: r.data };
  return {
    wrong: r.error.issues.slice(0, 8).map((i) => `${i.path.join('.') || 'The whole'}: ${i.message}`),
  };
}
