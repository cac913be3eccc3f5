import type { Species } from './species';

const slug = (words: string) => words.replaceAll(' ', '-');
/** Ids that do not move when a value is added above: what is limited, and of which stage; what is told. */
export const limitId = (l: Pick<Species['limits'][number], 'what' | 'stage'>) => `${slug(l.what)}@${l.stage}`;
export const valueId = (v: Pick<Species['values'][number], 'what'>) => slug(v.what);
