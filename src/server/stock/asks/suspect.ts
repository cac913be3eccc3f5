import { ask, type Context } from '@/server/context';
import { suspect } from '@/server/questions';
import { casesOf } from '../cases';
import type { Standing } from '../standing';

/**
 * Fish of a tank with an open case are asked about before they go elsewhere, and so is what goes into such a tank: what
 * ails them travels with them, with water, nets and boots. One statement.
 */
export async function askSuspect(
  c: Context,
  from: readonly Standing[],
  to: readonly { id: number; name: string }[],
  path: string,
): Promise<void> {
  const open = await casesOf(c.trx, c.site.id, c.now, { open: true });
  if (open.length === 0) return;
  const ill = new Set(open.flatMap((k) => k.holdings.map((h) => h.holding)));
  const units = new Set(open.flatMap((k) => k.holdings.map((h) => h.unit)));
  const leaving = from.filter((s) => ill.has(s.holding.id) && to.some((t) => t.id !== s.unit.id));
  const entering = to.filter((t) => units.has(t.id) && from.some((s) => s.unit.id !== t.id && !ill.has(s.holding.id)));
  if (leaving.length === 0 && entering.length === 0) return;
  const names = [...new Set([...leaving.map((s) => s.unit.name), ...entering.map((t) => t.name)])].join(', ');
  ask(c, suspect, {
    message: `A case is open of ${names}: ${leaving.length > 0 ? 'what ails them goes along' : 'healthy fish would come to ill ones'}.`,
    path,
    todo: 'Leave them where they are until the case is closed.',
    choices: [
      {
        value: 'meant',
        label: 'They are moved all the same',
        why: 'own nets, buckets and boots; disinfect; the other tank is watched from now on',
      },
    ],
  });
}
