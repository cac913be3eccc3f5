import { TraceScreen } from '@/modules/trace/screens/TraceScreen';
import { addressOf, subjectIn } from '@/modules/trace/subject';
import { traceable, traced } from '@/modules/trace/views/trace';
import { db } from '../../_server/database';
import { requestNow } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Trace' };

export default async function TracePage({ searchParams }: { searchParams: Promise<{ of?: string }> }) {
  const person = await requirePerson();
  const asked = (await searchParams).of;
  const subject = subjectIn(typeof asked === 'string' ? asked : undefined);
  const [choices, of] = await Promise.all([
    traceable(db(), person.siteId),
    subject ? traced(db(), person, subject, requestNow()) : null,
  ]);
  const chosen = subject ? addressOf(subject) : (asked ?? '');
  return (
    <TraceScreen
      chosen={chosen}
      // What was reached from elsewhere, an entry or an old lot, stands among the choices.
      choices={
        of && !choices.some((c) => c.value === chosen) ? [{ value: chosen, label: of.title }, ...choices] : choices
      }
      of={of}
    />
  );
}
