import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Player } from '../player';

/**
 * The works of the water, as they were put up when the house began, a night on which a circuit tripped, and the loop whose
 * biofilter is young.
 */
export class Works {
  constructor(private readonly p: Player) {}

  lay(): void {
    this.p.at(-538.5, () => this.putUp());
    this.p.at(-17.4, () => this.loop());
    for (const [day, ammonia, nitrite] of LOOP_READ)
      this.p.at(day, async () => {
        await this.p.trySend(
          'water.read',
          {
            unit: this.p.unit('K1'),
            readings: [
              { kind: 'ammonia', value: ammonia },
              { kind: 'nitrite', value: nitrite },
            ],
            scale: 'N',
          },
          'Culturist',
        );
      });
    this.store();
    this.outlets();
    this.p.at(-0.05, () => this.power());
    // Since the spate one raceway gets little: it bears that while the river is cold.
    this.p.at(-6.2, () => this.lessFlow());
    this.p.at(-0.95, async () => {
      await this.p.trySend(
        'water.read',
        { unit: this.p.unit('W4'), readings: [{ kind: 'oxygen', value: 7.2 }] },
        'Hand',
      );
    });
  }

  /** Chemicals as a small house keeps them: one of them past its date, two that must not stand together. */
  private store(): void {
    const { p } = this;
    for (const [name, unit, place, hazard, least, goodDays, came, used] of [
      ['salt', 'g', 'feed shed', 'mild', 50_000, null, 400_000, 90_000],
      ['formalin', 'mL', 'chemical cabinet', 'formalin', 2000, -12, 5000, 3600],
      ['iodophor', 'mL', 'chemical cabinet', 'medicine', 1000, 300, 5000, 1900],
      ['peracetic acid', 'mL', 'net shed', 'oxidiser', null, 150, 10_000, 4200],
      ['sodium hypochlorite', 'mL', 'wash room', 'chlorine', null, 40, 20_000, 8000],
      ['citric acid', 'g', 'wash room', 'acid', null, null, 5000, 1200],
      ['sodium bicarbonate', 'g', 'pump house', 'mild', 20_000, null, 100_000, 62_000],
    ] as const)
      p.at(-70.4, async () => {
        const made = await p.trySend(
          'chemical.save',
          {
            name,
            unit,
            place,
            hazard,
            least,
            goodUntil: goodDays === null ? null : Math.round(p.anchor + goodDays * DAY_MS),
          },
          'Manager',
        );
        if (!made) return;
        await p.trySend('chemical.move', { chemical: made.id, what: 'came', amount: came }, 'Hand');
        p.at(-9.3, async () => {
          await p.trySend('chemical.move', { chemical: made.id, what: 'used', amount: used }, 'Hand');
        });
      });
  }

  /** Screens of the hall as they were hung, a standpipe that is out, and the outflow month by month. */
  private outlets(): void {
    const { p } = this;
    p.at(-3.1, async () => {
      for (const [unit, openingMm] of [
        ['R8', 3],
        ['R14', 3],
        ['R16', 2],
        ['W2', 4],
        ['W4', 8],
      ] as const)
        await p.trySend('screen.set', { unit: p.unit(unit), openingMm }, 'Hand', { tooWide: 'meant' });
    });
    p.at(-0.012, async () => {
      await p.trySend('drain.set', { unit: p.unit('R16'), state: 'lowered' }, 'Hand');
    });
    p.at(-0.04, async () => {
      for (const [unit, lux] of [
        ['T5', 35],
        ['T25', 140],
      ] as const)
        await p.trySend('water.read', { unit: p.unit(unit), readings: [{ kind: 'light', value: lux }] }, 'Hand');
    });
    for (const [day, solids, phosphorus] of [
      [-98, 9, 0.21],
      [-67, 11, 0.24],
      [-36, 14, 0.31],
      [-5.5, 22, 0.38],
    ] as const)
      p.at(day, async () => {
        await p.trySend(
          'discharge.record',
          {
            place: 'settling pond',
            figures: [
              { kind: 'solids', value: solids, most: 20 },
              { kind: 'phosphorus', value: phosphorus, most: 0.5 },
            ],
          },
          'Culturist',
        );
      });
    p.at(-12.6, async () => {
      await p.trySend(
        'discharge.record',
        { what: 'disposal', place: 'road tanker', litres: 850, said: 'brine of the hatching jars' },
        'Hand',
      );
    });
  }

  private async putUp(): Promise<void> {
    const { p } = this;
    const put = async (name: string, kind: string, more: Record<string, unknown> = {}) =>
      Number((await p.send('work.save', { name, kind, ...more }, 'Manager')).id);
    const rooms = (...names: string[]) => names.map((n) => p.rooms.get(n)!);
    // The spring is lowest in late summer; of the river less may be taken then.
    const spring = await put('Spring', 'source', {
      flowLPerMin: 3800,
      gives: [3800, 3800, 3800, 3800, 3800, 3700, 3500, 3300, 3200, 3400, 3700, 3800],
    });
    const river = await put('River intake', 'source', {
      flowLPerMin: 9000,
      permit: [6000, 6000, 6000, 6000, 6000, 5000, 4000, 4000, 4000, 5000, 6000, 6000],
      spare: 'screen in the tool shed',
    });
    const town = await put('Town main', 'source', { flowLPerMin: 420 });
    const house = await put('Circuit A', 'breaker', { amperes: 16 });
    const hall = await put('Circuit B', 'breaker', { amperes: 16 });
    const head = await put('Head box', 'head', { from: [spring] });
    const chiller = await put('Chiller', 'chiller', {
      from: [head],
      rooms: rooms('Cold room', 'Spawning room'),
      breaker: house,
      watts: 2200,
      spare: 'ice in the cold store',
    });
    const tower = await put('Tower', 'tower', { from: [head], rooms: rooms('Hall', 'Brood hall') });
    const neutraliser = await put('Neutraliser', 'neutraliser', { from: [town], breaker: house, watts: 60 });
    await put('Heater', 'heater', {
      from: [neutraliser, river],
      rooms: rooms('Warm room', 'Display house'),
      breaker: house,
      watts: 900,
    });
    const settling = await put('River head', 'head', { from: [river], rooms: rooms('Raceways', 'Ponds') });
    const blower = await put('Blower', 'blower', {
      rooms: rooms('Hall', 'Brood hall'),
      probes: [p.sensors.get('blowerPower')!],
      breaker: hall,
      watts: 1500,
      spare: 'second blower under the stairs, fits on one flange',
    });
    await put('Settling pond', 'outflow', { rooms: rooms('Hall', 'Raceways') });
    for (const id of [chiller, tower, settling]) if (!id) throw new Error('demo: a work was not put up');
    const notice = (day: number, work: number, what: string, said: string, who: string) =>
      p.at(day, async () => void (await p.trySend('work.notice', { work, what, said }, who)));
    notice(-41.2, hall, 'tripped', 'the hall is still: no bubbling', 'Hand');
    notice(-41.186, hall, 'runs', 'drill taken off, switched in once', 'Culturist');
    notice(-12.4, river, 'blocked', 'leaves on the screen after the spate', 'Hand');
    notice(-12.38, river, 'runs', 'raked', 'Hand');
    notice(-3.1, blower, 'stopped', 'belt', 'Culturist');
    notice(-3.08, blower, 'runs', 'new belt', 'Culturist');
  }

  /** The loop of the recirculation hall, begun two weeks and a half ago: no fish before its biofilter carries. */
  private async loop(): Promise<void> {
    const { p } = this;
    const put = async (name: string, kind: string, more: Record<string, unknown> = {}) =>
      Number((await p.send('work.save', { name, kind, ...more }, 'Manager')).id);
    const sump = await put('Sump', 'head');
    const pump = await put('Loop pump', 'pump', { from: [sump], watts: 750, spare: 'same pump, on the shelf' });
    const drum = await put('Drum filter', 'filter', { from: [pump], flushDays: 1 });
    const hall = p.rooms.get('Recirculation hall')!;
    await put('Biofilter', 'biofilter', {
      from: [drum],
      rooms: [hall],
      mediaM2: 900,
      waterL: 30_000,
      conditionedFrom: Math.round(p.anchor + p.day * DAY_MS),
      doseMgPerL: 3,
      stockAt: Math.round(p.anchor + 24 * DAY_MS),
    });
    for (let day = -16; day < -1; day++)
      p.at(day + 0.3, async () => {
        await p.trySend(
          'work.notice',
          { work: drum, what: 'flushed', beforeKpa: 34, afterKpa: 12 },
          day % 3 === 0 ? 'Culturist' : 'Hand',
        );
      });
    p.at(-4.6, async () => {
      await p.trySend(
        'job.raise',
        { work: drum, what: 'flange of the solids lift leaks: waste piles up beside it', priority: 'later' },
        'Hand',
      );
      await p.trySend(
        'job.raise',
        { what: 'spray nozzles of tower: pop off and clean', priority: 'week' },
        'Culturist',
      );
    });
  }

  /** What the blower drew in the last days, by its meter. */
  private async power(): Promise<void> {
    const { p } = this;
    const now = p.anchor + p.day * DAY_MS;
    await p.send('readings.report', {
      readings: Array.from({ length: 40 * 24 }, (_, k) => ({
        sensor: 'blowerPower',
        at: Math.round(now - (40 * 24 - k) * HOUR_MS),
        value: Math.round(1460 + 25 * Math.sin(k / 4) + p.chance.normal(0, 6)),
      })),
    });
  }

  private async lessFlow(): Promise<void> {
    const { p } = this;
    await p.send('unit.save', {
      id: p.unit('W4'),
      name: 'W4',
      room: p.rooms.get('Raceways')!,
      kind: 'raceway',
      battery: 'River side',
      x: 3,
      y: 0,
      volumeL: 12_000,
      flowLPerMin: 160,
    });
  }
}

/** Ammonia and nitrite of the loop, by day: ammonia falls, nitrite has not yet. */
const LOOP_READ = [
  [-15.4, 3.0, 0.05],
  [-13.4, 2.9, 0.2],
  [-11.4, 2.7, 0.6],
  [-9.4, 2.4, 1.6],
  [-7.4, 1.9, 3.6],
  [-5.4, 1.1, 6.8],
  [-3.4, 0.5, 10.5],
  [-1.4, 0.2, 15.2],
] as const;
