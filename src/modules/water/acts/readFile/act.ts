import { z } from 'zod';
import { LARGEST_FILE } from '@/core/readings/decodeText';
import { defineAct, returns } from '@/server/act/define';
import { oddWater } from '../../input';

/** What a file of hand readings brought. */
export type HandFileResult = {
  /** Figures that are new, that stood already, and that contradict one that stands: those are left alone. */
  added: number;
  same: number;
  kept: number;
  tanks: string[];
  unknown: string[];
  problems: { line: number; why: string }[];
  future: number;
};

/** A photometer's or meter's file of a walk: each figure where and when it was measured. */
export const readWaterFile = defineAct({
  type: 'water.readFile',
  title: 'Read in a photometer’s file',
  by: ['manager', 'culturist'],
  input: z.object({
    fileName: z.string().max(200).default(''),
    text: z.string().min(1, 'is empty').max(LARGEST_FILE, 'is larger than 25 MB: split the file'),
    scale: z.enum(['N', 'ion']).optional(),
    dateOrder: z.enum(['dmy', 'mdy']).optional(),
  }),
  result: returns<HandFileResult>(),
  questions: [oddWater],
  passesAnswersOn: true,
});
