import { figures, grouped } from '../quantities/format';

/** Prey in numbers that one says: thousands to three figures, millions with their word. */
export const preyNumber = (n: number): string =>
  n >= 1e6 ? `${figures(n / 1e6, 3)} million` : grouped(Number(n.toPrecision(3)));
