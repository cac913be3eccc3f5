import { CommandRefused } from '@/commands/refused';

/** The refusal of a command that must not go through. */
export async function refusal(sent: Promise<unknown>): Promise<CommandRefused> {
  try {
    await sent;
  } catch (e) {
    if (e instanceof CommandRefused) return e;
    throw e;
  }
  throw new Error('was not refused');
}
