import { thresholds } from '@/core/thresholds';
import { ask, type Context } from '@/server/context';
import { beside } from '@/server/questions';
import { lastMeanG } from '../numbers/lastMeanG';
import { standingsIn, type UnitRow } from '../standing';

/** Before a species is put into a pond in which another one stands: who of them fits whose mouth, as far as they were weighed. */
export async function askBeside(
  c: Context,
  unit: UnitRow,
  comes: { species: string; meanG: number | null },
  path: string,
): Promise<void> {
  const there = (await standingsIn(c, unit.id, c.now)).filter((s) => s.number > 0 && s.lot.species !== comes.species);
  if (there.length === 0) return;
  const own = { name: (await c.species(comes.species)).name, meanG: comes.meanG };
  const others = await Promise.all(
    there.map(async (s) => ({ name: (await c.species(s.lot.species)).name, meanG: await lastMeanG(c, s, c.now) })),
  );
  // As long as they are alike in shape, mass goes by the cube of length.
  const fits = thresholds.pondGape.value ** 3;
  const eaten = others.flatMap((b) => {
    if (own.meanG === null || b.meanG === null) return [];
    const [small, large] = own.meanG < b.meanG ? [own, b] : [b, own];
    return small.meanG! <= fits * large.meanG! ? [`${small.name} fits the mouth of ${large.name}`] : [];
  });
  const unweighed = [own, ...others].filter((x) => x.meanG === null).map((x) => x.name);
  const says = [...eaten, ...(unweighed.length > 0 ? [`${unweighed.join(' and ')} never weighed`] : [])].join('; ');
  ask(c, beside, {
    message: `${others.map((o) => o.name).join(', ')} in ${unit.name} already.${says ? ` By size: ${says}.` : ''}`,
    path,
    todo: 'Compare their sizes and what they eat; hunters go in last, and smaller.',
    choices: [{ value: 'meant', label: 'They go in together', why: 'each species keeps its own number there' }],
  });
}
