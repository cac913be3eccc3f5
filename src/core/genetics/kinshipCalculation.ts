import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { inbreeding, kinshipAmong, relationshipTable } from './kinship';
import { animal, completeness, type Pedigree, pedigreeOf } from './pedigree';

/** Working is shown for so many inbred animals: a pedigree may have thousands. */
const SHOWN = 12;

export const kinship = defineCalculation({
  id: 'genetics.kinship',
  title: 'Kinship and inbreeding',
  asks: 'By this pedigree: how related are they, and how inbred is each?',
  input: z.strictObject({
    animals: z.array(animal).min(1, 'needs at least one animal'),
    among: z.array(z.string()).min(1, 'needs at least one animal').optional(),
  }),
  output: z.strictObject({
    inbreeding: z.record(z.string(), z.number()),
    kinship: z.array(z.array(z.number())),
    order: z.array(z.string()),
    completeness: z.record(z.string(), z.number()),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const p = pedigreeOf(i.animals);
    const order = i.among ?? i.animals.map((a) => a.id);
    const at = order.map((id, k) => {
      const x = p.at.get(id);
      if (x === undefined) throw new CalculationError('input', `among[${k}]`, `${id} is not in the pedigree`);
      return x;
    });
    const F = inbreeding(p);
    const rows = i.among ? kinshipAmong(p, F, at).map((r) => Array.from(r)) : fromTable(p, at);
    const known = Object.fromEntries(order.map((id, k) => [id, completeness(p, at[k]!)]));
    return {
      inbreeding: Object.fromEntries(i.animals.map((a, k) => [a.id, F[p.listed[k]!]!])),
      kinship: rows,
      order,
      completeness: known,
      ...(Object.values(known).some((c) => c < 1)
        ? {
            warnings: [
              'some ancestors are not known and count as unrelated founders: kinship is at least this, and strangers may only look so',
            ],
          }
        : {}),
    };
  },
  working: (i, o) => {
    const p = pedigreeOf(i.animals);
    const F = inbreeding(p);
    const inbred = p.listed.filter((x) => F[x]! > 0).slice(0, SHOWN);
    const steps = inbred.map((x, k) => stepOf(p, F, x, `F${k + 1}`));
    return {
      formula: 'F = kinship of the parents; kinship with an older one = mean of that of the younger one’s parents',
      steps:
        steps.length > 0
          ? steps
          : [
              {
                name: 'highest',
                says: 'highest inbreeding of them',
                expression: '0',
                value: Math.max(...Object.values(o.inbreeding)),
              },
            ],
      notes: [
        'With oneself kinship is (1 + F) / 2; half sibs 1/8, full sibs 1/4, where their parents are unrelated.',
        ...(Object.values(o.inbreeding).filter((f) => f > 0).length > SHOWN
          ? [`Shown for the first ${SHOWN} that are inbred.`]
          : []),
      ],
    };
  },
  source:
    'Tabular method: Emik and Terrill 1949; among some of many by the indirect method: Colleau 2002; completeness by generations: MacCluer et al. 1983',
  validWhen: 'Parents are known by tag or marker, not assumed; founders are unrelated.',
  cautions: ['Pedigrees with holes make strangers look like ideal mates: read completeness beside every figure.'],
  example: {
    animals: [
      { id: 's' },
      { id: 'd' },
      { id: 'x', sire: 's', dam: 'd' },
      { id: 'y', sire: 's', dam: 'd' },
      { id: 'z', sire: 'y', dam: 'x' },
    ],
  },
});

function fromTable(p: Pedigree, at: readonly number[]): number[][] {
  const n = p.ids.length;
  const A = relationshipTable(p);
  return at.map((a) => at.map((b) => 0.5 * A[a * n + b]!));
}

/** F of one animal from the kinship of its older parent with those of the younger. */
function stepOf(p: Pedigree, F: Float64Array, x: number, name: string): Step {
  const [s, d] = [p.sire[x]!, p.dam[x]!];
  const [older, younger] = [Math.min(s, d), Math.max(s, d)];
  const grand = [p.sire[younger]!, p.dam[younger]!].filter((g) => g >= 0);
  const kin = kinshipAmong(p, F, [older, ...grand])[0]!;
  const says = `${p.ids[x]}: kinship of ${p.ids[older]} with ${grand.map((g) => p.ids[g]).join(' and ')}, halved`;
  return {
    name,
    says,
    expression: `0.5 * (${grand.map((_, k) => kin[k + 1]).join(' + ')})`,
    value: F[x]!,
  };
}
