import { ZodError } from 'zod';
import type { Command } from './define';
import { CommandRefused } from './refused';

/** @throws CommandRefused naming the first field that is wrong */
export function parsePayload(command: Command, raw: unknown): unknown {
  try {
    return command.schema.parse(raw);
  } catch (e) {
    if (!(e instanceof ZodError)) throw e;
    const issue = e.issues[0]!;
    throw new CommandRefused(
      'payload',
      `${issue.path.length > 0 ? `${issue.path.join('.')} ` : ''}${issue.message}`,
      issue.path.join('.'),
    );
  }
}
