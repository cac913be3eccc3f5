'use client';

import { formsOf } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { NumberInput } from '@/client/inputs';
import type { Sign } from '@/core/health/signs';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { SignTicks } from '../../screens/SignTicks';
import { type CaseWord, caseSay, caseWords } from './act';

/** What is said of a case: found, sent, come back, made of it. */
export function CaseSayForm({ caseId, samples = [] }: { caseId?: number; samples?: readonly string[] }) {
  const original = useOriginal<{ signs?: Sign[] }>();
  const typing = useTyped<{ signs: Sign[] }>(() => ({ signs: original?.signs ?? [] }));
  const { signs } = typing.value;
  const f = useActForm(caseSay, {
    about: caseId === undefined ? {} : { case: caseId },
    begin: { what: 'found' },
    draftFor: `case ${caseId ?? ''}`,
    typing,
    adjust: (input) => ({ ...input, signs: input.what === 'found' ? signs : [] }),
    says: () => {
      typing.put({ signs: [] });
      return 'Recorded.';
    },
  });
  const what = f.value('what') ?? 'found';
  return (
    <Form of={f} label="Record">
      <Choice
        label="What"
        {...f.field('what')}
        options={(Object.keys(caseWords) as CaseWord[]).map((value) => ({ value, label: caseWords[value] }))}
      />
      {what === 'found' && (
        <>
          <SignTicks value={signs} onChange={(v) => typing.put({ signs: v })} />
          <TextField label="Found" {...f.field('text')} />
        </>
      )}
      {what === 'sample' && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <TextField label="On the container" {...f.field('sample')} />
            <NumberInput label="Animals in it" {...f.field('animals')} hint="killed ones are booked as a sample" />
          </div>
          <TextField label="Organs" {...f.field('organs')} />
          <TextField
            label="Handed to"
            {...f.field('handedTo')}
            hint="and who takes it on; each hand that it goes through"
          />
          <Caution>
            Cold, sealed, labelled twice, with the order of the laboratory. Sharp blades; bag and disinfect what touched
            the fish.
          </Caution>
        </>
      )}
      {what === 'result' && (
        <>
          {samples.length > 0 ? (
            <SelectField
              label="Of the container"
              {...f.field('sample')}
              options={samples.map((s) => ({ value: s, label: s }))}
            />
          ) : (
            <TextField label="Of the container" {...f.field('sample')} />
          )}
          <TextField label="Found in it" {...f.field('text')} />
          <TextField label="Laboratory" {...f.field('by')} />
        </>
      )}
      {what === 'diagnosis' && (
        <>
          <TextField label="It is" {...f.field('text')} />
          <TextField label="Says who" {...f.field('by')} />
        </>
      )}
    </Form>
  );
}

export const forms = formsOf(caseSay, { corrects: { caseSay: () => <CaseSayForm /> } });
