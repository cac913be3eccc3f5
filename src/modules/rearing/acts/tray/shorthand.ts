import { traysLeft, trayWords } from '@/core/appetite/next';
import { holdingIn, lastWord, same, wrongNumber } from '@/core/shorthand/find';
import { meant, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';
import { lineOf } from '@/server/act/line';
import { checkTray } from './act';

export const trayLine: Shorthand = {
  verb: 'tray',
  also: ['left'],
  anyOrder: true,
  form: 'tray few R4',
  says: 'what a tray has left: none, few, tenth, quarter, more',
  read(words, c) {
    const [said, place] = lastWord(words);
    if (!said || !place) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c, ['eats']);
    if ('kind' in at) return at;
    const left = traysLeft.find((l) => same(l, said));
    if (!left) return wrongNumber(`“${said}” is none of ${traysLeft.join(', ')}`);
    return lineOf(checkTray, { ...meant(at), left }, [`${trayWords[left]} in `, ...where(at), '.']);
  },
};
