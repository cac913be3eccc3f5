import { z } from 'zod';
import { bathFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { day } from '../../input';

/** Another strength than the protocol’s. */
export const dose = defineQuestion('dose', 'meant');

/** A bath mixed: worked out, held against the protocol’s range, with the drum’s lot. */
export const mixBath = defineAct({
  type: 'spawning.bath',
  title: 'Mix a bath',
  by: ['manager', 'culturist'],
  input: z
    .object({ ...eventFields, day, ...bathFields })
    .refine((p) => p.way === 'stock' || p.activeShare !== undefined, {
      path: ['activeShare'],
      error: 'needed: what share of the product counts, by its label',
    })
    .refine((p) => p.way === 'product' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    }),
  result: returns<{ name: string; productG: number | null; productMl: number | null; stockL: number | null }>(),
  questions: [dose],
  kinds: {
    bath: {
      word: 'bath mixed',
      says: ({ intent: i }) => [
        `${i.name}: `,
        { figure: i.volumeL ?? Number.NaN, to: 3 },
        ' L at ',
        { figure: i.targetMgPerL ?? Number.NaN, to: 3 },
        ` mg/L of ${i.of}, `,
        ...(i.stockL != null
          ? [{ figure: Number(i.stockL), to: 3 }, ' L of stock']
          : i.productMl != null
            ? [{ figure: Number(i.productMl), to: 3 }, ' mL of product']
            : [{ figure: Number(i.productG), to: 3 }, ' g of product']),
        `, lot ${i.productLot}`,
      ],
    },
  },
  texts: (i) => [i.name, i.productLot],
});
