import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';

export const MOST = 20_000;

/**
 * Readings as probes report them, by the name of the sensor: late, doubled and out of order as they come. What is typed
 * or stored for an instant stays; values that are no reading of such a sensor, unknown sensors and times that have not
 * come are left out; a clock that is ahead by minutes is corrected. All that is counted by sensor and reason, and shown. It makes no entry of the ledger.
 */
export const reportReadings = defineAct({
  type: 'readings.report',
  title: 'Report readings',
  by: ['manager', 'culturist'],
  input: z.object({
    readings: z
      .array(z.object({ sensor: z.string().max(40), at: z.number().int(), value: z.number() }))
      .min(1, 'is empty')
      .max(MOST, `at most ${plain(MOST)} at once`),
  }),
  result: returns<{
    added: number;
    same: number;
    kept: number;
    impossible: number;
    future: number;
    corrected: number;
    unknown: string[];
  }>(),
});
