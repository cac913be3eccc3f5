'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, NumberInput } from '@/client/inputs';
import { gearIds, gears } from '@/core/release/returns';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordReturn } from './act';

/** What a trap, a net or anglers brought back: looked at, marked, of the wished size. */
export function ReturnForm({
  sites,
  marks,
  done,
}: {
  sites: readonly { id: number; name: string }[];
  /** Marks with which something was released, by site. */
  marks: readonly { siteId: number; mark: string }[];
  done?: () => void;
}) {
  const f = useActForm(recordReturn, {
    about: {},
    begin: { gear: 'trap' },
    draftFor: 'returns',
    needs: { site: 'which water', examined: 'how many were looked at' },
    says: (r) => `${r?.marked} with a mark at ${r?.site}.`,
    done,
  });
  const lines = f.lines('marks', {}, ['mark']);
  const site = f.value('site');
  const known = [...new Set(marks.filter((m) => site === null || m.siteId === site).map((m) => m.mark))];
  return (
    <Form of={f} label="Record">
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="At"
          {...f.field('site')}
          empty="choose a water"
          options={sites.map((s) => ({ value: String(s.id), label: s.name }))}
        />
        <SelectField
          label="By"
          {...f.field('gear')}
          options={gearIds.map((value) => ({ value, label: gears[value] }))}
        />
        <NumberInput label="Looked at" {...f.field('examined')} />
        <DecimalInput label="of all that came, %" {...f.field('seenShare')} hint="empty: all" />
      </div>
      <fieldset>
        <legend className="mb-1 text-soft">
          Of them, with a mark{known.length > 0 ? `: ${known.join(', ')}` : ''}
        </legend>
        {lines.each.map((l) => (
          <div key={l.key} className="mb-1 grid grid-cols-[minmax(0,1fr)_6rem_7rem] items-end gap-2">
            <TextField label="Mark" {...l.field('mark')} />
            <NumberInput label="Number" {...l.field('number')} />
            <NumberInput label="of wished size" {...l.field('wished')} />
          </div>
        ))}
        {lines.error && <span className="text-small text-loss">{lines.error}</span>}
      </fieldset>
      <TextField label="In a line" {...f.field('said')} />
      {f.value('gear') === 'electro' && (
        <Caution>
          Electric fishing only by who holds its certificate, by permit, with a second person ashore: nobody in the
          water while it is on.
        </Caution>
      )}
    </Form>
  );
}

export const forms = formsOf(recordReturn, {});
