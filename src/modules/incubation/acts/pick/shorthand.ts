import { lossLine, meant } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordPick } from './act';

export const pickLine: Shorthand = {
  verb: 'pick',
  short: 'p',
  also: ['picked'],
  anyOrder: true,
  bare: (h) => h.can.includes('picked'),
  form: 'pick 34 J3',
  says: 'dead eggs picked',
  read(words, c) {
    const line = lossLine(words, c, 'dead picked', ['picked']);
    if ('kind' in line) return line;
    const { at, number, cause, says } = line;
    return lineOf(recordPick, { ...meant(at), number, ...(cause ? { cause } : {}) }, says);
  },
};
