import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import type { ShippedAge } from '@/core/incubation/eyedShipping';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { countOf, unitsOf } from '@/server/act/words';
import { eyes, sensitive, shortfall } from '@/server/questions';

export const text = (most: number) => z.string().trim().max(most, 'is too long');

/** They would hatch on the way. */
export const late = defineQuestion('late', 'yes');

/**
 * Eyed eggs that are sent out: they leave the books as sold, with what the receiver has to know: age, how long until they
 * hatch, the journey, the ice. Asked about where eyes were not seen, where hands should stay off, and where they would
 * hatch on the way.
 */
export const shipEggs = defineAct({
  type: 'eggs.ship',
  title: 'Send eyed eggs',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    all: z.boolean().default(false),
    measured: measurement.optional(),
    receiver: text(120).min(1, 'needs a receiver'),
    papers: text(200).min(1, 'needs the permit and the health paper, or why none is wanted'),
    carrier: text(120).default(''),
    boxes: z.number().int('must be a whole number').min(1, 'needs a box').max(500, 'are more than one journey takes'),
    hours: z.number().positive('must be above 0').max(240, 'is longer than eggs travel'),
    boxCelsius: z.number().min(0, 'eggs must not freeze').max(15, 'is too warm for a box of eggs'),
    outsideCelsius: z.number().min(-30).max(45).optional(),
    wallWattPerKelvin: z.number().positive('must be above 0').optional(),
  }),
  result: returns<{ lot: string; unit: string; number: string; age: ShippedAge }>(),
  questions: [shortfall, sensitive, eyes, late],
  kinds: {
    eggShipment: {
      word: 'eyed eggs sent',
      paper: '/print/eggs',
      says: ({ intent: i, world, odd }) => {
        const age = i.age as { degreeDays: number | null } | undefined;
        return [
          countOf(world),
          ` from ${unitsOf(world)} to ${i.receiver}, ${i.boxes} ${i.boxes === 1 ? 'box' : 'boxes'}`,
          ...(age?.degreeDays == null ? [] : [', ', { degreeDays: age.degreeDays }, ' old']),
          ...odd,
        ];
      },
    },
  },
  texts: (i) => [i.receiver, i.papers, i.carrier],
});
