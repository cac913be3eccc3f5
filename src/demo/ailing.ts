import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';

/** Dead beyond what is usual, by day from the anchor: gills that swell, are treated, and calm down. */
const GILLS: readonly (readonly [day: number, dead: number])[] = [
  [-11, 9],
  [-10, 16],
  [-9, 26],
  [-8, 31],
  [-7, 22],
  [-6, 12],
  [-5, 6],
  [-4, 3],
];
/** Another tank, of which nobody has opened a case yet. */
const NEW_RISE: readonly (readonly [day: number, dead: number])[] = [
  [-3, 6],
  [-2, 9],
  [-1, 12],
];

/** A case of gills in a raceway of char, its medicated feed and the withdrawal that bars its release; a rise that is new. */
export class Ailing {
  constructor(private readonly p: Player) {}

  lay(): void {
    const { p } = this;
    p.at(-11.9, async () => {
      const unit = await this.tankOf('W');
      if (unit) this.gills(unit);
    });
    this.vaccinate();
    p.at(-3.9, async () => {
      const unit = await this.tankOf('R');
      if (unit) this.rise(unit);
    });
  }

  /** A raceway of which some are vaccinated, since this morning: the rest is to come. */
  private vaccinate(): void {
    const { p } = this;
    p.at(-0.055, async () => {
      const unit = await this.tankOf('W', 1);
      if (!unit) return;
      const done = await p.trySend(
        'vaccination.open',
        {
          unit: p.unit(unit),
          vaccine: 'furunculosis vaccine, oil',
          vaccineLot: 'V 3107',
          mlEach: 0.05,
          number: 6000,
          longestS: 240,
          anaesthetic: 'as the vet ordered, order 14',
          needleAfter: 1500,
          orderedBy: 'Dr Lind',
          label: 'prescription 14/31',
          checkedBy: 'Jory',
          withdrawalDegreeDays: 350,
        },
        'Manager',
        { strength: 'meant' },
      );
      if (!done) return;
      const batches: readonly (readonly [
        minute: number,
        number: number,
        asleepS: number,
        dead: number,
        hand: string,
      ])[] = [
        [12, 160, 205, 0, 'Mira'],
        [14, 140, 190, 0, 'Jory'],
        [24, 170, 220, 1, 'Mira'],
        [27, 150, 210, 0, 'Jory'],
        [36, 165, 262, 0, 'Mira'],
        [40, 155, 215, 0, 'Jory'],
        [48, 170, 225, 1, 'Mira'],
      ];
      for (const [minute, number, asleepS, dead, hand] of batches)
        p.at(-0.055 + minute / 1440, async () => {
          await p.trySend('vaccination.batch', { vaccination: done.id, number, asleepS, dead, hand }, 'Culturist');
        });
    });
  }

  /** The first tank of a row in which fingerlings stood for some weeks, so that what is usual there is known. */
  private async tankOf(row: string, nth = 0): Promise<string | null> {
    const { p } = this;
    const found = await p
      .reads('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .where({ 'h.station': 'fingerlings' })
      .whereBetween('h.number', [1500, 20_000])
      .where('h.opened_at', '<', p.anchor + (p.day - 25) * DAY_MS)
      .where('u.name', 'like', `${row}%`)
      .orderBy('u.id')
      .offset(nth)
      .first<{ name: string } | undefined>('u.name');
    return found?.name ?? null;
  }

  /** What the fish of a tank weigh by its books and its last weighing, grams. */
  private async massIn(unit: string): Promise<number> {
    const db = this.p.reads;
    const at = this.p.unit(unit);
    const held = await db('holding').where({ unit_id: at }).where('number', '>', 0).first('number', 'lot_id');
    const mean = await db('observation')
      .where({ lot_id: held!.lot_id, kind: 'meanG' })
      .orderBy('at', 'desc')
      .first('value');
    return Number((held!.number * (mean?.value ?? 10)).toPrecision(3));
  }

  private dead(unit: string, days: readonly (readonly [day: number, dead: number])[], cause: string): void {
    const { p } = this;
    for (const [day, number] of days)
      p.at(day + 0.5, async () => void (await p.trySend('dead.record', { unit: p.unit(unit), number, cause }, 'Hand')));
  }

  private gills(unit: string): void {
    const { p } = this;
    this.dead(unit, GILLS, 'gills');
    p.at(-9.4, async () => {
      await p.trySend('water.read', { unit: p.unit(unit), readings: [{ kind: 'oxygen', value: 6.1 }] }, 'Culturist');
    });
    let id: unknown;
    p.at(-9.3, async () => {
      const opened = await p.trySend(
        'case.open',
        { units: [p.unit(unit)], signs: ['gasping', 'gills'], suspected: 'gills, after the spate' },
        'Culturist',
      );
      id = opened?.id;
    });
    const say = (day: number, what: Record<string, unknown>, who = 'Culturist') =>
      p.at(day, async () => {
        if (id !== undefined) await p.trySend('case.say', { case: id, ...what }, who);
      });
    say(-9.2, {
      what: 'sample',
      sample: 'K 31-04',
      organs: 'gills, kidney',
      animals: 10,
      handedTo: 'courier of the district laboratory',
    });
    say(-7.6, {
      what: 'result',
      sample: 'K 31-04',
      text: 'bacteria on the gill filaments, no virus in the kidney',
      by: 'district laboratory',
    });
    say(-7.5, { what: 'diagnosis', text: 'bacterial gill disease', by: 'Dr Lind' });
    p.at(-7.4, async () => {
      if (id !== undefined)
        await p.trySend(
          'treatment.give',
          {
            unit: p.unit(unit),
            caseId: id,
            product: 'medicated feed, vet 12',
            productLot: 'M 0431',
            by: 'feed',
            mgPerKgDay: 10,
            massG: await this.massIn(unit),
            days: 5,
            activeShare: 0.02,
            orderedBy: 'Dr Lind',
            label: 'prescription 12/31',
            checkedBy: 'Jory',
            withdrawalDegreeDays: 40,
            withdrawalDays: 3,
          },
          'Manager',
          { order: 'read', strength: 'meant' },
        );
    });
    p.at(-2.4, async () => {
      const course = await p.lastEntry('treatment', unit, 10);
      if (course) await p.trySend('treatment.end', { treatment: course }, 'Culturist');
    });
    say(-1.5, { what: 'found', text: 'they eat again, gills red' });
  }

  private rise(unit: string): void {
    const { p } = this;
    p.at(-3.6, async () => {
      await p.trySend('water.read', { unit: p.unit(unit), readings: [{ kind: 'oxygen', value: 4.6 }] }, 'Hand');
    });
    this.dead(unit, NEW_RISE, '');
  }
}
