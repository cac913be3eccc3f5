'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding } from '@/client/holding';
import { TextField } from '@/ui/fields';
import { recordNote } from './act';
import { noteLine } from './shorthand';

/** A remark on a unit; without one it corrects what was written before. */
export function NoteForm({ h }: { h?: ActHolding }) {
  const f = useActForm(recordNote, {
    about: h ? { unit: h.unitId, lotId: h.lotId } : {},
    needs: { note: 'a note' },
    clears: ['note'],
    // It is of now, and the note is all of it.
    event: false,
    says: () => 'Noted.',
  });
  return (
    <Form of={f} label="Note">
      <TextField label={h ? `Note on ${h.unit}` : 'Note'} {...f.field('note')} />
    </Form>
  );
}

export const forms = formsOf(recordNote, {
  shorthand: noteLine,
  offers: [{ id: 'note', word: 'Note', rank: () => 24, form: ({ h }) => <NoteForm h={h} /> }],
  corrects: { note: () => <NoteForm /> },
});
