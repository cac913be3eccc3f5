import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

const ATMOSPHERE_KPA = 101.325;

/** Pressure at an altitude in the standard atmosphere (ISO 2533:1975, troposphere). @param altitudeM metres @returns kPa */
export function standardPressureKpa(altitudeM: number): number {
  return ATMOSPHERE_KPA * (1 - 2.25577e-5 * altitudeM) ** 5.25588;
}

/**
 * Oxygen in water at equilibrium with moist air, mg/L.
 * Benson and Krause 1984 (Limnol. Oceanogr. 29: 620-632), with its salinity and pressure terms.
 * @param celsius 0 to 40  @param salinityPpt 0 to 40  @param pressureKpa at the station
 * @example oxygenSaturation(12) // 10.777
 */
export function oxygenSaturation(celsius: number, salinityPpt = 0, pressureKpa = ATMOSPHERE_KPA): number {
  const t = celsius + 273.15;
  const atSeaLevel = Math.exp(
    -139.34411 +
      1.575701e5 / t -
      6.642308e7 / t ** 2 +
      1.2438e10 / t ** 3 -
      8.621949e11 / t ** 4 -
      salinityPpt * (1.7674e-2 - 10.754 / t + 2140.7 / t ** 2),
  );
  const p = pressureKpa / ATMOSPHERE_KPA;
  const vapour = Math.exp(11.8571 - 3840.7 / t - 216961 / t ** 2);
  const theta = 0.000975 - 1.426e-5 * celsius + 6.436e-8 * celsius ** 2;
  return (atSeaLevel * p * (1 - vapour / p) * (1 - theta * p)) / ((1 - vapour) * (1 - theta));
}

export const calculation = defineCalculation({
  id: 'water.oxygenSaturation',
  title: 'Oxygen that water can hold',
  asks: 'How much oxygen at full saturation, and how full is this water?',
  input: z
    .strictObject({
      celsius: z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?'),
      salinityPpt: z.number().min(0, 'cannot be negative').max(40, 'must be 0 to 40 ppt').default(0),
      altitudeM: z.number().min(-450, 'is below any land').max(6000, 'is above any hatchery').optional(),
      pressureKpa: z.number().min(40, 'is too low for a station: in kPa?').max(115, 'is too high: in kPa?').optional(),
      measuredMgPerL: schema.nonNegative.optional(),
    })
    .refine((i) => i.altitudeM === undefined || i.pressureKpa === undefined, {
      path: ['altitudeM'],
      error: 'give the altitude or the pressure, not both',
    }),
  output: z.strictObject({ mgPerL: z.number(), percent: z.number().optional(), warnings: schema.warnings }),
  compute: (i) => {
    const pressure = i.pressureKpa ?? (i.altitudeM !== undefined ? standardPressureKpa(i.altitudeM) : ATMOSPHERE_KPA);
    const mgPerL = oxygenSaturation(i.celsius, i.salinityPpt, pressure);
    const percent = i.measuredMgPerL === undefined ? undefined : (100 * i.measuredMgPerL) / mgPerL;
    const warnings =
      percent !== undefined && percent > 130 ? ['above 130 %: check the probe’s calibration, or degas'] : [];
    return { mgPerL, ...(percent === undefined ? {} : { percent }), ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const t = i.celsius + 273.15;
    const pressure = i.pressureKpa ?? (i.altitudeM !== undefined ? standardPressureKpa(i.altitudeM) : ATMOSPHERE_KPA);
    const steps = [
      { name: 'T', says: 'absolute temperature', expression: `${i.celsius} + 273.15`, value: t, unit: 'K' },
      {
        name: 'sea',
        says: 'at one atmosphere',
        expression: `exp(-139.34411 + 157570.1/T - 66423080/T^2 + 12438000000/T^3 - 862194900000/T^4 - ${i.salinityPpt} * (0.017674 - 10.754/T + 2140.7/T^2))`,
        value: oxygenSaturation(i.celsius, i.salinityPpt),
        unit: 'mg/L',
      },
      {
        name: 'p',
        says: 'pressure at the station',
        expression:
          i.altitudeM !== undefined ? `(1 - 0.0000225577 * ${i.altitudeM})^5.25588` : `${pressure} / ${ATMOSPHERE_KPA}`,
        value: pressure / ATMOSPHERE_KPA,
        unit: 'atm',
      },
      {
        name: 'vapour',
        says: 'vapour pressure of water',
        expression: 'exp(11.8571 - 3840.7/T - 216961/T^2)',
        value: Math.exp(11.8571 - 3840.7 / t - 216961 / t ** 2),
        unit: 'atm',
      },
      {
        name: 'theta',
        says: 'second pressure term',
        expression: `0.000975 - 0.00001426 * ${i.celsius} + 0.00000006436 * ${i.celsius}^2`,
        value: 0.000975 - 1.426e-5 * i.celsius + 6.436e-8 * i.celsius ** 2,
      },
      {
        name: 'mgPerL',
        says: 'oxygen at saturation',
        expression: 'sea * p * (1 - vapour/p) * (1 - theta*p) / ((1 - vapour) * (1 - theta))',
        value: o.mgPerL,
        unit: 'mg/L',
      },
    ];
    if (o.percent !== undefined)
      steps.push({
        name: 'percent',
        says: 'of saturation',
        expression: `100 * ${i.measuredMgPerL} / mgPerL`,
        value: o.percent,
        unit: '%',
      });
    return { formula: 'Benson and Krause: ln DO = A(T) − S·B(T), corrected for pressure', steps };
  },
  source: 'Benson and Krause 1984, Limnol. Oceanogr. 29: 620-632; altitude by ISO 2533:1975',
  validWhen: '0 to 40 °C, 0 to 40 ppt; the pressure is that at the station, not reduced to sea level.',
  cautions: ['Warm water holds little: summer and dusk are the dangerous hours.'],
  example: { celsius: 12, altitudeM: 300, measuredMgPerL: 9.1 },
});
