import { defineQuestion } from '@/server/act/question';

/** Far from what water of fish shows. */
export const oddWater = defineQuestion('oddWater', 'yes');
