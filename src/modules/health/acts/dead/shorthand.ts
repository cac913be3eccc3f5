import { lossLine, meant } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordDead } from './act';

export const deadLine: Shorthand = {
  verb: 'dead',
  short: 'd',
  also: ['died'],
  anyOrder: true,
  bare: (h) => !h.can.includes('picked'),
  form: 'dead 5 R4 fungus',
  says: 'dead animals, with a cause if you like',
  read(words, c) {
    const line = lossLine(words, c, 'dead', ['ponded', 'eats']);
    if ('kind' in line) return line;
    const { at, number, cause, says } = line;
    return lineOf(recordDead, { ...meant(at), number, ...(cause ? { cause } : {}) }, says);
  },
};
