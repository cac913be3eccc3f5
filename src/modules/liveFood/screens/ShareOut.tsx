'use client';

import { preyKind } from '@/core/liveFood/demand';
import type { Vessel } from '@/server/stock/feeding/vessels';
import { DialogButton } from '@/ui/Dialog';
import { ShareOutForm } from '../acts/shareOut/form';
import type { Mouth } from '../views/liveFood';

/** A harvest that stands, shared out over the tanks whose regimes feed of it. */
export function ShareOut({ v, prey, mouths }: { v: Vessel; prey: string; mouths: readonly Mouth[] }) {
  // A regime names its feed in words; nauplii are brine shrimp.
  const same = (feed: string) =>
    preyKind(prey) === 'other' ? feed.toLowerCase().includes(prey) : preyKind(feed) === preyKind(prey);
  const tanks = mouths.flatMap((m) => {
    const eats = m.prey.find((x) => same(x.feed));
    return eats ? [{ ...m, larvae: m.number, eachMeal: m.volumeL === null ? null : eats.each }] : [];
  });
  if (!v.kept || v.kept.left <= 0 || tanks.length === 0) return null;
  return (
    <DialogButton word="Share out" title={`${v.name}: share out the harvest`}>
      {(done) => (
        <ShareOutForm harvest={{ id: v.id, name: v.name, prey, left: v.kept!.left }} tanks={tanks} done={done} />
      )}
    </DialogButton>
  );
}
