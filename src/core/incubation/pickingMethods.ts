import { thresholds } from '../thresholds';

/** How the dead are taken: each at once, the floating ones by siphon, or not at all while a bath keeps fungus down. */
export type PickingMethod = { method: 'pick' | 'siphon' | 'bath'; foundShare: number };

export const pickingMethodWords: Record<PickingMethod['method'], { name: string; says: string; fits: string }> = {
  pick: {
    name: 'pick each',
    says: 'pick the dead',
    fits: 'trays and troughs with few dead; every egg is seen, and hands come near each day',
  },
  siphon: {
    name: 'siphon floaters',
    says: 'siphon the floating dead',
    fits: 'jars: dead ones rise; a part stays below, so a round finds only some',
  },
  bath: {
    name: 'bath instead',
    says: 'look, and keep to the baths',
    fits: 'large numbers, or eggs that must not be touched; needs a lawful product and a discharge that bears it',
  },
};

/** Until the hatchery says otherwise. */
export const usualPickingMethods = () =>
  ({
    jar: { method: 'siphon', foundShare: thresholds.foundInJar.value },
    tray: { method: 'pick', foundShare: thresholds.foundInTray.value },
    trough: { method: 'pick', foundShare: thresholds.foundInTray.value },
    frame: { method: 'pick', foundShare: thresholds.foundInJar.value },
  }) as const satisfies Record<string, PickingMethod>;
