import { idsIn } from '../ids';

/** How an adult ends here, or leaves. Those kept stay; all others are gone from the brood. */
export const fates = [
  { id: 'kept', name: 'spawned and kept', stays: true, killed: false },
  { id: 'returned', name: 'returned to the wild', stays: false, killed: false },
  { id: 'food', name: 'surplus, to food', stays: false, killed: true },
  { id: 'laboratory', name: 'to the laboratory', stays: false, killed: true },
  { id: 'killed', name: 'humanely killed', stays: false, killed: true },
  { id: 'died', name: 'died', stays: false, killed: false },
  { id: 'sold', name: 'sold or given away', stays: false, killed: false },
] as const;
export type FateId = (typeof fates)[number]['id'];
export const fateIds = idsIn(fates);
export const fateOf = (id: string) => fates.find((f) => f.id === id);

/** Ways of stunning and killing that the welfare record tells apart. */
export const killMethods = [
  { id: 'blow', name: 'blow to the head, then bled' },
  { id: 'overdose', name: 'overdose of anaesthetic' },
  { id: 'electric', name: 'electric stunning, then killed' },
  { id: 'pithing', name: 'pithing' },
  { id: 'other', name: 'another way' },
] as const;
export const killMethodIds = idsIn(killMethods);
