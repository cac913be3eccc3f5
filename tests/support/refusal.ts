import { ActRefused } from '@/server/act/refused';

/** The refusal of a command that must not go through. */
export async function refusal(sent: Promise<unknown>): Promise<ActRefused> {
  try {
    await sent;
  } catch (e) {
    if (e instanceof ActRefused) return e;
    throw e;
  }
  throw new Error('was not refused');
}
