'use client';

import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Field, TextField } from '@/ui/fields';
import { ActFoot, useAct } from '../acts/useAct';

/** Lays this hatchery's own value over the shipped one; the old one stays in the history. */
export function ValueEditor({ species, path, value }: { species: string; path: string; value: unknown }) {
  const act = useAct('species.setValue');
  const [text, setText] = useState(JSON.stringify(value, null, 1));
  const [source, setSource] = useState('');
  const [why, setWhy] = useState('');
  let parsed: unknown;
  let wrong = '';
  try {
    parsed = JSON.parse(text);
  } catch (e) {
    wrong = `cannot be read: ${(e as Error).message}`;
  }
  return (
    <Dialog.Root>
      <Dialog.Trigger className="link text-[0.87rem]">edit</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[88vh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-strong bg-sheet p-6"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-3 text-[1.1rem] font-bold">{path}</Dialog.Title>
          <form
            className="flex flex-col gap-3"
            onSubmit={(e) => {
              e.preventDefault();
              if (!wrong)
                void act.submit(
                  { species, path, value: parsed, source, why },
                  () => 'In force from now on; dates are worked anew.',
                );
            }}
          >
            <Field label="Value, in the form that stands here" error={wrong || act.errorOn('value')}>
              {(p) => (
                <textarea
                  {...p}
                  rows={9}
                  className="input font-mono text-[0.9rem]"
                  value={text}
                  onChange={(e) => setText(e.target.value)}
                />
              )}
            </Field>
            <TextField
              label="Source"
              value={source}
              onChange={setSource}
              hint="The publication, or “own counts 2031”"
              error={act.errorOn('source')}
            />
            <TextField label="Why" value={why} onChange={setWhy} error={act.errorOn('why')} />
            <ActFoot act={act} label="Put in force" disabled={Boolean(wrong) || !source || !why} />
          </form>
          <Dialog.Close className="link mt-3">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
