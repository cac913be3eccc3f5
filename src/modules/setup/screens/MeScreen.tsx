'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import { changePassword } from '@/modules/setup/acts/changePassword/act';
import { takeSecondFactor } from '@/modules/setup/acts/secondFactor/act';
import { dropSecondFactor } from '@/modules/setup/acts/secondFactorDrop/act';
import { endSignIn } from '@/modules/setup/acts/signInEnd/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Table } from '@/ui/Table';
import type { SignIn } from '../views/signIns';

type Listed = SignIn & { here: boolean };

/** Who can sign in as me, and from where I am signed in. */
export function MeScreen({
  signIns,
  second,
  secret,
  square,
  now,
  timeZone,
}: {
  signIns: Listed[];
  second: boolean;
  /** A new secret for the second factor, and as the address of a picture to be read by a phone. */
  secret: string;
  square: string;
  now: number;
  timeZone: string;
}) {
  const { name } = useSession();
  return (
    <div className="grid max-w-[1000px] grid-cols-2 gap-x-10 gap-y-8 px-6 py-4 max-md:grid-cols-1 max-sm:px-3">
      <h1 className="col-span-full">{name}</h1>
      <section aria-label="Password">
        <h2 className="mb-2">Password</h2>
        <PasswordForm />
      </section>
      <section aria-label="Second factor">
        <h2 className="mb-2">Second factor</h2>
        {second ? <SecondOn /> : <SecondOff secret={secret} square={square} />}
      </section>
      <section aria-label="Sign-ins" className="col-span-full">
        <h2 className="mb-2">Signed in</h2>
        <SignInTable list={signIns} now={now} timeZone={timeZone} />
      </section>
    </div>
  );
}

function PasswordForm() {
  const f = useActForm(changePassword, {
    about: {},
    needs: { current: 'the one you have', password: 'the new one' },
    clears: ['current', 'password'],
    says: () => 'Changed. Sign in with it from now on.',
  });
  return (
    <Form of={f} label="Change it">
      <Secretly label="Your password now" {...f.field('current')} />
      <TextField
        label="New password"
        type="password"
        autoComplete="new-password"
        {...f.field('password')}
        hint="At least ten characters. All your sign-ins end, this one too"
      />
    </Form>
  );
}

function Secretly(p: { label: string; value: string; onChange: (v: string) => void; error: string | null }) {
  return <TextField {...p} type="password" autoComplete="current-password" />;
}

function SecondOff({ secret, square }: { secret: string; square: string }) {
  const [begun, setBegun] = useState<{ secret: string; square: string } | null>(null);
  const f = useActForm(takeSecondFactor, {
    about: {},
    needs: { current: 'your password' },
    adjust: (input) => ({ ...input, secret: begun?.secret ?? null }),
    says: () => 'In use.',
  });
  if (!begun)
    return (
      <div className="flex flex-col items-start gap-3">
        <p className="quiet">
          Beside the password, a code from an authenticator on your phone, new every half minute. Wise for whoever may
          put books right.
        </p>
        {/* The secret is held here from now on: the page may be drawn anew meanwhile, with another. */}
        <Button onClick={() => setBegun({ secret, square })}>Set it up</Button>
      </div>
    );
  return (
    <Form
      of={f}
      label="Use it from now on"
      needs={[(f.value('code') ?? '').replace(/\D/g, '').length < 6 && 'the code shown now']}
    >
      <p>Read the square with your authenticator, or type the secret into it. Then type the code that it shows.</p>
      <img src={begun.square} alt="square to be read by a phone" width={180} height={180} className="bg-white" />
      <p className="font-mono text-body break-all" data-testid="secret">
        {begun.secret.match(/.{1,4}/g)!.join(' ')}
      </p>
      <TextField label="Code" inputMode="numeric" autoComplete="one-time-code" {...f.field('code')} />
      <Secretly label="Your password" {...f.field('current')} />
    </Form>
  );
}

function SecondOn() {
  const f = useActForm(dropSecondFactor, {
    about: {},
    needs: { current: 'your password' },
    says: () => 'The password alone is enough again.',
  });
  return (
    <Form of={f} label="Do without it">
      <p className="text-deep">In use: each sign-in asks for a code of your authenticator.</p>
      <Secretly label="Your password" {...f.field('current')} />
    </Form>
  );
}

function SignInTable({ list, now, timeZone }: { list: Listed[]; now: number; timeZone: string }) {
  const { name } = useSession();
  const act = useAct(endSignIn);
  const when = (at: number) => `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  return (
    <div className="overflow-x-auto">
      <Table>
        <thead>
          <tr>
            <th>who</th>
            <th>with</th>
            <th>since</th>
            <th>last used</th>
            <th aria-label="end it" />
          </tr>
        </thead>
        <tbody>
          {list.map((s) => (
            <tr key={s.id} data-sign-in={s.person}>
              <td className={s.person === name ? 'font-bold' : ''}>{s.person}</td>
              <td>{s.browser || 'a browser'}</td>
              <td className="whitespace-nowrap">{when(s.openedAt)}</td>
              <td className="whitespace-nowrap">{when(s.seenAt)}</td>
              <td>
                {s.here ? (
                  <span className="quiet">this one</span>
                ) : (
                  <Button kind="link" disabled={act.busy} onClick={() => void act.submit({ id: s.id })}>
                    end it
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {act.refused && <p className="mt-2 text-loss">{act.refused.message}</p>}
    </div>
  );
}
