import { z } from 'zod';
import { feedTable } from '@/core/feeding/feedTable';
import { groups, valueOfSpecies } from '@/core/species/species';
import { readYaml } from './readYaml';

const feeding = z.strictObject({
  values: z.array(valueOfSpecies.extend({ groups: z.array(z.enum(groups)).min(1) }).strict()),
  tables: z.array(feedTable),
  meals: z.array(
    z.strictObject({ belowG: z.number().positive().optional(), mealsPerDay: z.number().int().positive() }),
  ),
  sizes: z.array(z.strictObject({ id: z.string(), fromMm: z.number(), toMm: z.number() })),
  cysts: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      naupliiPerGram: z.number().positive(),
      hatchShare: z.number().gt(0).max(1),
      hours: z.array(z.strictObject({ celsius: z.number(), hours: z.number().positive() })).min(2),
      source: z.string(),
      hint: z.string(),
    }),
  ),
  cultures: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      /** Whether those that carry eggs can be told. */
      eggs: z.boolean(),
      feeding: z.string(),
      source: z.string(),
      hint: z.string(),
    }),
  ),
});
export type CultureKind = ShippedFeeding['cultures'][number];
export type CystStrain = ShippedFeeding['cysts'][number];
export type ShippedFeeding = z.output<typeof feeding>;

let shipped: ShippedFeeding | undefined;

/** What feeding is reckoned with as Reference ships it: values by group, tables of rations, usual meals, sizes of feed. */
export function shippedFeeding(): ShippedFeeding {
  if (!shipped) {
    const parsed = feeding.safeParse(readYaml('feeding.yaml'));
    if (!parsed.success)
      throw new Error(
        `Reference’s feeding.yaml is wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
      );
    shipped = parsed.data;
  }
  return shipped;
}
