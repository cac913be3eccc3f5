import { DAY_MS } from '@/core/time/spans';
import type { Eggs } from './eggs';
import type { Plan } from './plans';
import type { Player } from './player';
import type { Station } from './water/station';

/** The char day: four females stripped, each over two of three males, from plan to laid-down trays. */
export class CharDay {
  static readonly DAY = -76;

  constructor(
    private readonly p: Player,
    private readonly station: Station,
    private readonly eggs: Eggs,
  ) {}

  lay(): void {
    this.p.at(CharDay.DAY + 0.1, () => this.begin());
  }

  private async begin(): Promise<void> {
    const { p } = this;
    const species = 'arctic-char';
    const id = (tag: string) => p.fishId(species, tag);
    const females = await Promise.all(['ACF31', 'ACF34', 'ACF37', 'ACF40'].map(id));
    const males = await Promise.all(['ACM11', 'ACM16', 'ACM21'].map(id));
    const masses = [1620, 1980, 1440, 1210];
    for (const [i, fish] of females.entries())
      await p.send('brood.look', { fish, massG: masses[i], ripeness: 'ripe', airSeconds: 25 + 9 * i }, 'Manager', {
        sure: 'yes',
      });
    for (const fish of males) await p.send('brood.look', { fish, ripeness: 'runningM' });
    const trays = females.map(() => this.station.grab('T')).filter((t): t is string => t !== null);
    const fathers = [
      [males[0]!, males[1]!],
      [males[1]!, males[2]!],
      [males[2]!, males[0]!],
      [males[0]!, males[1]!],
    ];
    const protocols = ['dry-stripped', 'harden-short', 'iodophor-after'];
    const plan = {
      eggsWanted: 15_000,
      stripAt: Math.round(p.anchor + (CharDay.DAY + 0.1) * DAY_MS),
      how: 'split',
      crosses: females.map((female, i) => ({ female, males: fathers[i] })),
      protocols,
      units: trays.map((t) => p.unit(t)),
    };
    const saved = { species, day: Math.round(p.anchor + CharDay.DAY * DAY_MS), plan };
    const done = await p.send('spawning.save', saved);
    const day = Number(done.id);
    const at = (minutes: number, type: string, payload: Record<string, unknown>, who = 'Culturist', answers = {}) =>
      p.at(CharDay.DAY + 0.1 + minutes / 1440, async () => void (await p.send(type, payload, who, answers)));
    // Dry, an egg weighs some 55 mg; the third female had let most of hers go before.
    const dryG = [238, 296, 74, 176];
    const perDryG = 18.2;
    for (const [i, fish] of males.entries())
      at(6 + i, 'spawning.milt', { day, fish, volumeMl: [6, 9, 5][i], motility: ['high', 'high', 'middle'][i] });
    for (const [i, fish] of females.entries()) {
      const t = 10 + 14 * i;
      const bowl = 'ABCD'[i]!;
      at(t, 'spawning.strip', { day, fish, massG: dryG[i], colour: 'good', firmness: 'firm', blood: 'none' });
      at(t + 2, 'spawning.cross', {
        day,
        bowl,
        females: [{ fish, massG: dryG[i] }],
        males: fathers[i],
        how: 'split',
        protocols,
      });
      at(t + 2 * 1440 + 90, 'brood.look', { fish, ripeness: 'spent' }, 'Manager');
      const step = (m: number, protocol: string, id: string, more: Record<string, unknown> = {}, answers = {}) =>
        at(t + m, 'spawning.step', { day, bowl, protocol, step: id, ...more }, 'Hand', answers);
      step(2.2, 'dry-stripped', 'dry');
      step(3, 'dry-stripped', 'milt');
      step(4, 'dry-stripped', 'water');
      step(4.5, 'dry-stripped', 'stand');
      step(8, 'dry-stripped', 'rinse');
      step(10, 'harden-short', 'in');
      step(65, 'harden-short', 'out');
      // Fresh bath for each batch, but that of the last bowl: it shows.
      if (i < 3)
        at(t + 66, 'spawning.bath', {
          day,
          protocol: 'iodophor-after',
          volumeL: 2,
          targetMgPerL: 100,
          way: 'product',
          activeShare: 0.0125,
          densityKgPerL: 1.05,
          productLot: 'IO-118',
          pH: 7.1,
          batchesMost: 1,
        });
      step(67, 'iodophor-after', 'rinsed', { value: 7.1 });
      step(68, 'iodophor-after', 'in', {}, i < 3 ? {} : { bath: 'again' });
      step(i === 1 ? 83 : 78.5, 'iodophor-after', 'out', i === 1 ? { why: 'called to the telephone' } : {});
      step(84, 'iodophor-after', 'rinse');
      at(t + 90, 'spawning.ready', { day, fish, found: 'spent' });
      p.at(CharDay.DAY + 0.1 + (t + 95) / 1440, () => this.count(i, day, dryG[i]!, perDryG, fathers[i]!, trays[i]));
    }
    at(200, 'spawning.save', { ...saved, id: day, name: String(done.name), closed: true }, 'Manager');
  }

  private async count(i: number, day: number, dryG: number, perDryG: number, males: number[], tray?: string) {
    const { p } = this;
    const { chance } = this;
    const alive = Math.round(dryG * perDryG * chance.normal(1, 0.03));
    const perMl = 13.4 * chance.normal(1, 0.02);
    const ml = Math.round(alive / perMl / 5) * 5;
    const volume = {
      method: 'volume',
      samples: [0, 1, 2].map(() => ({ volumeMl: 10, count: Math.round(10 * perMl * chance.normal(1, 0.03)) })),
      totalVolumeMl: ml,
    };
    const row = {
      method: 'trough',
      troughLengthMm: 250,
      counts: [56, 56.5, 56].map((n) => n + (chance.next() < 0.5 ? 0 : 0.5)),
      totalVolumeMl: ml,
    };
    const female = ['ACF31', 'ACF34', 'ACF37', 'ACF40'][i]!;
    const tags = new Map(
      await Promise.all(['ACM11', 'ACM16', 'ACM21'].map(async (t) => [await p.fishId('arctic-char', t), t] as const)),
    );
    const done = await p.send(
      'take.record',
      {
        species: 'arctic-char',
        females: [{ tag: female }],
        males: males.map((m) => ({ tag: tags.get(m)! })),
        cross: 'pairs',
        pairs: males.map((m) => ({ female, males: [tags.get(m)!] })),
        measured: i === 1 ? { method: 'combined', parts: [row, volume] } : volume,
        removed: i === 0 ? 23 : 0,
        hardened: true,
        unit: p.unit('B1'),
        day,
        bowl: 'ABCD'[i]!,
      },
      'Culturist',
    );
    if (!tray) return;
    const lotId = Number(done.lotId);
    await p.send(
      'eggs.layDown',
      {
        unit: p.unit('B1'),
        lotId,
        totalVolumeMl: ml,
        parts: [{ unit: p.unit(tray), volumeMl: ml }],
        graduationMl: 10,
      },
      'Culturist',
      { tempered: 'tempered' },
    );
    const plan: Plan = {
      species: 'arctic-char',
      day: CharDay.DAY,
      females: 1,
      eggs: alive,
      sensor: Number(tray.slice(1)) <= 24 ? 'cold1' : 'cold2',
      units: 'T',
      perUnit: 21_000,
      blank: [0.12, 0.1, 0.42, 0.15][i]!,
    };
    this.eggs.incubate(plan, lotId, new Map([[tray, alive]]), p.day);
  }

  private get chance() {
    return this.p.chance;
  }
}
