import { CalculationError } from '@/core/calculation';

/** What a calculation refuses its input by; null where it took it. Anything else that goes wrong goes through. */
export function refusedInput(work: () => unknown): CalculationError | null {
  try {
    work();
  } catch (e) {
    if (e instanceof CalculationError) return e;
    throw e;
  }
  return null;
}

/** As `refusedInput`, where a refusal is expected. */
export function errorOf(work: () => unknown): CalculationError {
  const e = refusedInput(work);
  if (!e) throw new Error('nothing was refused');
  return e;
}
