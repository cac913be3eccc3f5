'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type WorkEvent, workEventIds, workEvents } from '@/core/water/works';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { noticeWork } from './act';

/** What was seen or heard of a work. */
export function NoticeForm({ work, begin = 'stopped', done }: { work?: number; begin?: WorkEvent; done?: () => void }) {
  const f = useActForm(noticeWork, {
    // A correction stays with its work.
    about: work === undefined ? {} : { work },
    begin: { what: begin },
    draftFor: `work ${work ?? ''} ${begin}`,
    says: (r) =>
      r?.stoodMinutes == null
        ? 'Recorded.'
        : `Recorded: ${r.work} stood for ${r.stoodMinutes} min. Look at the fish again.`,
    done,
  });
  return (
    <Form of={f} label="Record">
      <Choice
        label="What"
        {...f.field('what')}
        options={workEventIds
          .filter((e) => work === undefined || (begin === 'runs') === (e === 'runs'))
          .map((value) => ({ value, label: workEvents[value] }))}
      />
      <TextField label="In a line" {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(noticeWork, { corrects: { workEvent: () => <NoticeForm /> } });
