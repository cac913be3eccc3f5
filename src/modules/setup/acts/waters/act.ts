import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** The map of the waters around, as GeoJSON, and where the hatchery lies in it; sites and ponds named in it are put where they are. */
export const saveWaters = defineAct({
  type: 'waters.save',
  title: 'Map of the waters',
  by: ['manager'],
  input: z.object({
    lon: z.number().min(-180, 'is no longitude').max(180, 'is no longitude'),
    lat: z.number().min(-90, 'is no latitude').max(90, 'is no latitude'),
    text: z.string().min(1, 'is empty').max(4_000_000, 'is larger than 4 MB: leave out what is not needed'),
  }),
  result: returns<{ waters: number; sites: string[]; ponds: string[] }>(),
});
