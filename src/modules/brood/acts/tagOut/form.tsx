'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { tagOut } from './act';

/** Donors tagged out of a batch. */
export function TagForm({ batch, strains }: { batch: { id: number; name: string }; strains: readonly string[] }) {
  const act = useAct(tagOut, () => setTags(''));
  const [sex, setSex] = useState<'female' | 'male' | 'unknown'>('female');
  const [tags, setTags] = useState('');
  const [strain, setStrain] = useState(strains.length === 1 ? strains[0]! : '');
  const list = tags.split(/[\s,;]+/).filter(Boolean);
  return (
    <ActForm
      act={act}
      label={list.length > 1 ? `Tag ${list.length}` : 'Tag'}
      needs={[list.length === 0 && 'a tag']}
      onSend={() =>
        void act.submit({ batch: batch.id, sex, tags: list, strain }, (r) => `${r?.tagged} tagged out of ${r?.name}.`)
      }
    >
      <p className="quiet text-small">Each is a brood fish of its own from here on, with where it was caught.</p>
      <Choice
        label="Sex"
        value={sex}
        onChange={setSex}
        options={[
          { value: 'female', label: 'females' },
          { value: 'male', label: 'males' },
          { value: 'unknown', label: 'not sexed' },
        ]}
      />
      <TextField
        label="Tags"
        value={tags}
        onChange={setTags}
        placeholder="W101 W102 W103"
        error={act.errorOn('tags')}
        hint="Read them in, parted by spaces; a reader may type here"
      />
      <TextField
        label="Strain"
        value={strain}
        onChange={setStrain}
        hint="Fish of different strains are never proposed as mates"
      />
    </ActForm>
  );
}
