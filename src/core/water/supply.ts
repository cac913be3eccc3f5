import { run } from '../calculation';
import { thresholds } from '../thresholds';
import { dechlorination } from './flows';
import { calculation as gasPressure } from './gas';

/** What a room's water is made of, and what was read of it. */
export type SupplyInput = {
  /** Chlorine before the neutraliser; null where it is no town water. */
  chlorineMgPerL: number | null;
  /** Water between the neutraliser and the units; null where nothing stands between. */
  mixedL: number | null;
  units: readonly { volumeL: number | null; flowLPerMin: number | null }[];
  sourceCelsius: number | null;
  /** The warmest water of the room. */
  celsius: number | null;
  altitudeM: number | null;
};
type NeutraliserInput = { flowLPerMin: number; chlorineMgPerL: number; mixedVolumeL: number; criticalMgPerL: number };
export type Supply = {
  /** Minutes until chlorine is above what they bear, should the neutraliser stop; null: never, or not known. */
  neutraliser: { minutes: number | null; missing: string | null; input: NeutraliserInput | null } | null;
  /** Total gas of the warmed water where nothing lets it out; null where it is not warmed to speak of. */
  gas: { percent: number; input: { fromCelsius: number; toCelsius: number; altitudeM?: number } } | null;
};

/** Warming by less is within what two probes differ by. */
const WARMED_BY = 0.5;

/**
 * Reserve of the neutraliser and gas by warming, from how a room is supplied. With a head tank it is the head tank's
 * time, the units' own water not counted; without one it is that of the unit whose water is renewed fastest.
 */
export function supplyOf(i: SupplyInput): Supply {
  return { neutraliser: neutraliserOf(i), gas: gasOf(i) };
}

function neutraliserOf(i: SupplyInput): Supply['neutraliser'] {
  if (i.chlorineMgPerL === null) return null;
  const flowing = i.units.filter((u) => (u.flowLPerMin ?? 0) > 0);
  const total = flowing.reduce((s, u) => s + u.flowLPerMin!, 0);
  if (total <= 0) return { minutes: null, missing: 'set the flow of its units', input: null };
  const fastest = flowing
    .filter((u) => u.volumeL !== null)
    .sort((a, b) => a.volumeL! / a.flowLPerMin! - b.volumeL! / b.flowLPerMin!)[0];
  const vessel = i.mixedL !== null ? { mixedVolumeL: i.mixedL, flowLPerMin: total } : null;
  const alone = fastest ? { mixedVolumeL: fastest.volumeL!, flowLPerMin: fastest.flowLPerMin! } : null;
  const through = vessel ?? alone;
  if (!through) return { minutes: null, missing: 'set the volume of its units', input: null };
  const input = { ...through, chlorineMgPerL: i.chlorineMgPerL, criticalMgPerL: thresholds.chlorineLimit.value };
  return { minutes: run(dechlorination, input).minutesOfReserve, missing: null, input };
}

function gasOf(i: SupplyInput): Supply['gas'] {
  if (i.sourceCelsius === null || i.celsius === null || i.celsius - i.sourceCelsius < WARMED_BY) return null;
  const inWater = (c: number) => Math.min(40, Math.max(0, c));
  const input = {
    fromCelsius: inWater(i.sourceCelsius),
    toCelsius: inWater(i.celsius),
    ...(i.altitudeM === null ? {} : { altitudeM: i.altitudeM }),
  };
  return { percent: run(gasPressure, input).totalPercent, input };
}
