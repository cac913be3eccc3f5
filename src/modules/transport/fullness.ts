import { run } from '@/core/calculation';
import { thresholds } from '@/core/thresholds';
import { calculation as bag } from '@/core/transport/bag';
import type { HaulTank, HaulWay } from '@/core/transport/haul';
import { calculation, type HaulLimit, loadingOf } from '@/core/transport/load';
import { onTheWay } from '@/core/transport/warming';
import { fishUse } from '@/core/water/stillWater';
import type { PlannedLoad } from './hauls';

/** How full a carrier is with what goes into it: a tank, so many bags, so many boxes. */
export type TankFull = {
  name: string;
  number: number;
  /** In each bag or box; null of a tank. */
  each: number | null;
  /** Animals that it bears, of what is counted and not weighed. */
  mostNumber: number | null;
  /** Null while something in it was never weighed. */
  massKg: number | null;
  meanG: number | null;
  /** What it carries of such fish for so long, by the limit that binds. */
  mostKg: number | null;
  limitWord: string;
  share: number | null;
  /** Oxygen that it takes on the way, litres of gas. */
  oxygenL: number | null;
  /** Hours that it lasts; null of what is aired on the way. */
  lasts: number | null;
  /** The water at the end of the way, and the ice that keeps it as it left. */
  celsiusThen: number | null;
  iceKg: number | null;
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

/** What a haul is judged by. */
type Judged = {
  hours: number;
  celsius: number;
  tanks: readonly HaulTank[];
  loads: readonly Pick<PlannedLoad, 'tank' | 'number' | 'meanG'>[];
  way?: Pick<HaulWay, 'airCelsius' | 'keeps'>;
};

/** Every carrier of a haul against what it carries for that time and warmth. */
export function fullness(haul: Judged): TankFull[] {
  return haul.tanks.map((t): TankFull => {
    const own = haul.loads.filter((l) => l.tank.toLowerCase() === t.name.toLowerCase());
    const number = own.reduce((s, l) => s + l.number, 0);
    const unweighed = own.some((l) => l.meanG === null);
    const massKg = unweighed ? null : own.reduce((s, l) => s + (l.number * l.meanG!) / 1000, 0);
    const meanG = massKg === null || number === 0 ? null : (1000 * massKg) / number;
    const none: TankFull = {
      name: t.name,
      number,
      each: t.kind === 'tank' || number === 0 ? null : Math.ceil(number / t.count),
      mostNumber: null,
      massKg,
      meanG,
      mostKg: null,
      limitWord: '',
      share: null,
      oxygenL: null,
      lasts: null,
      ...warmth(haul, t),
    };
    if (t.kind === 'moist') return { ...none, ...moist(t, number, haul.hours) };
    if (meanG === null || massKg === null || massKg <= 0) return none;
    return { ...none, ...(t.kind === 'bag' ? bagged(haul, t, massKg, meanG) : tanked(haul, t, massKg, meanG)) };
  });
}

function tanked(haul: Judged, t: HaulTank, massKg: number, meanG: number) {
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
    mostKg: o.massKg,
    limitWord: limitWords[o.limit],
    share: massKg / o.massKg,
    oxygenL: o.oxygenL ?? null,
  };
}

/** Bags must last longer than the way: both limits come the later, the less is in them. */
function bagged(haul: Judged, t: HaulTank, massKg: number, meanG: number) {
  const o = run(bag, {
    waterL: t.volumeL,
    gasL: t.gasL,
    massKg: massKg / t.count,
    useMgPerKgHour: fishUse(meanG, haul.celsius),
    celsius: haul.celsius,
    hours: haul.hours,
    leastMgPerL: thresholds.haulOxygenLeast.value,
    mostCarbonDioxideMgPerL: thresholds.bagCarbonDioxide.value,
  });
  const share = (thresholds.bagMargin.value * haul.hours) / o.hours;
  return { mostKg: massKg / share, limitWord: limitWords[o.limit], share, oxygenL: t.count * t.gasL, lasts: o.hours };
}

/** Out of water they are counted, not weighed, and hours count as much as numbers do. */
function moist(t: HaulTank, number: number, hours: number) {
  const lasts = thresholds.moistHours.value;
  const mostNumber = t.mostEach === null ? null : t.count * t.mostEach;
  const [byNumber, byHours] = [mostNumber === null ? 0 : number / mostNumber, hours / lasts];
  return {
    mostNumber,
    lasts,
    share: number === 0 || (mostNumber === null && byHours <= 1) ? null : Math.max(byNumber, byHours),
    limitWord: byHours > byNumber ? 'hours out of water' : 'number in a box',
  };
}

function warmth(haul: Judged, t: HaulTank) {
  const air = haul.way?.airCelsius ?? null;
  if (air === null || t.volumeL <= 0) return { celsiusThen: null, iceKg: null };
  const one = onTheWay(t.volumeL, haul.celsius, air, haul.hours, haul.way!.keeps);
  return { celsiusThen: one.celsiusThen, iceKg: t.count * one.iceKg };
}

/** Bottles that the oxygen of all tanks takes; bags are filled before they leave. Null where nobody said how large they are. */
export const bottlesFor = (full: readonly TankFull[], way: HaulWay): number | null =>
  way.bottleL === null || way.bottleBar === null
    ? null
    : Math.ceil(full.reduce((s, t) => s + (t.oxygenL ?? 0), 0) / (way.bottleL * way.bottleBar));
