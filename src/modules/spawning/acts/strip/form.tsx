'use client';

import { AirClock } from '@/client/AirClock';
import { formsOf, ofFish } from '@/client/act/actForms';
import type { FishInHand } from '@/client/fish';
import { ofDay } from '@/client/fish';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { massOfAll } from '@/core/quantities/mass';
import { strip } from '@/modules/spawning/acts/strip/act';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';

const NOT_LOOKED = 'not looked';

/** Eggs stripped, weighed dry, and looked at; poor ones are held apart. */
export function StripForm({ f: fish, onDone }: { f: FishInHand; onDone?: () => void }) {
  const { units } = useSession();
  const f = useActForm(strip, {
    about: ofDay(fish),
    as: { massG: 'small' },
    needs: { massG: 'the mass of the eggs', why: 'why they are held apart' },
    says: (_, sent) => `${fish.tag}: ${massOfAll(sent.value('massG')!, units === 'us', 2)} of eggs.`,
    done: onDone,
  });
  const air = f.own('airSeconds');
  const apart = f.value('apart');
  const poor =
    f.value('firmness') === 'soft' ||
    f.value('blood') === 'much' ||
    f.value('lumps') ||
    (f.value('overRipeShare') ?? 0) >= POOR;
  return (
    <Form of={f} label="Record">
      <HowTo card="strip" />
      <AirClock seconds={air.value} onStop={air.onChange} />
      <MeasureInput label="Eggs, dry" {...f.measure('massG')} hint="Bowl tared, ovarian fluid let off as always" />
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Colour"
          {...f.field('colour')}
          options={[
            { value: 'good', label: 'good' },
            { value: 'pale', label: 'pale' },
            { value: 'mixed', label: 'mixed' },
            { value: 'dark', label: 'dark' },
          ]}
          empty={NOT_LOOKED}
        />
        <SelectField
          label="Firmness"
          {...f.field('firmness')}
          options={[
            { value: 'firm', label: 'firm' },
            { value: 'mixed', label: 'mixed' },
            { value: 'soft', label: 'soft, watery' },
          ]}
          empty={NOT_LOOKED}
        />
        <SelectField
          label="Blood"
          {...f.field('blood')}
          options={[
            { value: 'none', label: 'none' },
            { value: 'some', label: 'some' },
            { value: 'much', label: 'much' },
          ]}
          empty={NOT_LOOKED}
        />
        <TextField label="Over-ripe or broken, %" inputMode="decimal" {...f.field('overRipeShare')} />
      </div>
      <Tick {...f.field('lumps')}>lumps hardened by water</Tick>
      {poor && !apart && (
        <p className="text-careful">Poor eggs spoil the good ones of a bowl and feed fungus: hold them apart.</p>
      )}
      <Tick {...f.field('apart')}>held apart</Tick>
      {apart && <TextField label="Held apart because" {...f.field('why')} />}
      <Caution>
        Surface damp, eyes covered, gentle pressure; stop when eggs no longer run. No water to the eggs.
      </Caution>
    </Form>
  );
}

/** From this share of over-ripe or broken eggs on, holding apart is advised. */
const POOR = 0.2;

export const forms = formsOf(strip, { corrects: { strip: ofFish((f) => <StripForm f={f} />) } });
