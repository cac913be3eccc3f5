'use client';

import { formsOf, ofFish } from '@/client/act/actForms';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { findingWords, readyFindings } from '@/core/induction/latency';
import { lookReady } from '@/modules/spawning/acts/ready/act';
import { Choice } from '@/ui/Choice';

/** Looked whether she runs: one tap. */
export function ReadyForm({ f: fish, onDone }: { f: FishInHand; onDone?: () => void }) {
  const f = useActForm(lookReady, {
    about: ofDay(fish),
    needs: { found: 'what was found' },
    says: (_, sent) => `${fish.tag}: ${findingWords[sent.value('found')!]}.`,
    done: onDone,
  });
  const found = f.value('found');
  return (
    <Form of={f} label="Record">
      <p className="quiet text-small">Lift her: do eggs run by their own weight? If not, slight pressure, once.</p>
      <Choice
        label="What was found"
        tall
        className="grid gap-1.5"
        {...f.field('found')}
        options={readyFindings.map((x) => ({ value: x, label: findingWords[x] }))}
      />
      {found === 'running' && <p className="text-deep">Now the males: milt or testes only from here on.</p>}
      {found === 'overRipe' && <p className="text-careful">Strip her for her own sake, and hold her eggs apart.</p>}
    </Form>
  );
}

export const forms = formsOf(lookReady, { corrects: { ready: ofFish((f) => <ReadyForm f={f} />) } });
