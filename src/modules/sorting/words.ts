import type { Told, Words } from '@/server/act/words';

type Census = {
  batches?: readonly { massG: number; count: number }[];
  measured?: object;
};

/** A count or a weighing: what was found, how large they are, and what the books did with it. */
export function censusWords({ intent: i, odd }: Told<Census>): Words {
  const [mass, count] = (i.batches ?? []).reduce(([m, n], b) => [m + b.massG, n + b.count], [0, 0]);
  const mode = { combine: ', combined with the books', replace: ', the count stands', note: ', noted only' };
  const number = i.measured && 'number' in i.measured ? Number(i.measured.number) : undefined;
  return [
    ...(number === undefined ? [] : [{ count: number }]),
    ...(number !== undefined && count > 0 ? [', '] : []),
    ...(count > 0 ? [{ massG: mass / count, as: 'each' as const }] : []),
    mode[i.mode as 'combine'] ?? '',
    ...odd,
  ];
}
