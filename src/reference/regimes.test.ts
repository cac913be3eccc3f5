import { regimeFits, regimePlan } from '@/core/feeding/regimes';
import { shippedRegimes } from './regimes';
import { shippedSpecies } from './shipped';

test('every shipped regime is whole: no gap, no feed twice, ids apart, for species that there are', () => {
  const all = shippedRegimes();
  expect(new Set(all.map((r) => r.id)).size).toBe(all.length);
  const known = new Set([...shippedSpecies().keys()]);
  for (const r of all) for (const s of r.species) expect(known.has(s)).toBe(true);
});

test('the species of the demo have one at least, salmonids, percids, sturgeons and cyprinids several', () => {
  const species = shippedSpecies();
  const of = (id: string) =>
    shippedRegimes()
      .filter((r) => regimeFits(r, species.get(id)!))
      .map((r) => r.id);
  expect(of('noble-crayfish')).toEqual(['crayfish-plankton']);
  for (const id of ['arctic-char', 'pikeperch', 'sterlet', 'ide']) expect(of(id).length).toBeGreaterThan(1);
  expect(of('giant-river-prawn')).toEqual(['prawn-brine-shrimp']);
});

test('one that leaves larvae hungry, or is for nobody, says why', () => {
  const r = {
    id: 'a',
    name: 'a',
    fits: 'nowhere',
    by: 'days',
    steps: [
      { feed: 'rotifers', from: 3, to: 6 },
      { feed: 'brine shrimp', from: 8 },
    ],
    source: 'verify',
  };
  const says = (x: object) => regimePlan.safeParse({ ...r, ...x }).error?.issues.map((i) => i.message);
  expect(says({})).toEqual([
    'needs a group or a species that it is for',
    'steps[1].from: leaves them without food from day 6 to 8',
  ]);
  expect(says({ species: ['pikeperch'], steps: [{ feed: 'rotifers', from: 3 }] })).toBeUndefined();
});
