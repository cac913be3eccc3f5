import { defineQuestion } from '@/server/act/question';

/** More than a carrier bears, by water, table, hours or number. */
export const overHaul = defineQuestion('overHaul', 'meant');
