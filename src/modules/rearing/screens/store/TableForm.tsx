'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useSession } from '@/client/session';
import { Field, TextField } from '@/ui/fields';
import { TextArea } from '@/ui/Input';
import { SelectField } from '@/ui/SelectField';
import { saveFeedTable } from '../../acts/feedTable/act';

/** A table of rations, pasted or taken from a file. */
export function TableForm({ species, done }: { species: readonly { id: string; name: string }[]; done: () => void }) {
  const { locale } = useSession();
  const f = useActForm(saveFeedTable, {
    about: { locale },
    draftFor: 'table of rations',
    as: { species: 'words' },
    needs: { name: 'a name', species: 'the species', source: 'whose table it is', text: 'the table' },
    says: (r) => `${r?.masses} masses at ${r?.temperatures} temperatures: its species are fed by it from now on.`,
    done,
  });
  const text = f.field('text');
  return (
    <Form of={f} label="Take it in">
      <TextField label="Name" {...f.field('name')} />
      <SelectField
        label="For"
        {...f.typed<string>('species')}
        options={species.map((s) => ({ value: s.id, label: s.name }))}
      />
      <TextField label="Whose table it is" {...f.field('source')} placeholder="the maker, a trial, a handbook" />
      <Field
        label="Table"
        error={text.error}
        hint="Temperatures in one line, below it a mass and the share of the body mass a day, %, for each. Paste it from a sheet or a file."
      >
        {(p) => (
          <TextArea
            {...p}
            className="w-full font-mono text-small"
            rows={10}
            placeholder={'g,6 °C,8 °C,10 °C\n0.5,2.4,3.1,3.9\n2,1.6,2.1,2.6'}
            value={text.value}
            onChange={(e) => text.onChange(e.target.value)}
          />
        )}
      </Field>
    </Form>
  );
}
