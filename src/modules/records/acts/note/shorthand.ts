import { unitNamed } from '@/core/shorthand/find';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordNote } from './act';

export const noteLine: Shorthand = {
  verb: 'note',
  short: 'n',
  free: true,
  form: 'note J3 flow turned down',
  says: 'a remark on a unit',
  read(words, c) {
    const [place, ...rest] = words;
    if (!place || rest.length === 0) return { kind: 'incomplete', hint: c.form };
    const unit = unitNamed(place, c);
    if ('code' in unit)
      return lineOf(recordNote, { note: words.join(' ') }, [`A note of the day: “${words.join(' ')}”`]);
    return lineOf(recordNote, { unit: unit.id, note: rest.join(' ') }, [`On ${unit.name}: “${rest.join(' ')}”`]);
  },
};
