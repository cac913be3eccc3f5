'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofFish } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { useEventFields } from '@/client/when';
import { findingWords, type ReadyFinding, readyFindings } from '@/core/induction/latency';
import { lookReady } from '@/modules/spawning/acts/ready/act';
import { Choice } from '@/ui/Choice';

/** Looked whether she runs: one tap. */
export function ReadyForm({ f, onDone }: { f: FishInHand; onDone?: () => void }) {
  const original = useOriginal<{ found: ReadyFinding }>();
  const act = useAct(lookReady, onDone);
  const event = useEventFields();
  const [found, setFound] = useState<ReadyFinding | ''>(original?.found ?? '');
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[!found && 'what was found']}
      onSend={() =>
        void act.submit(
          { ...ofDay(f), found: found || null, ...event.payload },
          () => `${f.tag}: ${findingWords[found as 'soon']}.`,
        )
      }
    >
      <p className="quiet text-small">Lift her: do eggs run by their own weight? If not, slight pressure, once.</p>
      <Choice
        label="What was found"
        tall
        className="grid gap-1.5"
        value={found}
        onChange={setFound}
        options={readyFindings.map((x) => ({ value: x, label: findingWords[x] }))}
      />
      {found === 'running' && <p className="text-deep">Now the males: milt or testes only from here on.</p>}
      {found === 'overRipe' && <p className="text-careful">Strip her for her own sake, and hold her eggs apart.</p>}
    </ActForm>
  );
}

export const forms = formsOf(lookReady, { corrects: { ready: ofFish((f) => <ReadyForm f={f} />) } });
