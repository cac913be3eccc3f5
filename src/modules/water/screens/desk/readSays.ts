import { decimals, degrees, grouped } from '@/core/quantities/format';
import { forReader, measured } from '@/core/quantities/reader';
import { sensorKinds } from '@/core/readings/sensorKinds';
import type { WaterDesk } from '../../views/desk';

/** What a room’s probes say, in a line: of several of a kind from the lowest to the highest. */
export function readSays(r: WaterDesk['rooms'][number], us: boolean): string {
  const of = (kind: string) => r.read.filter((x) => x.kind === kind).map((x) => x.value);
  const said = (kind: string) => {
    const [low, high] = [Math.min(...of(kind)), Math.max(...of(kind))];
    if (kind === 'temperature')
      return high - low < 0.05
        ? degrees(high, us)
        : `${decimals(forReader(low, 'temperature', us), 1)} to ${degrees(high, us)}`;
    if (kind === 'flow') return measured(high, 'flow', us);
    return `${kind} ${high < 10 ? decimals(high, 1) : grouped(high)}`;
  };
  return [...new Set(r.read.map((x) => x.kind))].slice(0, 2).map(said).join(', ');
}

/** What the probes of a work say, each in a line; of two at most. */
export const toldSays = (told: WaterDesk['told'], us: boolean): string[] =>
  told
    .filter((t) => t.value !== null)
    .slice(0, 2)
    .map((t) => {
      const { unit, places } = sensorKinds[t.kind];
      if (t.kind === 'temperature') return degrees(t.value!, us);
      if (t.kind === 'flow') return measured(t.value!, 'flow', us);
      return `${decimals(t.value!, places)}${unit ? ` ${unit}` : ` ${t.kind}`}`;
    });
