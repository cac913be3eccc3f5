import type { Ask } from './question';

/** An act that was not carried out, in words for the person who sent it. Nothing has been written. */
export class ActRefused extends Error {
  constructor(
    readonly code: string,
    message: string,
    /** Field path in the input, or '' for the whole. */
    readonly path = '',
    /** What to do about it. */
    readonly todo = '',
    /** What has to be answered before it can be carried out, all of it at once. */
    readonly asks: readonly Ask[] = [],
  ) {
    super(message);
    this.name = 'ActRefused';
  }
}

/** Refused until what is asked is answered. */
export function asked(asks: readonly Ask[]): ActRefused {
  const [first] = asks;
  return new ActRefused(
    first!.id,
    asks.map((a) => a.message).join(' '),
    first!.path,
    [...new Set(asks.map((a) => a.todo))].join(' '),
    asks,
  );
}
