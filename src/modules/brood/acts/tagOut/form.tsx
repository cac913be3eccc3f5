'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { tagOut } from './act';

/** Donors tagged out of a batch. */
export function TagForm({ batch, strains }: { batch: { id: number; name: string }; strains: readonly string[] }) {
  const f = useActForm(tagOut, {
    about: { batch: batch.id },
    begin: { sex: 'female', ...(strains.length === 1 ? { strain: strains[0]! } : {}) },
    as: { tags: 'words' },
    needs: { tags: 'a tag' },
    clears: ['tags'],
    says: (r) => `${r?.tagged} tagged out of ${r?.name}.`,
  });
  const tags = f.value('tags')?.length ?? 0;
  return (
    <Form of={f} label={tags > 1 ? `Tag ${tags}` : 'Tag'}>
      <p className="quiet text-small">Each is a brood fish of its own from here on, with where it was caught.</p>
      <Choice
        label="Sex"
        {...f.field('sex')}
        options={[
          { value: 'female', label: 'females' },
          { value: 'male', label: 'males' },
          { value: 'unknown', label: 'not sexed' },
        ]}
      />
      <TextField
        label="Tags"
        {...f.typed('tags')}
        placeholder="W101 W102 W103"
        hint="Read them in, parted by spaces; a reader may type here"
      />
      <TextField label="Strain" {...f.field('strain')} hint="Fish of different strains are never proposed as mates" />
    </Form>
  );
}
