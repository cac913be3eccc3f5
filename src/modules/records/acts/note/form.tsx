'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useCorrecting } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { ActHolding } from '@/client/holding';
import { TextField } from '@/ui/fields';
import { recordNote } from './act';
import { noteLine } from './shorthand';

/** A remark on a unit; without one it puts right what was written before. */
export function NoteForm({ h }: { h?: ActHolding }) {
  const act = useAct(recordNote, () => setNote(''));
  const correcting = useCorrecting();
  const [note, setNote] = useState(correcting?.note ?? '');
  return (
    <ActForm
      act={act}
      onSend={() => {
        void act.submit(h ? { unit: h.unitId, lotId: h.lotId, note } : { note }, () => 'Noted.');
      }}
      label="Note"
      disabled={!note.trim()}
    >
      <TextField label={h ? `Note on ${h.unit}` : 'Note'} value={note} onChange={setNote} error={act.errorOn('note')} />
    </ActForm>
  );
}

export const forms = formsOf(recordNote, {
  shorthand: noteLine,
  offers: [{ id: 'note', word: 'Note', rank: () => 24, form: ({ h }) => <NoteForm h={h} /> }],
  corrects: { note: () => <NoteForm /> },
});
