import { run } from '@/core/calculation';
import type { HaulTank } from '@/core/transport/haul';
import { calculation, type HaulLimit, loadingOf } from '@/core/transport/load';
import type { PlannedLoad } from './hauls';

/** How full a tank of a truck is with what goes into it. */
export type TankFull = {
  name: string;
  number: number;
  /** Null while something in it was never weighed. */
  massKg: number | null;
  meanG: number | null;
  /** What it carries of such fish for so long, by the limit that binds. */
  mostKg: number | null;
  limitWord: string;
  share: number | null;
  /** Oxygen that it takes on the way, litres of gas. */
  oxygenL: number | null;
};

const limitWords: Record<HaulLimit, string> = {
  table: 'the loading rule',
  oxygen: 'oxygen',
  carbonDioxide: 'carbon dioxide',
  ammonia: 'ammonia',
};

/** Cube of a length in cm that weighs a gram, for fish of usual shape: a condition of one. */
const lengthCm = (massG: number) => (100 * massG) ** (1 / 3);
/** Carbon dioxide that agitators of a truck drive out in an hour. `verify` */
const STRIPPED = 1;

/** Every tank of a truck against what it carries for that time and warmth. */
export function fullness(haul: {
  hours: number;
  celsius: number;
  tanks: readonly HaulTank[];
  loads: readonly Pick<PlannedLoad, 'tank' | 'number' | 'meanG'>[];
}): TankFull[] {
  return haul.tanks.map((t): TankFull => {
    const own = haul.loads.filter((l) => l.tank.toLowerCase() === t.name.toLowerCase());
    const number = own.reduce((s, l) => s + l.number, 0);
    const unweighed = own.some((l) => l.meanG === null);
    const massKg = unweighed ? null : own.reduce((s, l) => s + (l.number * l.meanG!) / 1000, 0);
    const meanG = massKg === null || number === 0 ? null : (1000 * massKg) / number;
    const none = { name: t.name, number, massKg, meanG, mostKg: null, limitWord: '', share: null, oxygenL: null };
    if (meanG === null || massKg === null || massKg <= 0) return none;
    const o = run(calculation, {
      massG: meanG,
      celsius: haul.celsius,
      hours: haul.hours,
      tanks: [{ volumeL: t.volumeL, oxygenLPerMin: t.oxygenLPerMin }],
      massKg,
      loadKgPerL: loadingOf(lengthCm(meanG), haul.celsius),
      strippedPerHour: STRIPPED,
    });
    return {
      ...none,
      mostKg: o.massKg,
      limitWord: limitWords[o.limit],
      share: massKg / o.massKg,
      oxygenL: o.oxygenL ?? null,
    };
  });
}
