import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { decimals, plain } from '../quantities/format';

/** Share of a plane that circles cover at best: π / (2√3). */
const HEXAGONAL = Math.PI / (2 * Math.sqrt(3));

/** Layers that so many round eggs make on an area, packed as closely as circles lie. */
export function layersOf(number: number, diameterMm: number, areaCm2: number): number {
  return (number * Math.PI * (diameterMm / 10) ** 2) / (4 * HEXAGONAL * areaCm2);
}

export const calculation = defineCalculation({
  id: 'incubation.loading',
  title: 'Load of a tray or a jar',
  asks: 'How many layers deep do they lie, how full is it, and is the flow enough for the oxygen they use?',
  input: z
    .strictObject({
      number: schema.positive,
      eggDiameterMm: schema.positive.max(12, 'is larger than any fish egg here'),
      areaCm2: schema.positive,
      maxLayers: schema.positive.optional(),
      useMgPerHour: schema.positive.optional(),
      inMgPerL: schema.positive.optional(),
      outMgPerL: schema.nonNegative.optional(),
      flowLPerMin: schema.positive.optional(),
    })
    .refine((i) => i.inMgPerL === undefined || i.outMgPerL === undefined || i.outMgPerL < i.inMgPerL, {
      path: ['outMgPerL'],
      error: 'must be below what flows in: no water brings oxygen that it does not have',
    })
    .refine((i) => i.inMgPerL === undefined || i.inMgPerL <= 60, {
      path: ['inMgPerL'],
      error: 'is more than water holds even under pure oxygen',
    }),
  output: z.strictObject({
    layers: z.number(),
    mostByLayers: z.number().optional(),
    flowNeededLPerMin: z.number().optional(),
    mostByFlow: z.number().optional(),
    limit: z.enum(['layers', 'flow', 'none']),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const layers = layersOf(i.number, i.eggDiameterMm, i.areaCm2);
    const mostByLayers = i.maxLayers === undefined ? undefined : (i.maxLayers / layers) * i.number;
    const drop = i.inMgPerL !== undefined && i.outMgPerL !== undefined ? i.inMgPerL - i.outMgPerL : undefined;
    const flowNeeded =
      i.useMgPerHour !== undefined && drop !== undefined && drop > 0
        ? (i.number * i.useMgPerHour) / (60 * drop)
        : undefined;
    const mostByFlow =
      flowNeeded !== undefined && i.flowLPerMin !== undefined ? (i.flowLPerMin / flowNeeded) * i.number : undefined;
    const least = Math.min(mostByLayers ?? Number.POSITIVE_INFINITY, mostByFlow ?? Number.POSITIVE_INFINITY);
    const warnings: string[] = [];
    if (mostByLayers !== undefined && i.number > mostByLayers)
      warnings.push(
        `${decimals(layers, 1)} layers are more than ${plain(i.maxLayers!)}: spread them, or dead ones hide below`,
      );
    if (mostByFlow !== undefined && i.number > mostByFlow)
      warnings.push(`the flow brings too little oxygen: ${decimals(flowNeeded!, 1)} L/min needed`);
    return {
      layers,
      ...(mostByLayers === undefined ? {} : { mostByLayers }),
      ...(flowNeeded === undefined ? {} : { flowNeededLPerMin: flowNeeded }),
      ...(mostByFlow === undefined ? {} : { mostByFlow }),
      limit: !Number.isFinite(least)
        ? ('none' as const)
        : least === mostByLayers
          ? ('layers' as const)
          : ('flow' as const),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [
      {
        name: 'layers',
        says: 'layers, packed as closely as circles lie (0.9069 of the area)',
        expression: `${i.number} * ${Math.PI} * (${i.eggDiameterMm} / 10)^2 / (4 * ${HEXAGONAL} * ${i.areaCm2})`,
        value: o.layers,
      },
    ];
    if (o.mostByLayers !== undefined)
      steps.push({
        name: 'mostByLayers',
        says: 'eggs in the layers allowed',
        expression: `${i.maxLayers} / layers * ${i.number}`,
        value: o.mostByLayers,
      });
    if (o.flowNeededLPerMin !== undefined)
      steps.push({
        name: 'flowNeededLPerMin',
        says: 'flow for their oxygen',
        expression: `${i.number} * ${i.useMgPerHour} / (60 * (${i.inMgPerL} - ${i.outMgPerL}))`,
        value: o.flowNeededLPerMin,
        unit: 'L/min',
      });
    if (o.mostByFlow !== undefined)
      steps.push({
        name: 'mostByFlow',
        says: 'eggs that the flow bears',
        expression: `${i.flowLPerMin} / flowNeededLPerMin * ${i.number}`,
        value: o.mostByFlow,
      });
    return { formula: 'layers = N π d² / (4 · 0.9069 · area); flow ≥ N · use / (60 · (in − out))', steps };
  },
  source: 'Geometry of close-packed circles, and mass balance of oxygen: method, no source',
  validWhen: 'Eggs lie evenly on a flat screen; for a jar take the area of its section.',
  cautions: [
    'The maker’s or your own limit of a tray comes first; strong stock and clean water bear more, warm water less.',
  ],
  example: {
    number: 16000,
    eggDiameterMm: 4.7,
    areaCm2: 1600,
    maxLayers: 2,
    useMgPerHour: 0.002,
    inMgPerL: 11.5,
    outMgPerL: 8,
    flowLPerMin: 12,
  },
});
