import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A culturist's yes or no to a count that a hand proposed. */
export const settleProposal = defineAct({
  type: 'proposal.settle',
  title: 'Settle a proposal',
  passesAnswersOn: true,
  by: ['manager', 'culturist'],
  input: z.object({
    proposalId: z.string(),
    accept: z.boolean(),
    /** What the proposal left open: which lot and stage are meant. */
    lotId: z.number().int().optional(),
    stage: z.string().max(40).optional(),
  }),
  result: returns<{ accepted: boolean; result?: unknown }>(),
});
