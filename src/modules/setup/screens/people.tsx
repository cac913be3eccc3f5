'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { addPerson } from '@/modules/setup/acts/addPerson/act';
import { savePerson } from '@/modules/setup/acts/person/act';
import { resetPassword } from '@/modules/setup/acts/resetPassword/act';
import { resetSecondFactor } from '@/modules/setup/acts/secondFactorReset/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Select } from '@/ui/Select';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';

const roles = ['manager', 'culturist', 'hand', 'reader'] as const;

export function PersonRow({ p }: { p: SetupView['people'][number] }) {
  const act = useAct(savePerson);
  const reset = useAct(resetPassword, () => setPassword(null));
  const second = useAct(resetSecondFactor);
  const [password, setPassword] = useState<string | null>(null);
  return (
    <tr>
      <td className="font-bold">{p.name}</td>
      <td>
        <Select
          aria-label={`Role of ${p.name}`}
          className="max-w-[9rem]"
          value={p.role}
          onChange={(role) => void act.submit({ id: p.id, role, active: p.active })}
          options={roles.map((r) => ({ value: r, label: r }))}
        />
        {act.refused && (
          <span role="alert" className="ml-2 text-loss">
            {act.refused.message} {act.refused.todo}
          </span>
        )}
      </td>
      <td>
        {password === null ? (
          <Button kind="link" onClick={() => setPassword('')}>
            reset password
          </Button>
        ) : (
          <form
            className="flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void reset.submit({ id: p.id, password });
            }}
          >
            <TextField
              label="New password"
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={setPassword}
              error={reset.errorOn('password') ?? reset.refused?.message}
            />
            <Button type="submit" disabled={!password || reset.busy}>
              Set
            </Button>
          </form>
        )}
        {p.second && (
          <Button kind="link" className="ml-3" disabled={second.busy} onClick={() => void second.submit({ id: p.id })}>
            lost the phone: in without a code
          </Button>
        )}
        {reset.done && <span className="text-deep">Set; they sign in anew.</span>}
      </td>
      <td>
        <Button kind="link" onClick={() => void act.submit({ id: p.id, role: p.role, active: !p.active })}>
          {p.active ? 'close the account' : 'open it again'}
        </Button>
      </td>
    </tr>
  );
}

export function NewPerson() {
  const f = useActForm(addPerson, {
    about: {},
    begin: { role: 'culturist' },
    needs: { name: 'a name', password: 'a password' },
    clears: ['name', 'password'],
    says: () => 'Made.',
  });
  return (
    <Form of={f} className={line} label="Add person">
      <TextField label="New person" {...f.field('name')} autoComplete="off" />
      <SelectField
        label="Role"
        {...f.field('role')}
        options={roles.map((r) => ({ value: r, label: r }))}
        hint="A hand picks, feeds and proposes counts"
      />
      <TextField label="Password" type="password" {...f.field('password')} autoComplete="new-password" />
    </Form>
  );
}
