'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { Mark } from '@/ui/drawings/glyphs';
import { TextField } from '@/ui/fields';

/** What the demo's people sign in with: the demo holds invented data only. */
const DEMO_PASSWORD = 'ombrel-demo-only';

export function SignIn({ siteName, people }: { siteName: string; people: { name: string; role: string }[] }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [asksCode, setAsksCode] = useState(false);
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const enter = async (who: string, word: string) => {
    setBusy(true);
    setError('');
    try {
      const response = await fetch('/api/sign-in', {
        method: 'POST',
        body: JSON.stringify({ name: who, password: word, ...(asksCode ? { code } : {}) }),
      });
      if (response.ok) {
        router.push('/');
        router.refresh();
        return;
      }
      const said = (await response.json()) as { error?: string; needs?: 'code' };
      setCode('');
      if (said.needs) setAsksCode(true);
      else setError(said.error ?? 'That did not work. Try again.');
    } catch {
      setError('No connection to Morula. Is it running?');
    }
    setBusy(false);
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-[420px] flex-col justify-center gap-6 px-6 py-10">
      <div className="flex items-center gap-4">
        <Mark size={52} />
        <div>
          <h1 className="text-title">{siteName}</h1>
          <p className="quiet">Morula keeps the season’s books.</p>
        </div>
      </div>
      {people.length > 0 && (
        <section className="flex flex-col gap-2 border-y border-rule py-4">
          <p className="quiet">This is the demo. Enter as</p>
          <div className="grid grid-cols-2 gap-2">
            {people.map((p) => (
              <Button key={p.name} disabled={busy} onClick={() => void enter(p.name, DEMO_PASSWORD)}>
                {p.name}
              </Button>
            ))}
          </div>
        </section>
      )}
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void enter(name, password);
        }}
      >
        <TextField label="Name" value={name} onChange={setName} autoComplete="username" />
        <TextField
          label="Password"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="current-password"
        />
        {asksCode && (
          <TextField
            label="Code of your authenticator"
            value={code}
            onChange={setCode}
            inputMode="numeric"
            autoComplete="one-time-code"
            hint="Six digits, new every half minute. Without the phone, the manager lets you in"
          />
        )}
        {error && (
          <p role="alert" className="text-loss">
            {error}
          </p>
        )}
        <Button kind="main" type="submit" disabled={busy || !name || !password || (asksCode && !code.trim())}>
          Sign in
        </Button>
      </form>
    </main>
  );
}
