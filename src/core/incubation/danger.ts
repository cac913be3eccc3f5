import { type Species, valueNamed } from '../species/species';
import type { Station } from '../species/stations';
import { thresholds } from '../thresholds';
import { oxygenSaturation, standardPressureKpa } from '../water/oxygen';

/** What one egg or larva uses, mg of oxygen an hour, at a temperature; null where Reference has nothing. */
export function oxygenUse(species: Species, station: Station, progress: number, celsius: number): number | null {
  const named = station === 'yolksac' ? 'a yolk-sac larva' : progress >= 0.5 ? 'an eyed egg' : 'a green egg';
  const at10 = valueNamed(species, `oxygen use of ${named}`)?.value;
  return at10 === undefined ? null : at10 * thresholds.oxygenQ10.value ** ((celsius - 10) / 10);
}

export type Danger = {
  minutes: number;
  /** What the input of `water.minutesToDanger` was: opens its working. */
  input: { volumeL: number; number: number; oxygenMgPerL: number; criticalMgPerL: number; useMgPerHour: number };
  /** Flow that the oxygen of these needs, L/min. */
  flowNeeded: number;
};

/**
 * Minutes until the oxygen in a unit is down to what eggs and larvae suffer at, should its flow stop now, and the flow
 * that they need. Oxygen as measured in the room, else nearly saturated water.
 * @returns null where the volume, the temperature or a value of Reference is missing
 */
export function dangerOf(
  species: Species,
  s: { station: Station; progress: number; number: number },
  unit: { volumeL: number | null },
  water: { celsius: number | null; oxygenMgPerL: number | null; altitudeM: number | null },
): Danger | null {
  if (unit.volumeL === null || water.celsius === null || s.number <= 0) return null;
  const use = oxygenUse(species, s.station, s.progress, water.celsius);
  const critical = valueNamed(species, 'oxygen at which')?.value;
  if (use === null || critical === undefined) return null;
  const full = oxygenSaturation(
    Math.min(40, Math.max(0, water.celsius)),
    0,
    water.altitudeM === null ? undefined : standardPressureKpa(water.altitudeM),
  );
  const oxygen = water.oxygenMgPerL ?? full * thresholds.assumedSaturation.value;
  const input = {
    volumeL: unit.volumeL,
    number: s.number,
    oxygenMgPerL: oxygen,
    criticalMgPerL: critical,
    useMgPerHour: use,
  };
  const least = species.limits.find((l) => l.what === 'oxygen')?.low ?? critical;
  return {
    minutes: Math.max(0, (60 * unit.volumeL * (oxygen - critical)) / (s.number * use)),
    input,
    flowNeeded: oxygen > least ? (s.number * use) / (60 * (oxygen - least)) : Number.POSITIVE_INFINITY,
  };
}

/** A span of minutes as one says it in a hurry. */
export const minutesWords = (minutes: number) =>
  minutes < 1
    ? 'less than a minute'
    : minutes < 120
      ? `${Math.floor(minutes)} min`
      : minutes < 2880
        ? `${Math.floor(minutes / 60)} h`
        : `${Math.floor(minutes / 1440)} days`;
