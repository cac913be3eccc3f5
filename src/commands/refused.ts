/** A question that stands between the user and the record: answered by sending the command again with `field` set. */
export type Ask = { field: string; choices: { value: string; label: string; why?: string }[] };

/** A command that was not carried out, in words for the person who sent it. Nothing has been written. */
export class CommandRefused extends Error {
  constructor(
    readonly code: string,
    message: string,
    /** Field path in the payload, or '' for the whole. */
    readonly path = '',
    /** What to do about it. */
    readonly todo = '',
    readonly ask?: Ask,
  ) {
    super(message);
    this.name = 'CommandRefused';
  }
}
