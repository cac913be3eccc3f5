'use client';

import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
import { type WorkEvent, workCareIds, workEvents, workStateIds } from '@/core/water/circuits/works';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { noticeWork } from './act';
import { workLines } from './shorthand';

/** What was seen or heard of a work. */
export function NoticeForm({ work, begin = 'stopped', done }: { work?: number; begin?: WorkEvent; done?: () => void }) {
  const f = useActForm(noticeWork, {
    // A correction stays with its work.
    about: work === undefined ? {} : { work },
    begin: { what: begin },
    draftFor: `work ${work ?? ''} ${begin}`,
    says: (r) =>
      r?.stoodMinutes == null
        ? `Recorded.${r?.todo ? ` ${r.todo}` : ''}`
        : `Recorded: ${r.work} stood for ${r.stoodMinutes} min. Look at the fish again.`,
    done,
  });
  const original = useOriginal<{ what: WorkEvent }>();
  const care = (workCareIds as readonly string[]).includes(original?.what ?? begin);
  const offered = care
    ? workCareIds
    : workStateIds.filter((e) => work === undefined || (begin === 'runs') === (e === 'runs'));
  return (
    <Form of={f} label="Record">
      <Choice
        label="What"
        {...f.field('what')}
        options={offered.map((value) => ({ value, label: workEvents[value] }))}
      />
      {f.value('what') === 'flushed' && (
        <div className="grid grid-cols-2 gap-2">
          <DecimalInput label="Pressure before, kPa" {...f.field('beforeKpa')} />
          <DecimalInput label="and after, kPa" {...f.field('afterKpa')} />
        </div>
      )}
      <TextField label="In a line" {...f.field('said')} />
    </Form>
  );
}

export const forms = formsOf(noticeWork, {
  shorthand: workLines,
  corrects: { workEvent: () => <NoticeForm /> },
});
