import { unitNamed } from '@/core/shorthand/find';
import type { Shorthand } from '@/core/shorthand/reading';
import { lineOf } from '@/server/act/line';
import { type Drain, drainIds, drains, setDrain } from './act';

const FORM = 'drain R6 out';

/** `drain R6 out`, `drain R6 shut`. */
export const drainLine: Shorthand = {
  verb: 'drain',
  also: ['standpipe'],
  form: FORM,
  says: 'a standpipe is out, the water lowered, or all shut again: lowered, out, shut',
  read(words, c) {
    const [place, word] = words;
    if (!place || !word) return { kind: 'incomplete', hint: FORM };
    const state = drainIds.find((d) => d === word.toLowerCase()) as Drain | undefined;
    if (!state || words.length > 2)
      return { kind: 'wrong', code: 'syntax', message: `“${word}” is not understood: ${FORM}`, nearest: [] };
    const unit = unitNamed(place, c, []);
    if ('code' in unit) return unit;
    return lineOf(setDrain, { unit: unit.id, state }, [`${unit.name}: ${drains[state]}, now`]);
  },
};
