import { z } from 'zod';
import { eventWords, type LarvalPlace, larvalEvents } from '@/core/feeding/larvalClock';
import { groups, type Species } from '@/core/species/species';
import { readYaml } from './readYaml';

const forGroups = { groups: z.array(z.enum(groups)).min(1) };
const place = z.strictObject({ way: z.number().positive(), sd: z.number().positive() }).optional();
const larvae = z.strictObject({
  events: z.array(
    z.strictObject({
      ...forGroups,
      mouthOpen: place,
      bladderFrom: place,
      bladderUntil: place,
      yolkGone: place,
      noReturn: place,
    }),
  ),
  checks: z.array(z.strictObject({ ...forGroups, id: z.string(), name: z.string(), looks: z.string() })),
  ready: z.array(
    z.strictObject({
      ...forGroups,
      id: z.string(),
      says: z.string(),
      from: z.enum(larvalEvents),
      until: z.enum(larvalEvents),
      /** What reckons its amount. */
      calculator: z.string().optional(),
      source: z.string(),
      hint: z.string(),
    }),
  ),
});
export type ShippedLarvae = z.output<typeof larvae>;
export type ReadyFor = ShippedLarvae['ready'][number];

let shipped: ShippedLarvae | undefined;

/** How larvae come to feed, as Reference ships it: events, what is looked at, what has to stand ready. */
export function shippedLarvae(): ShippedLarvae {
  shipped ??= larvae.parse(readYaml('larvae.yaml'));
  return shipped;
}

/** Events of a group as values of a species: there a manager may set their own. */
export const larvalValues = (group: Species['group']): Species['values'] =>
  shippedLarvae()
    .events.filter((e) => e.groups.includes(group))
    .flatMap(({ groups: _, ...events }) =>
      (Object.entries(events) as [LarvalPlace['id'], z.output<typeof place>][]).flatMap(([id, p]) =>
        p
          ? [
              {
                what: eventWords[id],
                value: p.way,
                spread: p.sd,
                unit: 'of the way from hatch to first feeding',
                source: 'verify',
                hint: 'a round guess by group, recalled; look at twenty under the glass, keep a beaker unfed to learn the last',
              },
            ]
          : [],
      ),
    );
