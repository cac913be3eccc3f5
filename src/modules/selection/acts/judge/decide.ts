import { faultsOf, isFollowed, tagRead } from '@/core/selection/judged';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { rangeOf } from '../../input';
import { fishOf, onBench } from '../../onBench';
import { judgeFish } from './act';

export const decision = decides(judgeFish, async (c, p) => {
  const on = await onBench(c, p.selection);
  const ids = p.fish.map((f) => f.id);
  if (new Set(ids).size !== ids.length)
    throw new ActRefused('twice', 'One fish stands twice in what was sent.', 'fish', 'Send each once, as it is now.');
  const rows = await c
    .trx('selection_fish')
    .whereIn('id', ids)
    .select<{ id: string; selection_id: number; nth: number }[]>('id', 'selection_id', 'nth');
  const before = new Map(rows.map((r) => [r.id, r]));
  const firsts = p.fish.flatMap((f) => f.first ?? []);
  const looked =
    firsts.length === 0
      ? []
      : await c
          .trx('selection_fish as f')
          .join('selection as s', 's.id', 'f.selection_id')
          .where('s.site_id', c.site.id)
          .whereIn('f.id', firsts)
          .select<{ id: string; selection: number }[]>('f.id', { selection: 's.id' });
  const again =
    firsts.length === 0
      ? []
      : await c
          .trx('selection_fish')
          .where('selection_id', on.id)
          .whereIn('first_id', firsts)
          .select<{ id: string; first_id: string }[]>('id', 'first_id');
  const tagged = p.fish.some((f) => f.tag !== '' && !f.gone) ? await tagsOf(c, on.id, ids) : new Map<string, string>();
  for (const [i, f] of p.fish.entries()) {
    const old = before.get(f.id);
    if (old && old.selection_id !== on.id)
      throw new ActRefused('another', 'That fish was judged in another selection.', `fish.${i}.id`, 'Judge it anew.');
    if (old && old.nth >= f.nth) continue;
    const fault = faultsOf(f, on.scheme, rangeOf(on.goal))[0];
    if (fault) throw new ActRefused('judgement', fault.message, `fish.${i}.${fault.path}`, fault.todo);
    if (f.tag !== '' && !f.gone) {
      const other = tagged.get(tagRead(f.tag));
      if (other !== undefined && other !== f.id)
        throw new ActRefused(
          'tagTwice',
          `${f.tag} is another fish of this selection.`,
          `fish.${i}.tag`,
          'Read the tag again; a tag is one fish.',
        );
      tagged.set(tagRead(f.tag), f.id);
    }
    if (f.first !== null && !f.gone) {
      if (looked.find((x) => x.id === f.first)?.selection === undefined)
        throw new ActRefused(
          'noFirst',
          'No fish of a first look bears that mark.',
          `fish.${i}.first`,
          'Choose it again.',
        );
      const other = [
        ...p.fish.filter((x) => x.first === f.first && !x.gone).map((x) => x.id),
        // One that was taken back keeps no first look.
        ...again.filter((x) => !ids.includes(x.id) && x.first_id === f.first).map((x) => x.id),
      ].find((id) => id !== f.id);
      if (other)
        throw new ActRefused(
          'lookedAlready',
          'That followed fish was looked at already in this selection.',
          `fish.${i}.first`,
          'Take the other one back, or choose the fish that this one is.',
        );
    }
    const row = {
      nth: f.nth,
      content: JSON.stringify(f),
      followed: isFollowed(f) && !f.gone,
      first_id: f.gone ? null : f.first,
      at: c.now,
    };
    if (old) await c.trx('selection_fish').where({ id: f.id }).update(row);
    else await c.trx('selection_fish').insert({ id: f.id, selection_id: on.id, person_id: c.actor.id, ...row });
  }
  return { at: c.now };
});

/** Tags of a selection and whose they are, but for fish that are just being sent. */
async function tagsOf(c: Context, selection: number, sent: readonly string[]): Promise<Map<string, string>> {
  const fish = (await fishOf(c.trx, [selection], { followed: true })).get(selection)!;
  return new Map(
    fish.filter((f) => f.tag !== '' && !f.gone && !sent.includes(f.id)).map((f) => [tagRead(f.tag), f.id]),
  );
}
