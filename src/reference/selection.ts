import { z } from 'zod';
import { type SelectionScheme, selectionScheme } from '@/core/selection/scheme';
import { readYaml } from './readYaml';

const schema = z.array(selectionScheme.safeExtend({ groups: z.array(z.string()) }));
let shipped: z.output<typeof schema> | undefined;

/** How fish of a group are judged one by one until a hatchery says otherwise. */
export function shippedSelection(group: string): SelectionScheme {
  if (!shipped) {
    const parsed = schema.safeParse(readYaml('selection.yaml'));
    if (!parsed.success)
      throw new Error(
        `Reference’s selection is wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
      );
    shipped = parsed.data;
  }
  const { groups: _, ...own } =
    shipped.find((s) => s.groups.includes(group)) ?? shipped.find((s) => s.groups.length === 0)!;
  return own;
}
