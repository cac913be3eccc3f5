import { z } from 'zod';
import { defineAct } from '@/server/act/define';

export const savePreferences = defineAct({
  type: 'preferences.save',
  title: 'Save preferences',
  by: ['manager', 'culturist', 'hand', 'reader'],
  input: z.object({
    units: z.enum(['metric', 'us']).optional(),
    locale: z.enum(['en-GB', 'en-US', 'de-DE', 'fr-FR', 'sv-SE']).optional(),
    theme: z.enum(['day', 'dim']).optional(),
  }),
});
