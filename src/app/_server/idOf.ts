import { notFound } from 'next/navigation';

/** A number of ours out of an address; anything else is a page that does not exist. */
export function idOf(text: string): number {
  if (!/^\d{1,15}$/.test(text)) notFound();
  return Number(text);
}

/** A number of ours out of the question part of an address; anything else counts as not given. */
export const idIn = (text: string | undefined): number | undefined =>
  text !== undefined && /^\d{1,15}$/.test(text) ? Number(text) : undefined;
