import { z } from 'zod';
import { type SelectionScheme, selectionScheme } from '@/core/selection/scheme';
import { readYaml } from './readYaml';

const shelfSchema = z.array(selectionScheme.safeExtend({ groups: z.array(z.string()) }));
let shelf: z.output<typeof shelfSchema> | undefined;

/** How fish of a group are judged one by one until a hatchery says otherwise. */
export function shippedSelection(group: string): SelectionScheme {
  if (!shelf) {
    const parsed = shelfSchema.safeParse(readYaml('selection.yaml'));
    if (!parsed.success)
      throw new Error(
        `Reference’s selection is wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
      );
    shelf = parsed.data;
  }
  const { groups: _, ...own } =
    shelf.find((s) => s.groups.includes(group)) ?? shelf.find((s) => s.groups.length === 0)!;
  return own;
}
