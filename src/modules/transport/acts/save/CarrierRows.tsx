'use client';

import type { z } from 'zod';
import type { Lines } from '@/client/form/useActForm';
import { MeasureInput, NumberInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { decimals, degrees, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { type Carrier, carrierIds, carriers, type HaulTank, type haulTank } from '@/core/transport/haul';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { TankFull } from '../../fullness';

type Lined = Lines<z.input<typeof haulTank>>;

const usual: Record<Carrier, string> = { tank: 'tank', bag: 'bags', moist: 'boxes' };
const ofUs = (name: string) => Object.values(usual).some((w) => name.startsWith(`${w} `));

/** Carriers as far as they can be read of what is typed. */
export const carriersRead = (lines: Lined): HaulTank[] =>
  lines.each.map((l) => {
    const kind = (l.value('kind') ?? 'tank') as Carrier;
    return {
      name: l.value('name') ?? '',
      kind,
      count: kind === 'tank' ? 1 : (l.value('count') ?? 1),
      volumeL: kind === 'moist' ? 0 : (l.value('volumeL') ?? 0),
      oxygenLPerMin: kind === 'tank' ? (l.value('oxygenLPerMin') ?? 0) : 0,
      gasL: kind === 'bag' ? (l.value('gasL') ?? 0) : 0,
      mostEach: kind === 'moist' ? l.value('mostEach') : null,
    };
  });

/** In what they travel: tanks of a truck, bags under oxygen, moist boxes; how full each is as it is typed. */
export function CarrierRows({ lines, full }: { lines: Lined; full: readonly TankFull[] }) {
  return (
    <section aria-label="In what they travel">
      <p className="mb-1 text-soft">In what they travel</p>
      {lines.each.map((l, i) => {
        const name = l.value('name') ?? '';
        const kind = (l.value('kind') ?? 'tank') as Carrier;
        const now = full.find((x) => x.name === name);
        const of = l.field('kind');
        return (
          <fieldset key={l.key} className="mb-2 border-b border-rule pb-2" aria-label={`Carrier ${i + 1}`}>
            <div className="grid grid-cols-2 items-end gap-2">
              <SelectField
                label="Kind"
                {...of}
                value={kind}
                onChange={(k) => {
                  of.onChange(k);
                  if (ofUs(name)) l.fill('name', `${usual[k]} ${i + 1}`);
                  // One tank is one; of bags it is said how many.
                  if ((l.value('count') ?? 1) === 1 || k === 'tank') l.fill('count', null);
                }}
                options={carrierIds.map((value) => ({ value, label: carriers[value] }))}
              />
              <span className="flex items-end gap-2">
                <TextField label="Name" className="min-w-0 flex-1" {...l.field('name')} />
                <Button kind="link" className="mb-2" aria-label={`Take ${name} away`} onClick={l.drop}>
                  ×
                </Button>
              </span>
              {kind !== 'tank' && <NumberInput label="How many alike" {...l.field('count')} />}
              {kind !== 'moist' && (
                <MeasureInput label={kind === 'bag' ? 'Water of one' : 'Water'} {...l.measure('volumeL')} />
              )}
              {kind === 'tank' && <MeasureInput label="Oxygen" {...l.measure('oxygenLPerMin')} />}
              {kind === 'bag' && <MeasureInput label="Oxygen above it" {...l.measure('gasL')} />}
              {kind === 'moist' && <NumberInput label="One bears" {...l.field('mostEach')} />}
            </div>
            {now && <FullSays of={now} />}
          </fieldset>
        );
      })}
      {lines.error && <span className="block text-small text-loss">{lines.error}</span>}
      <Button
        kind="link"
        onClick={() => {
          const last = lines.each.at(-1);
          const kind = (last?.value('kind') ?? 'tank') as Carrier;
          lines.append({
            kind,
            name: `${usual[kind]} ${lines.each.length + 1}`,
            ...(last?.value('volumeL') ? { volumeL: last.value('volumeL')! } : {}),
            ...(last?.value('gasL') ? { gasL: last.value('gasL')! } : {}),
            ...(last?.value('oxygenLPerMin') ? { oxygenLPerMin: last.value('oxygenLPerMin')! } : {}),
          });
        }}
      >
        another
      </Button>
    </section>
  );
}

/** How full a carrier is with what was typed so far. */
function FullSays({ of: t }: { of: TankFull }) {
  const us = useSession().units === 'us';
  const kg = (value: number) => massOfAll(1000 * value, us, value < 10 ? 1 : 0);
  const says = [
    t.share !== null &&
      t.massKg !== null &&
      t.mostKg !== null &&
      `${kg(t.massKg)} of ${kg(t.mostKg)}, by ${t.limitWord}`,
    t.mostNumber !== null && t.number > 0 && `${grouped(t.number)} of ${grouped(t.mostNumber)}`,
    t.each !== null && `${grouped(t.each)} in each`,
    t.lasts !== null && t.number > 0 && `lasts ${decimals(t.lasts, 0)} h`,
    t.celsiusThen !== null && `arrives at ${degrees(t.celsiusThen, us)}`,
    t.iceKg !== null && t.iceKg >= 0.05 && `${kg(t.iceKg)} of ice keep it`,
  ].filter(Boolean);
  if (says.length === 0) return null;
  return (
    <p className={`mt-1 text-small ${t.share !== null && t.share > 1 ? 'font-semibold text-hand' : 'text-soft'}`}>
      {says.join('; ')}
    </p>
  );
}
