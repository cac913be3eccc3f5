'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { PlaceOption } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { sharedOut } from '@/core/liveFood/sharedOut';
import { figures, grouped } from '@/core/quantities/format';
import { Button } from '@/ui/Button';
import { shareOut } from './act';

/** A tank that eats of it. */
export type SharedTank = {
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  stage: string;
  larvae: number;
  volumeL: number | null;
  /** What its regime wants at a meal; null where that is not known. */
  eachMeal: number | null;
};

/** What is shared out by itself: what the meals want, as far as it reaches, else all that is left. */
const firstShare = (left: number, tanks: readonly SharedTank[]): number => {
  const wanted = tanks.reduce((s, t) => s + (t.eachMeal ?? 0), 0);
  return Number(Math.floor(wanted > 0 ? Math.min(left, wanted) : left).toPrecision(3));
};

/** Shares as anybody measures them out: whole hundredths of the whole, and nothing lost by that. */
function roundShares(total: number, mouths: readonly number[]): number[] {
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, total))) - 2);
  const shares = sharedOut(Math.floor(total / step), mouths).map((n) => n * step);
  // What is over by the step goes with the first that gets any.
  const first = Math.max(
    0,
    shares.findIndex((n) => n > 0),
  );
  return shares.map((n, i) => (i === first ? n + Math.round(total - step * Math.floor(total / step)) : n));
}

/** A harvest shared out over its tanks. @param harvest absent in a correction: what was recorded stands there */
export function ShareOutForm({
  harvest,
  tanks = [],
  places = [],
  done,
}: {
  harvest?: { id: number; name: string; prey: string; left: number };
  tanks?: readonly SharedTank[];
  /** By which a correction names the tanks. */
  places?: readonly PlaceOption[];
  done?: () => void;
}) {
  const parts = (total: number) => {
    const shares = roundShares(
      total,
      tanks.map((t) => t.larvae),
    );
    return tanks.map((t, i) => ({ unit: t.unitId, lotId: t.lotId, stage: t.stage, number: shares[i]! }));
  };
  const f = useActForm(shareOut, {
    about: harvest ? { vessel: harvest.id, prey: harvest.prey.slice(0, 40) } : {},
    begin: harvest ? { parts: parts(firstShare(harvest.left, tanks)) } : undefined,
    draftFor: harvest ? `share ${harvest.id}` : undefined,
    says: (r) =>
      r
        ? `${preyNumber(r.given)} given to ${r.tanks} ${r.tanks === 1 ? 'tank' : 'tanks'}; ${preyNumber(r.left)} left.`
        : 'Recorded.',
    done,
  });
  const lines = f.lines('parts');
  const given = lines.each.reduce((s, l) => s + (l.value('number') ?? 0), 0);
  const tankOf = (unit: number | null) => tanks.find((t) => t.unitId === unit);
  const again = (total: number) => {
    const shares = roundShares(
      Math.floor(total),
      lines.each.map((l) => tankOf(l.value('unit'))?.larvae ?? 0),
    );
    for (const [i, l] of lines.each.entries()) l.fill('number', shares[i]!);
  };
  return (
    <Form of={f} label="Record what was given">
      <p className="quiet">
        By the number of larvae in each tank. Stir the harvest while it is parted: nauplii gather at the light.
      </p>
      {lines.each.map((l) => {
        const t = tankOf(l.value('unit'));
        const n = l.value('number');
        return (
          <div key={l.key} className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
            <NumberInput
              label={
                t
                  ? `${t.unit}, ${grouped(t.larvae)} larvae`
                  : (places.find((x) => x.id === l.value('unit'))?.name ?? `Tank ${l.key + 1}`)
              }
              {...l.field('number')}
              hint={
                t?.volumeL && n
                  ? `${figures(n / (1000 * t.volumeL), 2)} in a mL${t.eachMeal ? `; its regime wants ${preyNumber(t.eachMeal)} a meal` : ''}`
                  : undefined
              }
            />
            {lines.each.length > 1 && (
              <Button kind="link" aria-label={`${t?.unit ?? 'this tank'} gets none`} onClick={l.drop}>
                none
              </Button>
            )}
          </div>
        );
      })}
      {lines.error && <p className="text-loss">{lines.error}</p>}
      {harvest && (
        <p data-testid="shared" className={given > harvest.left ? 'text-careful' : 'text-soft'}>
          {preyNumber(given)} of {preyNumber(harvest.left)} shared out.{' '}
          <Button kind="link" onClick={() => again(harvest.left)}>
            share out all of it
          </Button>
        </p>
      )}
    </Form>
  );
}

export const forms = formsOf(shareOut, { corrects: { preyShared: ({ places }) => <ShareOutForm places={places} /> } });
