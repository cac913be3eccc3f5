import type { Told, Words } from '@/server/act/words';

type Census = {
  batches?: readonly { massG: number; count: number }[];
  measured?: { method?: string };
};

/** Ways of counting that a line names: what was counted one by one, or weighed, says nothing of it. */
const ways: Readonly<Record<string, string>> = {
  recapture: ' by marking and catching again',
  splitter: ' by a counted share',
  counter: ' by a device',
  displaced: ' by water displaced',
  combined: ' in two ways',
  estimated: ' by eye',
};

/** A count or a weighing: what was found, how large they are, and what the books did with it. */
export function censusWords({ intent: i, odd }: Told<Census>): Words {
  const [mass, count] = (i.batches ?? []).reduce(([m, n], b) => [m + b.massG, n + b.count], [0, 0]);
  const mode = { combine: ', combined with the books', replace: ', the count stands', note: ', noted only' };
  const told = i.found ?? (i.measured && 'number' in i.measured ? i.measured.number : undefined);
  const number = told === undefined ? undefined : Number(told);
  return [
    ...(number === undefined ? [] : [{ count: number }, ways[i.measured?.method ?? ''] ?? '']),
    ...(number !== undefined && count > 0 ? [', '] : []),
    ...(count > 0 ? [{ massG: mass / count, as: 'each' as const }] : []),
    mode[i.mode as 'combine'] ?? '',
    ...odd,
  ];
}
