import { z } from 'zod';
import { pondMore } from '@/core/ponds/more';
import { defineAct, returns } from '@/server/act/define';

const {
  partners,
  profile,
  sampleDays,
  tidal,
  exchangeShare,
  harvestAt,
  harvest,
  leastG,
  classes,
  bySex,
  drainLPerMin,
} = pondMore.shape;

/** A run of a pond is planned further: partners, bottom, rhythm, tides, harvest; what is not said stays as it was. */
export const extendPond = defineAct({
  type: 'pond.extend',
  title: 'Plan a run further',
  by: ['manager', 'culturist'],
  input: z.object({
    run: z.number().int(),
    partners: partners.unwrap().optional(),
    profile: profile.unwrap().optional(),
    sampleDays: sampleDays.unwrap().optional(),
    tidal: tidal.unwrap().optional(),
    exchangeShare: exchangeShare.unwrap().optional(),
    harvestAt: harvestAt.unwrap().optional(),
    harvest: harvest.unwrap().optional(),
    leastG: leastG.unwrap().optional(),
    classes: classes.unwrap().optional(),
    bySex: bySex.unwrap().optional(),
    drainLPerMin: drainLPerMin.unwrap().optional(),
  }),
  result: returns<{ unit: string }>(),
});
