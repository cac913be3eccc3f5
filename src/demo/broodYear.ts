import { Chance } from '@/core/chance';
import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';
import type { Tanks } from './tanks';
import type { Station } from './water/station';

/** What else the brood’s year brings: runs from the lake, samples for deformities, conditioning, brood kept apart. */
export class BroodYear {
  // Its own chance: what it draws changes nothing in the rest of the season.
  private readonly chance = new Chance(977);

  constructor(
    private readonly p: Player,
    private readonly station: Station,
    private readonly tanks: Tanks,
  ) {}

  lay(): void {
    const { p } = this;
    p.at(-320, () => this.conditioning());
    for (const day of [-250, -170, -95, -41, -6]) p.at(day + 0.3, () => this.deformities());
    p.at(-30.7, () => this.keep());
    p.at(-13.2, () => this.runs());
  }

  /** Two ways to winter pikeperch, in two pairs of tanks. */
  private async conditioning(): Promise<void> {
    const { p } = this;
    const females = await Promise.all(Array.from({ length: 14 }, (_, i) => p.fishId('pikeperch', `PPF${i + 1}`)));
    await p.send('brood.move', { fish: females.slice(7), unit: p.unit('H6') });
    const start = Math.round(p.anchor - 150 * DAY_MS);
    const programme = (name: string, unit: string, steps: unknown[], tank: unknown, why: string) =>
      p.send('conditioning.save', {
        species: 'pikeperch',
        name,
        programme: { from: start, units: [p.unit(unit)], steps, tank, why },
      });
    const tank = { kind: 'round tank', depthCm: 140, volumeL: 4000, material: 'fibreglass' };
    await programme(
      'long winter',
      'H6',
      [
        { day: 0, lightHours: 10, celsius: 14, diet: 'dry, 1 %' },
        { day: 30, lightHours: 8, celsius: 7 },
        { day: 100, lightHours: 9, celsius: 7, diet: 'live roach' },
        { day: 135, lightHours: 14, celsius: 14 },
      ],
      tank,
      'Whether seventy cold days bring all females to ripeness together',
    );
    await programme(
      'short winter',
      'H5',
      [
        { day: 0, lightHours: 12, celsius: 14, diet: 'dry, 1 %' },
        { day: 70, lightHours: 10, celsius: 12 },
        { day: 100, lightHours: 12, celsius: 12, diet: 'live roach' },
        { day: 135, lightHours: 14, celsius: 14 },
      ],
      { ...tank, depthCm: 90 },
      'As it was done before, warm water all the year',
    );
  }

  /** Fish that stand in tanks looked through; the offspring of one much used male have humped backs and short jaws. */
  private async deformities(): Promise<void> {
    const { p, chance } = this;
    for (const h of await p.standing('arctic-char', ['fry', 'fingerling'])) {
      if (chance.next() < 0.35) continue;
      const own = 0.009 * chance.between(0.6, 1.5) + 0.11 * (h.fathers.get('ACM7') ?? 0);
      const looked = Math.min(h.number, 150);
      const kinds: Record<string, number> = {};
      let deformed = 0;
      for (let i = 0; i < looked; i++) {
        if (chance.next() >= own) continue;
        deformed += 1;
        const kind =
          own > 0.03
            ? ['hump', 'hump', 'jaw', 'short'][chance.whole(0, 3)]!
            : ['tail', 'gillCover', 'fins', 'jaw'][chance.whole(0, 3)]!;
        kinds[kind] = (kinds[kind] ?? 0) + 1;
      }
      await p.send(
        'deformity.record',
        { unit: h.unit, lotId: h.lotId, stage: h.stage, looked, deformed, kinds },
        'Culturist',
      );
    }
  }

  /** Of three lots an equal number is kept apart as brood; others still lack theirs. */
  private async keep(): Promise<void> {
    const { p } = this;
    const lots = (await p.standing('arctic-char', ['fry', 'fingerling'])).filter((h) => h.number > 5000).slice(-3);
    for (const h of lots) {
      const tank = this.station.grab('R');
      if (!tank) return;
      const done = await p.send(
        'brood.keepApart',
        {
          unit: h.unit,
          lotId: h.lotId,
          stage: h.stage,
          amount: { kind: 'measured', measured: { method: 'counted', number: 120 } },
          to: p.unit(tank),
        },
        'Culturist',
      );
      this.tanks.grow({
        lotId: Number(done.lotId),
        tank,
        alive: 120,
        gram: h.stage === 'fry' ? 0.25 : 1.4,
        hazard: 0.0005,
        rate: 0.01,
        pondedAt: p.day,
        species: 'arctic-char',
        stage: h.stage,
        graded: true,
      });
    }
  }

  /** Wild pikeperch out of the lake, from a net left too long and from a trap. */
  private async runs(): Promise<void> {
    const { p } = this;
    const species = 'pikeperch';
    const row = (await p.season()) as string;
    await p.send('brood.rules', {
      species,
      season: row,
      rules: {
        quotas: [
          { what: 'held', sex: 'female', least: 16, most: 26 },
          { what: 'held', sex: 'male', most: 32 },
          { what: 'laboratory', most: 12 },
          { what: 'returned', least: 10 },
        ],
        paths: { wild: ['kept', 'returned', 'laboratory', 'killed'] },
      },
    });
    const net = await p.send(
      'brood.arrive',
      {
        species,
        means: 'net',
        place: 'Lake Ivarre',
        soakHours: 9.5,
        unit: p.unit('H5'),
        females: 6,
        males: 11,
        unknown: 2,
        dead: 2,
        own: [],
      },
      'Culturist',
    );
    const sort = (batch: unknown, sex: string, number: number, fate: string, more: Record<string, unknown> = {}) =>
      p.send('brood.sort', { batch, sex, number, fate, ...more }, 'Culturist');
    await sort(net.batch, 'male', 5, 'returned', { mark: 'left pelvic clip', totalMassG: 7600 });
    await sort(net.batch, 'male', 6, 'laboratory', { method: 'blow', sufficed: 5, cause: 'yearly inspection' });
    p.at(-1.9, async () => {
      const trap = await p.send(
        'brood.arrive',
        {
          species,
          means: 'trap',
          place: 'Lake Ivarre, inlet',
          soakHours: 3,
          unit: p.unit('H6'),
          females: 9,
          males: 8,
          unknown: 0,
          own: [{ season: await p.season(-365), number: 2 }],
        },
        'Culturist',
        { quota: 'meant' },
      );
      await p.send('brood.tagOut', {
        batch: trap.batch,
        sex: 'female',
        tags: ['W201', 'W202', 'W203'],
        strain: 'Ivarre',
      });
      await sort(trap.batch, 'male', 4, 'laboratory', { method: 'overdose', sufficed: 4, cause: 'yearly inspection' });
      await sort(trap.batch, 'male', 2, 'returned', { mark: 'left pelvic clip' });
    });
  }
}
