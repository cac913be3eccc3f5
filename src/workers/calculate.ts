import { parentPort } from 'node:worker_threads';
import { CalculationError, runWithWorking, type Working } from '@/core/calculation';
import { markBy } from '@/core/quantities/format';
import { loadCalculation } from '@/core/registry';
import { putThresholdsInForce } from '@/core/thresholdsInForce';
import type { Asked, Outcome } from './thread';

/** The thread's side: one calculation after the other, each answered by its number. */
parentPort!.on('message', async ({ no, id, input, mark, thresholds }: Asked) => {
  markBy(() => mark);
  putThresholdsInForce(thresholds);
  const answer = (outcome: Outcome) => parentPort!.postMessage({ no, outcome });
  try {
    const calculation = (await loadCalculation(id))!;
    answer({ ok: runWithWorking(calculation, input) as { output: Record<string, unknown>; working: Working } });
  } catch (e) {
    if (e instanceof CalculationError) answer({ refused: { code: e.code, path: e.path, message: e.message } });
    else if (e instanceof RangeError) answer({ refused: { code: 'range', path: 'input', message: e.message } });
    else answer({ broken: e instanceof Error ? (e.stack ?? e.message) : String(e) });
  }
});
