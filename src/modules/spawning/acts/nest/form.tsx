'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofDayView } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { useEventFields } from '@/client/when';
import { protocolKindWords } from '@/core/spawning/protocol';
import { nest } from '@/modules/spawning/acts/nest/act';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import type { DayView } from '../../views/day';

/** A pair has spawned on its nest: whose eggs these are, and what they are worked by. */
export function NestForm({
  view,
  bowl: next,
  female,
  onDone,
}: {
  view: Pick<DayView, 'id' | 'females' | 'males' | 'protocols' | 'plan'>;
  bowl: string;
  female?: number;
  onDone?: () => void;
}) {
  const original = useOriginal<{ bowl: string; female: number; males: number[]; protocols: string[] }>();
  const act = useAct(nest, onDone);
  const event = useEventFields();
  const [bowl, setBowl] = useState(original?.bowl ?? next);
  const hers = original?.female ?? female;
  const planned = view.plan.crosses.find((c) => c.female === hers)?.males ?? [];
  const [males, setMales] = useState<number[]>(original?.males ?? planned.slice(0, 1));
  const [protocols, setProtocols] = useState<string[]>(
    original?.protocols ??
      view.plan.protocols.filter((id) => {
        const kind = view.protocols.find((p) => p.id === id)?.kind;
        return kind === 'disinfection' || kind === 'hardening';
      }),
  );
  return (
    <ActForm
      act={act}
      event={event}
      label="Spawned on it"
      needs={[!bowl.trim() && 'a name for the nest', males.length === 0 && 'the male']}
      onSend={() =>
        void act.submit(
          { day: view.id, bowl, female: hers ?? null, males, protocols, ...event.payload },
          (r) => `Nest ${r?.bowl} of ${r?.female}: count its eggs below.`,
        )
      }
    >
      <p className="quiet text-small">
        {view.females.find((f) => f.fish.id === hers)?.fish.tag} has spawned. The time is that at which it was seen, or
        the middle between two looks: her eggs’ clock runs from it.
      </p>
      <TextField label="Nest" value={bowl} onChange={setBowl} error={act.errorOn('bowl')} className="max-w-[8rem]" />
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">With</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {view.males.map((m) => (
            <Tick
              key={m.fish.id}
              checked={males.includes(m.fish.id)}
              onChange={(on) => setMales(on ? [...males, m.fish.id] : males.filter((x) => x !== m.fish.id))}
            >
              {m.fish.tag}
            </Tick>
          ))}
        </div>
        {act.errorOn('males') && <span className="text-small text-loss">{act.errorOn('males')}</span>}
      </fieldset>
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Worked by</legend>
        {view.protocols
          .filter((p) => p.kind === 'disinfection' || p.kind === 'hardening')
          .map((p) => (
            <Tick
              key={p.id}
              checked={protocols.includes(p.id)}
              onChange={(on) => setProtocols(on ? [...protocols, p.id] : protocols.filter((x) => x !== p.id))}
            >
              {protocolKindWords[p.kind]}: {p.name}
            </Tick>
          ))}
      </fieldset>
    </ActForm>
  );
}

export const forms = formsOf(nest, { corrects: { nest: ofDayView((view) => <NestForm view={view} bowl="" />) } });
