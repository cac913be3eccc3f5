'use client';

import { formsOf, ofDayView } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { protocolKindWords } from '@/core/spawning/protocol';
import { nest } from '@/modules/spawning/acts/nest/act';
import { Ticks } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import type { DayView } from '../../views/day';

/** A pair has spawned on its nest: whose eggs these are, and what they are worked by. */
export function NestForm({
  view,
  bowl,
  female,
  onDone,
}: {
  view: Pick<DayView, 'id' | 'females' | 'males' | 'protocols' | 'plan'>;
  bowl: string;
  female?: number;
  onDone?: () => void;
}) {
  const fits = view.protocols.filter((p) => p.kind === 'disinfection' || p.kind === 'hardening');
  const f = useActForm(nest, {
    about: { day: view.id, ...(female === undefined ? {} : { female }) },
    begin: {
      bowl,
      males: view.plan.crosses.find((c) => c.female === female)?.males.slice(0, 1) ?? [],
      protocols: view.plan.protocols.filter((id) => fits.some((p) => p.id === id)),
    },
    needs: { bowl: 'a name for the nest', males: 'the male' },
    says: (r) => `Nest ${r?.bowl} of ${r?.female}: count its eggs below.`,
    done: onDone,
  });
  const hers = female ?? f.value('female');
  return (
    <Form of={f} label="Spawned on it">
      <p className="quiet text-small">
        {view.females.find((x) => x.fish.id === hers)?.fish.tag} has spawned. The time is that at which it was seen, or
        the middle between two looks: her eggs’ clock runs from it.
      </p>
      <TextField label="Nest" {...f.field('bowl')} className="max-w-[8rem]" />
      <Ticks
        label="With"
        {...f.chosen('males')}
        options={view.males.map((m) => ({ value: m.fish.id, label: m.fish.tag }))}
      />
      <Ticks
        label="Worked by"
        below
        {...f.chosen('protocols')}
        options={fits.map((p) => ({ value: p.id, label: `${protocolKindWords[p.kind]}: ${p.name}` }))}
      />
    </Form>
  );
}

export const forms = formsOf(nest, { corrects: { nest: ofDayView((view) => <NestForm view={view} bowl="" />) } });
