import { nearest, same } from './find';
import type { Shorthand } from './reading';

/** Opens a lot's story. */
export const trace: Shorthand = {
  verb: 'trace',
  form: 'trace AC-31-01',
  says: 'opens a lot’s story',
  free: true,
  read(words, c) {
    const name = words.join(' ');
    if (!name) return { kind: 'incomplete', hint: c.form };
    const lot = c.snapshot.lots.find((l) => same(l.name, name));
    if (lot)
      return {
        kind: 'open',
        href: `/lots/${lot.id}`,
        says: [`${lot.name}: `, { number: lot.alive, sd: lot.sd }, ' alive. Enter opens its story.'],
      };
    const unit = c.snapshot.units.find((u) => same(u.name, name));
    if (unit && unit.holdings.length === 1)
      return {
        kind: 'open',
        href: `/lots/${unit.holdings[0]!.lotId}`,
        says: [`${unit.holdings[0]!.lot}, in ${unit.name}. Enter opens its story.`],
      };
    const begun = c.snapshot.lots.filter((l) => l.name.toLowerCase().startsWith(name.toLowerCase()));
    if (begun.length > 0)
      return {
        kind: 'incomplete',
        hint: begun
          .slice(0, 6)
          .map((l) => `trace ${l.name}`)
          .join('   '),
      };
    return {
      kind: 'wrong',
      code: 'unknownLot',
      message: `There is no lot “${name}”`,
      nearest: nearest(
        name,
        c.snapshot.lots.map((l) => l.name),
      ).map((l) => `trace ${l}`),
    };
  },
};
