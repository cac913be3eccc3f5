import { z } from 'zod';

/** What can be traced: a lot, what stands in a tank, a lot of feed, a treatment, a female, what went out by an entry. */
export const subjectKinds = {
  lot: 'lot',
  unit: 'tank',
  feedLot: 'lot of feed',
  entry: 'treatment, release, sale',
  female: 'female',
} as const;
export type SubjectKind = keyof typeof subjectKinds;

/** A subject as an address names it: `lot:12`. */
const address = z
  .string()
  .regex(/^(lot|unit|feedLot|entry|female):[\w-]{1,40}$/)
  .transform((t) => {
    const [of, id] = t.split(':') as [SubjectKind, string];
    return { of, id };
  });
export type Subject = z.output<typeof address>;

/** @returns undefined for what names no subject */
export const subjectIn = (text: string | undefined): Subject | undefined => address.safeParse(text).data;
export const addressOf = (s: Subject): string => `${s.of}:${s.id}`;
