import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { thresholds } from '../thresholds';
import { bathBases } from './products';

/** What every dose is subject to, wherever it is shown. */
const CAUTIONS = [
  'Follow the label, local law and veterinary advice; wear what the label asks for.',
  'Ask where it may be discharged, and what it does to a biofilter, before it is mixed.',
];

const UNITS = ['mL', 'mg', 'ug', 'IU'] as const;
type DoseUnit = (typeof UNITS)[number];
/** Grams of the mass units; a volume and international units convert to nothing else. */
const GRAMS: Partial<Record<DoseUnit, number>> = { mg: 1e-3, ug: 1e-6 };

const unit = z.enum(UNITS, { error: 'is mL, mg, ug or IU' });
const injectionInput = z.strictObject({
  massKg: schema.positive,
  dosePerKg: schema.positive,
  doseUnit: unit,
  concentrationPerMl: schema.positive.optional(),
  concentrationUnit: unit.optional(),
  maxMlPerSite: schema.positive.optional(),
  parts: z.array(schema.positive).min(1, 'needs at least one part').default([1]),
});

/** How much of the dose's unit is in a millilitre of what is in the vial. */
function perMl(i: z.output<typeof injectionInput>): number {
  if (i.doseUnit === 'mL') {
    if (i.concentrationPerMl !== undefined)
      throw new CalculationError('input', 'concentrationPerMl', 'a dose in mL of the product has no concentration');
    return 1;
  }
  if (i.concentrationPerMl === undefined)
    throw new CalculationError(
      'input',
      'concentrationPerMl',
      `needed: how many ${i.doseUnit} are in a mL, as the label says`,
    );
  const from = i.concentrationUnit ?? i.doseUnit;
  if (from === i.doseUnit) return i.concentrationPerMl;
  const [label, dose] = [GRAMS[from], GRAMS[i.doseUnit]];
  if (label === undefined || dose === undefined)
    throw new CalculationError(
      'input',
      'concentrationUnit',
      `${from} cannot be turned into ${i.doseUnit}: read the label again, or take the dose in ${from}`,
    );
  return (i.concentrationPerMl * label) / dose;
}

/** A volume that no fish takes comes of a vial read in another unit. */
function mustBeVolume(i: z.output<typeof injectionInput>, totalMl: number): void {
  const most = thresholds.injectionMost.value;
  const perKg = totalMl / i.massKg;
  if (perKg <= most) return;
  const field =
    i.doseUnit === 'mL' ? 'dosePerKg' : i.concentrationUnit === undefined ? 'concentrationPerMl' : 'concentrationUnit';
  throw new CalculationError(
    'volume',
    field,
    `makes ${Number(totalMl.toPrecision(3))} mL, ${Number(perKg.toPrecision(3))} mL a kg of fish, where ${most} are the most that any takes: read the vial again, µg and mg are a thousandfold apart`,
  );
}

export const injection = defineCalculation({
  id: 'dose.injection',
  title: 'Injection',
  asks: 'She weighs so much and the vial holds so much a millilitre: what goes into the syringe, in which parts?',
  input: injectionInput,
  output: z.strictObject({
    parts: z.array(z.strictObject({ amount: z.number(), volumeMl: z.number(), sites: z.number() })),
    totalAmount: z.number(),
    totalVolumeMl: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const sum = i.parts.reduce((s, x) => s + x, 0);
    if (Math.abs(sum - 1) > 1e-6)
      throw new CalculationError('input', 'parts', `the parts make ${sum}: together they must make 1`);
    const strength = perMl(i);
    const total = i.massKg * i.dosePerKg;
    mustBeVolume(i, total / strength);
    const least = thresholds.injectionLeast.value;
    const warnings = [
      ...(i.concentrationUnit !== undefined && i.concentrationUnit !== i.doseUnit
        ? [`the vial is in ${i.concentrationUnit}, the dose in ${i.doseUnit}: a thousandfold apart if mistaken`]
        : []),
      ...(i.concentrationUnit === undefined && GRAMS[i.doseUnit] !== undefined
        ? [`the vial is read as ${i.doseUnit} a mL, since no unit of it was given: read mg or µg off its label`]
        : []),
      ...(i.parts.some((share) => (total * share) / strength < least)
        ? [`less than ${least} mL in a part: no syringe measures that; was the vial read in another unit?`]
        : []),
    ];
    return {
      parts: i.parts.map((share) => {
        const amount = total * share;
        const volumeMl = amount / strength;
        return { amount, volumeMl, sites: i.maxMlPerSite === undefined ? 1 : sitesFor(volumeMl, i.maxMlPerSite) };
      }),
      totalAmount: total,
      totalVolumeMl: total / strength,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const strength = perMl(i);
    const from = i.concentrationUnit ?? i.doseUnit;
    const steps: Step[] = [
      {
        name: 'totalAmount',
        says: 'in all',
        expression: `${i.massKg} * ${i.dosePerKg}`,
        value: o.totalAmount,
        unit: i.doseUnit,
      },
      {
        name: 'strength',
        says: 'in a millilitre of the vial',
        expression:
          i.doseUnit === 'mL'
            ? '1'
            : from === i.doseUnit
              ? String(i.concentrationPerMl)
              : `${i.concentrationPerMl} * ${GRAMS[from]} / ${GRAMS[i.doseUnit]}`,
        value: strength,
        unit: `${i.doseUnit}/mL`,
      },
      ...i.parts.map((share, k) => ({
        name: `part${k + 1}`,
        says: `part ${k + 1}, ${o.parts[k]!.sites} ${o.parts[k]!.sites === 1 ? 'site' : 'sites'}`,
        expression: `totalAmount * ${share} / strength`,
        value: o.parts[k]!.volumeMl,
        unit: 'mL',
      })),
      {
        name: 'totalVolumeMl',
        says: 'into the syringe in all',
        expression: 'totalAmount / strength',
        value: o.totalVolumeMl,
        unit: 'mL',
      },
    ];
    return { formula: 'volume = mass · dose per kg / strength of the vial', steps };
  },
  source: 'method, no source; the dose per kg is the label’s and the veterinarian’s',
  validWhen: 'The mass is of the fish without water, and the strength is read from the vial in hand.',
  cautions: [
    ...CAUTIONS,
    'A second person checks dose and vial. Hormones: pregnant people do not handle them; needles go to the sharps box.',
    'Mark treated fish; keep them from food.',
  ],
  example: {
    massKg: 4.2,
    dosePerKg: 50,
    doseUnit: 'ug',
    concentrationPerMl: 0.5,
    concentrationUnit: 'mg',
    maxMlPerSite: 1,
    parts: [0.1, 0.9],
  },
});

/** Sites among which a volume is shared so that none has more than it may; a rounding error makes no further one. */
const sitesFor = (volumeMl: number, maxMl: number) => Math.max(1, Math.ceil(volumeMl / maxMl - 1e-9));

const basis = z.enum(bathBases, { error: 'is productMass, productVolume, activeSubstance or availableIodine' });

const bathInput = z.strictObject({
  volumeL: schema.positive,
  targetMgPerL: schema.positive.max(1e6, 'is more than water can hold: a litre of it weighs 1 000 000 mg'),
  activeShare: schema.positive.max(1, 'is a share, at most 1').optional(),
  densityKgPerL: schema.positive.optional(),
  basis: basis.optional(),
});

/** What the target is a target of: as said, or of the active substance where its share is given. */
const basisOf = (i: z.output<typeof bathInput>) =>
  i.basis ?? (i.activeShare === undefined ? 'productMass' : 'activeSubstance');

export const bath = defineCalculation({
  id: 'dose.bath',
  title: 'Bath',
  asks: 'So many litres shall have so much in them: how much of the product is that?',
  input: bathInput,
  output: z.strictObject({
    productG: z.number(),
    productMl: z.number().optional(),
    basis: z.string(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const of = basisOf(i);
    if ((of === 'activeSubstance' || of === 'availableIodine') && i.activeShare === undefined)
      throw new CalculationError(
        'input',
        'activeShare',
        `is needed: what share of the product is ${of === 'availableIodine' ? 'available iodine' : 'active'}`,
      );
    if (of === 'productVolume') {
      if (i.densityKgPerL === undefined)
        throw new CalculationError('input', 'densityKgPerL', 'is needed to turn a volume of product into its mass');
      const productMl = (i.volumeL * i.targetMgPerL) / 1000;
      return {
        productG: productMl * i.densityKgPerL,
        productMl,
        basis: of,
        warnings: ['read as microlitres of product to a litre of water'],
      };
    }
    const share = of === 'productMass' ? 1 : i.activeShare!;
    const productG = (i.volumeL * i.targetMgPerL) / 1000 / share;
    const warnings = [
      ...(i.basis === undefined
        ? [
            i.activeShare === undefined
              ? 'no basis was named: read as product by mass. Ask what the target is of: product by volume, by mass, or active substance'
              : 'no basis was named: the target is read as of active substance. Ask whether it is of the product: that takes less',
          ]
        : []),
      ...(i.activeShare !== undefined && of === 'productMass'
        ? ['the target is of product, so its active share plays no part']
        : []),
    ];
    return {
      productG,
      ...(i.densityKgPerL === undefined ? {} : { productMl: productG / i.densityKgPerL }),
      basis: of,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [];
    if (o.basis === 'productVolume')
      steps.push(
        {
          name: 'productMl',
          says: 'product',
          expression: `${i.volumeL} * ${i.targetMgPerL} / 1000`,
          value: o.productMl!,
          unit: 'mL',
        },
        {
          name: 'productG',
          says: 'by mass',
          expression: `productMl * ${i.densityKgPerL}`,
          value: o.productG,
          unit: 'g',
        },
      );
    else {
      const share = o.basis === 'productMass' ? 1 : i.activeShare!;
      steps.push({
        name: 'productG',
        says: 'product',
        expression: `${i.volumeL} * ${i.targetMgPerL} / 1000 / ${share}`,
        value: o.productG,
        unit: 'g',
      });
      if (o.productMl !== undefined)
        steps.push({
          name: 'productMl',
          says: 'by volume',
          expression: `productG / ${i.densityKgPerL}`,
          value: o.productMl,
          unit: 'mL',
        });
    }
    return { formula: 'product = volume · target / active share', steps };
  },
  source: 'method, no source; the target is the label’s and the veterinarian’s',
  validWhen: 'The bath is mixed evenly and does not flow; the active share is of this drum, by its label.',
  cautions: [
    ...CAUTIONS,
    'Say what the figure is of: product by volume, product by mass, active substance or available iodine differ manyfold.',
    'Try it on a few first; stop at distress; never mix chemicals.',
  ],
  example: { volumeL: 100, targetMgPerL: 50, activeShare: 0.5, densityKgPerL: 1.1 },
});

export const dilution = defineCalculation({
  id: 'dose.dilution',
  title: 'Dilution',
  asks: 'From this stock, so much of that strength: how much stock, how much water?',
  input: z.strictObject({
    stockConcentration: schema.positive,
    targetConcentration: schema.positive,
    targetVolumeL: schema.positive,
  }),
  output: z.strictObject({ stockVolumeL: z.number(), waterL: z.number() }),
  compute: (i) => {
    if (i.targetConcentration > i.stockConcentration)
      throw new CalculationError(
        'input',
        'targetConcentration',
        'is stronger than the stock: water makes nothing stronger',
      );
    const stockVolumeL = (i.targetConcentration * i.targetVolumeL) / i.stockConcentration;
    return { stockVolumeL, waterL: i.targetVolumeL - stockVolumeL };
  },
  working: (i, o) => ({
    formula: 'C₁ V₁ = C₂ V₂',
    steps: [
      {
        name: 'stockVolumeL',
        says: 'stock',
        expression: `${i.targetConcentration} * ${i.targetVolumeL} / ${i.stockConcentration}`,
        value: o.stockVolumeL,
        unit: 'L',
      },
      { name: 'waterL', says: 'water', expression: `${i.targetVolumeL} - stockVolumeL`, value: o.waterL, unit: 'L' },
    ],
  }),
  source: 'What is in the stock is in the dilution: method, no source',
  validWhen: 'Both strengths are of the same thing in the same unit, and volumes add.',
  cautions: [...CAUTIONS, 'Acid into water, never water into acid.'],
  example: { stockConcentration: 370, targetConcentration: 5, targetVolumeL: 10 },
});
