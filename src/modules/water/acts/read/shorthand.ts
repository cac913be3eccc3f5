import { parseNumber } from '@/core/quantities/measure';
import { unitNamed, wrongNumber } from '@/core/shorthand/find';
import type { Shorthand } from '@/core/shorthand/reading';
import { type HandKind, handKindIds, handKinds, hasScale } from '@/core/water/handKinds';
import { lineOf } from '@/server/act/line';
import { readWater } from './act';

/** Other words that people type for a kind. */
const also: Partial<Record<HandKind, string[]>> = {
  oxygen: ['o2', 'oxygen'],
  ammonia: ['tan', 'ammonia', 'ammonium'],
  nitrite: ['nitrite'],
  nitrate: ['nitrate'],
  alkalinity: ['alkalinity', 'kh'],
  carbonDioxide: [],
  chlorine: ['chlorine', 'cl2'],
  salinity: ['salinity', 'ppt'],
  turbidity: ['turbidity'],
  light: ['light'],
};

/** One line for each kind: `do 7.8 R6`, `ph 7.4 R6`, `nh4 0.4 ion R6`. */
export const waterLines: readonly Shorthand[] = handKindIds.map((kind): Shorthand => {
  const k = handKinds[kind];
  const form = hasScale(kind) ? `${k.verb} 0.4 N R6` : `${k.verb} ${k.verb === 'ph' ? '7.4' : '8'} R6`;
  return {
    verb: k.verb,
    also: also[kind] ?? [],
    form,
    says: `${k.word} of a tank, read by hand${hasScale(kind) ? ': as nitrogen (N) or as the ion' : ''}`,
    read(words, c) {
      const [figure, ...rest] = words;
      const place = rest.at(-1);
      if (!figure || !place) return { kind: 'incomplete', hint: form };
      const value = parseNumber(figure, c.options.locale);
      if (!value.ok) return wrongNumber(value.message);
      const word = rest.length > 1 ? rest[0]!.toLowerCase() : undefined;
      const scale = word === undefined ? undefined : word === 'n' ? 'N' : word === 'ion' ? 'ion' : null;
      if (scale === null || (scale !== undefined && !hasScale(kind)) || rest.length > 2)
        return {
          kind: 'wrong',
          code: 'syntax',
          message: `“${rest.slice(0, -1).join(' ')}” is not understood: ${form}`,
          nearest: [],
        };
      if (value.value < k.low || value.value > k.high)
        return wrongNumber(`${figure} is no ${k.word} of water: ${k.low} to ${k.high}${k.unit ? ` ${k.unit}` : ''}`);
      const unit = unitNamed(place, c, []);
      if ('code' in unit) return unit;
      return lineOf(
        readWater,
        { unit: unit.id, readings: [{ kind, value: value.value }], ...(scale ? { scale } : {}) },
        [
          `${k.word} ${figure}${scale === 'ion' ? ' by the ion' : scale === 'N' ? ' as nitrogen' : ''}${k.unit && !hasScale(kind) ? ` ${k.unit}` : ''} in ${unit.name}, now`,
        ],
      );
    },
  };
});
