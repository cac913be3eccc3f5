import { Chance } from '@/core/chance';
import { HOUR_MS } from '@/core/time/spans';
import type { Player } from './player';

/** Brood fish of Ombrel by species: how many of each sex, how heavy, how old the youngest year class is at the anchor. */
const stocks = {
  'arctic-char': { code: 'AC', females: 64, males: 31, strain: 'Ombrel', massG: [900, 2600], length: 0.46, age: 5 },
  sterlet: { code: 'ST', females: 16, males: 12, strain: 'Ombrel', massG: [1500, 3200], length: 0.37, age: 8 },
  pikeperch: { code: 'PP', females: 14, males: 16, strain: 'Ivarre', massG: [1400, 3600], length: 0.45, age: 4 },
  ide: { code: 'ID', females: 12, males: 14, strain: 'golden', massG: [500, 1300], length: 0.48, age: 3 },
} as const;
type Kind = keyof typeof stocks;

/** Tags of the females that take part in takes, one after the other through the stock. */
export class BroodStock {
  private next = new Map<string, number>();

  females(species: string, count: number): string[] {
    const s = stocks[species as Kind];
    const from = this.next.get(species) ?? 0;
    this.next.set(species, from + count);
    return Array.from({ length: count }, (_, i) => `${s.code}F${((from + i) % s.females) + 1}`);
  }
}

/** The brood as the station keeps it: lists read in at the beginning, looks in season, two spawning days on the table. */
export class Brood {
  // Its own chance: what the brood does changes nothing in the rest of the season.
  private readonly chance = new Chance(411);
  private readonly ids = new Map<string, number>();

  constructor(private readonly p: Player) {}

  /** Everything that will happen with the brood. */
  lay(firstDay: number): void {
    const { p } = this;
    p.at(firstDay + 0.2, () => this.readIn());
    for (const [species, day] of [
      ['arctic-char', -236],
      ['arctic-char', -152],
      ['pikeperch', -12],
      ['sterlet', -3],
      ['ide', -4],
    ] as const)
      p.at(day, () => this.look(species));
    p.at(-2, () => this.sterletPlan());
  }

  private async readIn(): Promise<void> {
    const thisYear = new Date(this.p.anchor).getUTCFullYear();
    for (const [species, s] of Object.entries(stocks)) {
      const year = thisYear - s.age - 2;
      const lines = ['tag,sex,strain,source,year class,sire,dam,mass g,length mm,unit'];
      // Two generations of ancestors known by name: few sires in the second, as hatcheries come to have.
      const sires = Array.from({ length: species === 'arctic-char' ? 5 : 4 }, (_, i) => `${s.code}-s${i + 1}`);
      const dams = Array.from({ length: 9 }, (_, i) => `${s.code}-d${i + 1}`);
      const ancestor = (tag: string, sex: string, k: number) =>
        lines.push(
          `${tag},${sex},${s.strain},captive,${year - 6},${s.code}-gs${(k % 3) + 1},${s.code}-gd${(k % 5) + 1},,,`,
        );
      for (const [k, t] of sires.entries()) ancestor(t, 'm', k);
      for (const [k, t] of dams.entries()) ancestor(t, 'f', k + 1);
      const one = (sex: 'F' | 'M', n: number) => {
        const mass = Math.round(this.chance.between(s.massG[0], s.massG[1]) * (sex === 'M' ? 0.8 : 1));
        const length = Math.round(1000 * s.length * (mass / 1000) ** (1 / 3));
        // Of one in eight nobody wrote down the parents.
        const known = this.chance.next() > 0.12;
        const sire = known
          ? sires[Math.min(sires.length - 1, Math.floor(sires.length * this.chance.next() ** 1.6))]
          : '';
        const dam = known ? dams[this.chance.whole(0, dams.length - 1)] : '';
        const unit = `H${(Object.keys(stocks).indexOf(species) * 2 + (sex === 'F' ? 1 : 2)).toString()}`;
        lines.push(
          `${s.code}${sex}${n},${sex.toLowerCase()},${s.strain},captive,${year + (n % 3)},${sire},${dam},${mass},${length},${unit}`,
        );
      };
      for (let n = 1; n <= s.females; n++) one('F', n);
      for (let n = 1; n <= s.males; n++) one('M', n);
      await this.p.send('brood.import', { species, fileName: `brood ${s.code}.csv`, text: lines.join('\n') });
      // The sires and dams of the stock are long gone.
      for (const t of [...sires, ...dams])
        await this.p.send('brood.fate', { fish: await this.id(t, species), fate: 'died', cause: 'old age' });
    }
  }

  private async id(tag: string, species: string): Promise<number> {
    const known = this.ids.get(tag);
    if (known !== undefined) return known;
    const id = await this.p.fishId(species, tag);
    this.ids.set(tag, id);
    return id;
  }

  /** A round through the brood of a species at the beginning of its season. */
  private async look(species: Kind): Promise<void> {
    const s = stocks[species];
    for (const sex of ['F', 'M'] as const)
      for (let n = 1; n <= (sex === 'F' ? s.females : s.males); n++) {
        // Not every fish is taken out of the water on the day.
        if (this.chance.next() < 0.25 || (species === 'sterlet' && [11, 12, 13].includes(n) && sex === 'F')) continue;
        // Of pikeperch those ripened that had a long winter (in H6: BroodYear).
        const ripe = this.chance.next() * (species === 'pikeperch' && sex === 'F' ? (n > 7 ? 0.45 : 2) : 1);
        const ripeness =
          sex === 'M'
            ? ripe < 0.8
              ? 'runningM'
              : 'unripeM'
            : species === 'sterlet'
              ? ripe < 0.6
                ? 'ripening'
                : 'unripe'
              : ripe < 0.4
                ? 'ripe'
                : ripe < 0.7
                  ? 'ripening'
                  : 'unripe';
        await this.p.send(
          'brood.look',
          {
            fish: await this.id(`${s.code}${sex}${n}`, species),
            ripeness,
            ...(sex === 'F' && species === 'sterlet' ? { oocytes: this.oocytes(ripe < 0.6 ? 0.055 : 0.14) } : {}),
          },
          'Culturist',
        );
      }
  }

  private oocytes(index: number) {
    return Array.from({ length: 15 }, () => {
      const diameterMm = Number(this.chance.normal(2.3, 0.08).toFixed(2));
      return {
        nucleusToPoleMm: Number((diameterMm * Math.max(0.01, this.chance.normal(index, 0.012))).toFixed(3)),
        diameterMm,
      };
    });
  }

  /** Three induced sterlet females, on the morning of the anchor: one stripped, one overdue for a look, one poor. */
  private async sterletPlan(): Promise<void> {
    const { p } = this;
    const species = 'sterlet';
    const [f1, f2, f3] = await Promise.all(['STF11', 'STF12', 'STF13'].map((t) => this.id(t, species)));
    const males = await Promise.all(['STM2', 'STM5', 'STM8', 'STM9'].map((t) => this.id(t, species)));
    const masses = [2450, 2100, 2780];
    for (const [i, fish] of [f1!, f2!, f3!].entries())
      await p.send(
        'brood.look',
        { fish, massG: masses[i], ripeness: 'ripening', oocytes: this.oocytes(0.058) },
        'Culturist',
      );
    for (const fish of males) await p.send('brood.look', { fish, ripeness: 'runningM' }, 'Culturist');
    const tables = ['J13', 'J14', 'J15', 'J16'].map((u) => p.unit(u));
    const done = await p.send('spawning.save', {
      species,
      day: Math.round(p.anchor),
      plan: {
        eggsWanted: 90_000,
        stripAt: Math.round(p.anchor + 0.5 * HOUR_MS),
        induction: 'pituitary2',
        how: 'pooled',
        crosses: [
          { female: f1, males: [males[0], males[1]] },
          { female: f2, males: [males[1], males[2]] },
          { female: f3, males: [males[0], males[2], males[3]] },
        ],
        protocols: ['sturgeon-diluted', 'clay', 'harden-short'],
        units: tables,
      },
    });
    const day = Number(done.id);
    const at = (d: number, type: string, payload: Record<string, unknown>, who = 'Culturist') =>
      p.at(d, async () => void (await p.send(type, { day, ...payload }, who)));
    const vial = {
      induction: 'pituitary2',
      dosePerKg: 4,
      concentrationPerMl: 5,
      concentrationUnit: 'mg',
      maxMlPerSite: 1,
      hormoneLot: 'CP-31-04',
      checkedBy: 'Manager',
    };
    for (const [i, fish] of [f1, f2, f3].entries()) {
      at(-1.56 + i * 0.004, 'spawning.inject', { ...vial, fish, part: 1, massG: masses[i] });
      at(-1.06 + i * 0.004, 'spawning.inject', { ...vial, fish, part: 2, massG: masses[i] });
    }
    const look = (d: number, fish: number | undefined, found: string) =>
      at(d, 'spawning.ready', { fish, found }, 'Culturist');
    for (const d of [-0.235, -0.213, -0.191, -0.17, -0.148]) look(d, f1, 'notYet');
    look(-0.126, f1, 'soon');
    look(-0.062, f1, 'running');
    for (const d of [-0.233, -0.211, -0.189, -0.166, -0.145, -0.12, -0.098, -0.076, -0.051]) look(d, f2, 'notYet');
    look(-0.03, f2, 'notYet');
    for (const d of [-0.231, -0.209]) look(d, f3, 'notYet');
    look(-0.12, f3, 'overRipe');
    at(-0.115, 'spawning.strip', {
      fish: f3,
      massG: 262,
      colour: 'mixed',
      firmness: 'soft',
      blood: 'some',
      overRipeShare: 0.4,
      apart: true,
      why: 'two fifths over-ripe: nobody looked for two hours',
    });
    at(-0.055, 'spawning.strip', { fish: f1, massG: 318, colour: 'good', firmness: 'firm', blood: 'none' });
    at(-0.05, 'spawning.milt', { fish: males[0], volumeMl: 24, motility: 'high', taken: 'tube' });
    at(-0.049, 'spawning.milt', { fish: males[1], volumeMl: 18, motility: 'middle', taken: 'tube' });
    at(-0.048, 'spawning.milt', {
      fish: males[2],
      volumeMl: 6,
      motility: 'low',
      taken: 'tube',
      dirt: 'urine',
      apart: true,
      why: 'urine in it',
    });
    at(-0.04, 'spawning.cross', {
      bowl: 'A',
      females: [{ fish: f1, massG: 318 }],
      males: [males[0], males[1]],
      how: 'pooled',
      protocols: ['sturgeon-diluted', 'clay', 'harden-short'],
    });
    const step = (d: number, protocol: string, id: string, more: Record<string, unknown> = {}) =>
      at(d, 'spawning.step', { bowl: 'A', protocol, step: id, ...more }, 'Hand');
    step(-0.039, 'sturgeon-diluted', 'weigh', { value: 315 });
    step(-0.03, 'sturgeon-diluted', 'mix');
    step(-0.0298, 'sturgeon-diluted', 'pour');
    step(-0.0268, 'sturgeon-diluted', 'off', { why: 'a visitor at the door' });
    step(-0.026, 'clay', 'into');
  }
}
