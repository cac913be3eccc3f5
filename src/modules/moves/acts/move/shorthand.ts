import { grouped } from '@/core/quantities/format';
import { holdingIn, unitNamed, wholeNumber } from '@/core/shorthand/find';
import { checkEnough, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';
import type { HowMany } from '@/server/act/inputs';

import { lineOf } from '@/server/act/line';
import { move } from './act';

export const moveLine: Shorthand = {
  verb: 'move',
  short: 'm',
  also: ['moved'],
  anyOrder: 'to',
  form: 'move 4000 R4>R7',
  says: 'part of a unit, or “all”',
  read(words, c) {
    const joined = words.join(' ').replace(/\s*(?:>|→)\s*/, '>');
    const m = /^(.*\S)\s+(\S+)>(\S*)$/.exec(joined);
    if (!m?.[3]) return { kind: 'incomplete', hint: c.form };
    const from = holdingIn(m[2]!, c);
    if ('kind' in from) return from;
    const to = unitNamed(m[3], c);
    if ('code' in to) return to;
    if (to.id === from.unit.id)
      return { kind: 'wrong', code: 'syntax', message: `They stand in ${to.name} already`, nearest: [c.form] };
    const all = /^all$/i.test(m[1]!);
    const n = all ? from.holding.number : wholeNumber(m[1]!, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, from);
    if (tooMany) return tooMany;
    const other = to.holdings.filter((h) => h.lotId !== from.holding.lotId);
    const amount: HowMany = all ? { kind: 'all' } : { kind: 'measured', measured: { method: 'counted', number: n } };
    return lineOf(
      move,
      {
        sources: [{ unit: from.unit.id, lotId: from.holding.lotId, stage: from.holding.stage, amount }],
        to: to.id,
      },
      [
        all ? 'all of ' : `${grouped(n)} of `,
        ...where(from),
        ` to ${to.name}, ${other.length > 0 ? `where ${other.map((h) => h.lot).join(', ')} stands: they would mix` : to.holdings.length > 0 ? 'to the same lot there' : 'which is empty'}. Leaves `,
        { number: from.holding.number - n, sd: all ? 0 : from.holding.sd },
        '.',
      ],
    );
  },
};
