'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type Incident, incidentIds, incidents } from '@/core/practice/incidents';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordIncident } from './act';

/** What to do comes before what is written: the card of the incident stands above the fields. */
export function IncidentForm({ what, done }: { what?: Incident; done?: () => void }) {
  const f = useActForm(recordIncident, {
    about: {},
    begin: what === undefined ? {} : { what },
    draftFor: `incident ${what ?? ''}`,
    needs: { what: 'what it is', who: 'whom', said: 'what happened' },
    says: () => 'Recorded. Tell the manager; the law may ask for a report.',
    done,
  });
  const chosen = f.value('what');
  return (
    <Form of={f} label="Record">
      <SelectField
        label="It is"
        {...f.field('what')}
        options={incidentIds.map((value) => ({ value, label: incidents[value].word }))}
      />
      {chosen && (
        <Caution>
          <b>First:</b> {incidents[chosen].first.join(' ')}
        </Caution>
      )}
      <TextField label="Whom" {...f.field('who')} />
      <TextField label="What happened" {...f.field('said')} />
      <TextField label="What was done" {...f.field('done')} />
    </Form>
  );
}

export const forms = formsOf(recordIncident, { corrects: { incident: () => <IncidentForm /> } });
