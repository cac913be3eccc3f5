'use client';

import { useState } from 'react';
import { ActForm } from '@/client/ActForm';
import { formsOf, ofFish } from '@/client/actForms';
import { useOriginal } from '@/client/correcting';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { useAct } from '@/client/useAct';
import { useEventFields } from '@/client/when';
import { findingWords, type ReadyFinding, readyFindings } from '@/core/induction/latency';
import { lookReady } from '@/modules/spawning/acts/ready/act';

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
      <p className="quiet text-[0.92rem]">Lift her: do eggs run by their own weight? If not, slight pressure, once.</p>
      <div className="grid gap-1.5" role="radiogroup" aria-label="What was found">
        {readyFindings.map((x) => (
          <label key={x} className={`button justify-start ${found === x ? 'border-deep bg-deep-wash font-bold' : ''}`}>
            <input
              type="radio"
              name="found"
              className="accent-[var(--deep)]"
              checked={found === x}
              onChange={() => setFound(x)}
            />
            {findingWords[x]}
          </label>
        ))}
      </div>
      {found === 'running' && <p className="text-deep">Now the males: milt or testes only from here on.</p>}
      {found === 'overRipe' && <p className="text-careful">Strip her for her own sake, and hold her eggs apart.</p>}
    </ActForm>
  );
}

export const forms = formsOf(lookReady, { corrects: { ready: ofFish((f) => <ReadyForm f={f} />) } });
