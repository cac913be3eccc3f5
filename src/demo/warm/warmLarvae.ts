import { DAY_MS } from '@/core/time/spans';
import type { Player } from '../player';
import { stands, WARM_FIRST_DAY } from './warmTanks';

/** Wels eggs that hatch today, wels and tench larvae on the way to their first meal. */
export function layLarvae(p: Player): void {
  const at = (day: number) => Math.round(p.anchor + day * DAY_MS);
  const bring = (unit: string, species: string, stage: string, lotName: string, number: number, laidDay: number) =>
    p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species,
        lotName,
        stage,
        unit: p.unit(unit),
        measured: { method: 'estimated', number, half: number * 0.1 },
        fertilisedAt: at(laidDay),
        origin: 'stripped in the pond house',
      },
      'Culturist',
      { overload: 'yes' },
    );
  p.at(-2.2, async () => void (await bring('K1', 'wels', 'egg', 'WE-31-04', 22_000, -2.4)));
  p.at(-2.1, async () => void (await bring('K2', 'wels', 'egg', 'WE-31-04B', 18_000, -2.3)));
  p.at(-0.9, async () => void (await bring('K3', 'tench', 'egg', 'TE-31-03', 60_000, -1)));
  for (let d = -2; d <= 0; d++)
    for (const jar of ['K1', 'K2'])
      p.at(d + 0.02, async () => {
        await p.trySend('pick.record', { ...stands(p, jar), number: 130 - 20 * d }, 'Hand', {
          early: 'seen',
          sure: 'yes',
        });
      });
  // Wels larvae: hatched four days ago, the first brine shrimp this night; tench a day behind theirs.
  p.at(-4.2, async () => void (await bring('H1', 'wels', 'yolksac', 'WE-31-03', 16_000, -7)));
  p.at(-3.1, async () => void (await bring('H2', 'tench', 'yolksac', 'TE-31-02', 40_000, -5.2)));
  p.at(-2.5, async () => {
    for (const [unit, regime, hatched] of [
      ['H1', 'catfish-brine-shrimp', -4.6],
      ['H2', 'cyprinid-brine-shrimp', -3.2],
    ] as const)
      await p.trySend('regime.follow', { ...stands(p, unit), regime, hatchedAt: at(hatched) }, 'Culturist');
  });
  for (const [unit, number] of [
    ['H1', 45],
    ['H2', 120],
  ] as const)
    for (let d = -2; d <= 0; d++)
      p.at(d - 0.05, async () => void (await p.trySend('dead.record', { ...stands(p, unit), number }, 'Hand')));
  for (let h = -10; h <= -1; h += 3)
    p.at(h / 24, async () => {
      await p.trySend(
        'prey.give',
        { ...stands(p, 'H1'), number: 900_000, prey: 'newly hatched brine shrimp' },
        'Hand',
        { sure: 'yes' },
      );
    });
  for (const [hours, check, successes] of [
    [-4, 'gutFull', 31],
    [-1.5, 'gutFull', 38],
    [-1.5, 'yolkLeft', 11],
  ] as const)
    p.at(hours / 24, async () => {
      await p.trySend('check.record', { ...stands(p, 'H1'), check, successes, trials: 40 }, 'Culturist');
    });
}

/** Two cones a day, one of water fleas for the tench. */
export function layLiveFood(p: Player): void {
  const cones = new Map<string, number>();
  p.at(WARM_FIRST_DAY + 1, async () => {
    for (const name of ['N1', 'N2', 'N3'])
      cones.set(name, Number((await p.send('vessel.save', { name, kind: 'cone', volumeL: 30 })).id));
    cones.set('F1', Number((await p.send('vessel.save', { name: 'F1', kind: 'culture', volumeL: 200 })).id));
  });
  const sow = (hours: number, name: string, grams: number) =>
    p.at(hours / 24, async () => {
      await p.trySend('cysts.sow', { vessel: cones.get(name), cystsG: grams, celsius: 28 }, 'Hand', {
        over: 'yes',
        dense: 'yes',
      });
    });
  const harvest = (hours: number, name: string, each: number) =>
    p.at(hours / 24, async () => {
      await p.trySend(
        'cysts.harvest',
        { vessel: cones.get(name), totalVolumeL: 15, sampleMl: 0.25, counts: [each - 5, each + 4, each] },
        'Hand',
        { sure: 'yes' },
      );
    });
  for (const [d, name, each] of [
    [-2, 'N1', 152],
    [-1.5, 'N2', 148],
    [-1, 'N1', 160],
  ] as const) {
    sow(24 * d - 21, name, 45);
    harvest(24 * d + 1, name, each);
  }
  sow(-25, 'N3', 45);
  harvest(-2.5, 'N3', 155);
  sow(-14, 'N2', 45);
  p.at(-9, async () => {
    await p.trySend('culture.start', { vessel: cones.get('F1'), organism: 'waterFleas', perMl: 0.2 }, 'Culturist');
  });
  for (const [d, count] of [
    [-7.05, 26],
    [-5.05, 41],
    [-3.05, 66],
    [-1.05, 98],
    [-0.05, 118],
  ] as const)
    p.at(d, async () => {
      await p.trySend(
        'culture.count',
        { vessel: cones.get('F1'), sampleMl: 100, counts: [count - 3, count + 4, count], carrying: 22, eggsOf: 60 },
        'Hand',
        { sure: 'yes' },
      );
    });
}

/** Prawns fed by their trays at dusk and dawn; those of H8 moult in step, and tonight is the night. */
export function layPrawns(p: Player): void {
  const cycle = 11;
  for (const [unit, gram, phase] of [
    ['H8', 90, -0.4],
    ['H9', 95, 4],
  ] as const)
    for (let d = -34; d <= 0; d++) {
      const turn = ((((d - phase) % cycle) + cycle) % cycle) / cycle;
      // Soft at the beginning of a turn, then a rise to the plateau.
      const appetite = turn < 0.12 ? 0.25 : turn < 0.3 ? 0.75 : 1;
      const share = unit === 'H8' ? appetite : 0.9;
      const offered = gram * (1 + 0.012 * (d + 34));
      const left = 1 - share > 0.6 ? 'more' : 1 - share > 0.2 ? 'quarter' : d % 3 === 0 ? 'few' : 'none';
      p.at(d - 0.45, async () => {
        await p.trySend(
          'feed.record',
          { ...stands(p, unit), massG: Number(offered.toPrecision(3)), feed: 'Prawn pellet 2' },
          'Hand',
          { sure: 'yes', again: 'another', beyondRation: 'yes' },
        );
      });
      p.at(d - 0.37, async () => {
        await p.trySend('tray.check', { ...stands(p, unit), left }, 'Hand');
      });
    }
}
