import { Chance } from '@/core/chance';
import { lengthOf } from '@/core/feeding/pellet';
import { type JudgedFish, nothingSaid } from '@/core/selection/judged';
import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';

/** Golden ides that came young, each batch in a tank of its own, chosen in two rounds half a year apart. */
type Batch = {
  came: number;
  firstLook: number;
  secondLook: number;
  number: number;
  gram: number;
  tanks: { in: string; keep: string; second: string };
  origin: string;
  strain: string;
  /** So many of the kept have been looked at when the demo opens; absent: all, and it is in the books. */
  soFar?: number;
};

const batches: readonly Batch[] = [
  {
    came: -530,
    firstLook: -505.2,
    secondLook: -322.2,
    number: 310,
    gram: 6,
    tanks: { in: 'D1', keep: 'D2', second: 'D3' },
    origin: 'Aldern pond keepers',
    strain: 'Aldern golden',
  },
  {
    came: -212,
    firstLook: -190.2,
    secondLook: -0.9,
    number: 402,
    gram: 7,
    tanks: { in: 'D1', keep: 'D4', second: 'D5' },
    origin: 'Aldern pond keepers',
    strain: 'Aldern golden',
    soFar: 31,
  },
];

const TYPES = ['plain', 'marked', 'metallic'] as const;
/** How many of 100 of a type become what is hoped; colour at the fins foretells it, to look finished early does not. */
const BECOMES = { plain: 0.26, marked: 0.48, metallic: 0.4 } as const;

/** A young fish as it is, whatever is seen of it. */
type Fish = { type: (typeof TYPES)[number]; signs: string[]; mm: number; becomes: boolean; marks: number[][] };

/** Selections of golden ide, and what became of them; a pond counted by mark and recapture. Draws its own chance. */
export class Selections {
  private readonly chance = new Chance(7331);
  private serial = 0;

  constructor(private readonly p: Player) {}

  lay(): void {
    for (const b of batches) this.p.at(b.came, () => this.bring(b));
    this.p.at(-175.4, () => this.countPond());
  }

  private id(): string {
    this.serial += 1;
    return `0190d0d0-0000-7000-8000-${this.serial.toString(16).padStart(12, '0')}`;
  }

  private async bring(b: Batch): Promise<void> {
    const { p } = this;
    const done = await p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species: 'ide',
        stage: 'fingerling',
        unit: p.unit(b.tanks.in),
        measured: { method: 'counted', number: b.number },
        origin: b.origin,
        strain: b.strain,
      },
      'Culturist',
    );
    if (!done) return;
    const lotId = Number(done.lotId);
    this.tend(b.tanks.in, lotId, b.number, b.gram, b.came, b.firstLook);
    p.at(b.firstLook - 0.15, () => this.lengths(b.tanks.in, this.gram(b, b.firstLook)));
    p.at(b.firstLook, () => this.first(b, lotId));
  }

  /** They gain a third of a per cent a day in the warm water of the display house. */
  private gram(b: Batch, day: number): number {
    return b.gram * Math.exp(0.0085 * (day - b.came));
  }

  /** Feed every third day, a weighing a month: enough to know how they grow. */
  private tend(unit: string, lotId: number, number: number, gram: number, from: number, until: number): void {
    const { p } = this;
    const g = (day: number) => gram * Math.exp(0.0085 * (day - from));
    for (let d = Math.ceil(from) + 0.3; d < Math.min(until - 0.3, 0); d += d > -13 ? 1 : 3)
      p.at(d, async () => {
        const days = p.day > -13 ? 1 : 3;
        await p.trySend(
          'feed.record',
          {
            unit: p.unit(unit),
            lotId,
            massG: Number((number * g(p.day) * 0.013 * days).toPrecision(3)),
            feed: 'pellet 1.1',
          },
          'Hand',
        );
      });
    for (let d = from + 9; d < Math.min(until - 1, 0); d += 29)
      p.at(d + 0.4, async () => {
        const count = Math.min(40, number);
        await p.trySend(
          'weigh.record',
          {
            unit: p.unit(unit),
            lotId,
            batches: Array.from({ length: 3 }, () => ({
              count,
              massG: Number((count * g(p.day) * this.chance.normal(1, 0.03)).toPrecision(4)),
            })),
          },
          'Culturist',
          { answer: 'replace', sure: 'yes' },
        );
      });
  }

  private async lengths(unit: string, gram: number, n = 90): Promise<void> {
    const mean = lengthOf(gram, 1);
    await this.p.trySend(
      'lengths.record',
      {
        unit: this.p.unit(unit),
        lengthsMm: Array.from({ length: n }, () =>
          Number((Math.round(2 * this.chance.normal(mean, 0.13 * mean)) / 2).toFixed(1)),
        ),
      },
      'Culturist',
      { sure: 'yes' },
    );
  }

  private draw(gram: number): Fish {
    const { chance } = this;
    const type = TYPES[chance.next() < 0.5 ? 0 : chance.next() < 0.6 ? 1 : 2]!;
    const fins = chance.next() < 0.45;
    const finished = chance.next() < 0.25;
    const odds = (BECOMES[type] / (1 - BECOMES[type])) * (fins ? 4 : 0.6) * (finished ? 0.6 : 1.1);
    const mean = lengthOf(gram, 1);
    return {
      type,
      signs: [
        ...(fins ? ['fin-base'] : []),
        ...(finished ? ['finished'] : []),
        ...(chance.next() < 0.3 ? ['under-skin'] : []),
      ],
      mm: Math.round(chance.normal(mean, 0.13 * mean)),
      becomes: chance.next() < odds / (1 + odds),
      marks: Array.from({ length: type === 'plain' ? 1 : chance.whole(2, 4) }, () => {
        const [x, y] = [chance.whole(120, 640), chance.whole(380, 620)];
        return [x, y, x + chance.whole(20, 90), y + chance.whole(-90, 90)];
      }),
    };
  }

  private async first(b: Batch, lotId: number): Promise<void> {
    const { p } = this;
    const gram = this.gram(b, p.day);
    const middle = lengthOf(gram, 1);
    const [fromMm, toMm] = [Math.round(0.8 * middle), Math.round(1.2 * middle)];
    const begun = await p.trySend(
      'selection.open',
      {
        unit: p.unit(b.tanks.in),
        lotId,
        keep: 60,
        second: 50,
        fromMm,
        toMm,
        targetG: 150,
        priceNow: 4,
        priceLater: 35,
        keepCostPerMonth: 0.6,
        survivalShare: 0.94,
        months: 6,
      },
      'Culturist',
    );
    if (!begun) return;
    const at = Math.round(p.anchor + p.day * DAY_MS);
    const judged: { fish: JudgedFish; is: Fish }[] = [];
    // The last few jumped the net: the books hold a little more than were seen.
    for (let i = 0; i < b.number - 4; i++) {
      const is = this.draw(gram);
      judged.push({ is, fish: this.judge(is, i, at, { fromMm, toMm }, judged) });
    }
    for (let k = 0; k < judged.length; k += 200)
      await p.send('selection.judge', {
        selection: begun.id,
        fish: judged.slice(k, k + 200).map((j) => j.fish),
      });
    const done = await p.trySend(
      'selection.close',
      {
        selection: begun.id,
        keepTo: p.unit(b.tanks.keep),
        secondTo: p.unit(b.tanks.second),
        fate: 'sold',
        receiver: 'the market of Tessel',
        priceEach: 4,
        method: 'overdose of the bath that the vet prescribed, each checked',
        whole: true,
      },
      'Culturist',
      { overload: 'yes', tempered: 'tempered' },
    );
    if (!done) return;
    const lots = await p.lotsIn([b.tanks.keep, b.tanks.second]);
    const of = (decision: string) => judged.filter((j) => j.fish.decision === decision);
    for (const [tank, list] of [
      [b.tanks.keep, of('keep')],
      [b.tanks.second, of('second')],
    ] as const)
      this.tend(tank, lots.get(tank)!, list.length, gram, p.day, b.soFar === undefined ? b.secondLook : 1);
    p.at(b.secondLook - 0.1, () =>
      this.lengths(b.tanks.keep, gram * Math.exp(0.0085 * (b.secondLook - b.firstLook)), 58),
    );
    p.at(b.secondLook, () => this.second(b, lots.get(b.tanks.keep)!, of('keep')));
    if (b.soFar === undefined)
      p.at(b.secondLook + 4, async () => {
        await p.trySend(
          'loss.record',
          {
            unit: p.unit(b.tanks.second),
            account: 'sold',
            fate: 'display',
            all: true,
            cause: 'sold',
            receiver: 'the town garden of Ivarre',
            priceEach: 6,
          },
          'Manager',
        );
        await p.trySend('unit.emptied', { unit: p.unit(b.tanks.second) }, 'Culturist');
      });
  }

  /** As they judge it: size first, then deformities, build, quality; the promising ones are followed. */
  private judge(
    is: Fish,
    i: number,
    at: number,
    range: { fromMm: number; toMm: number },
    before: readonly { fish: JudgedFish }[],
  ): JudgedFish {
    const { chance } = this;
    const kept = before.filter((b) => b.fish.decision === 'keep').length;
    const second = before.filter((b) => b.fish.decision === 'second').length;
    const fish: JudgedFish = {
      ...nothingSaid,
      id: this.id(),
      nth: 1,
      bowl: 1 + Math.floor(i / 30),
      decision: 'sell',
      signs: is.signs,
      type: is.type,
      at: at + i * 9000,
    };
    const put = (decision: JudgedFish['decision'], ...reasons: string[]): JudgedFish => ({
      ...fish,
      decision,
      reasons,
    });
    if (chance.next() < 0.045) {
      return put(
        'cull',
        ['deformity:tail', 'deformity:gillCover', 'deformity:fins', 'deformity:bent'][chance.whole(0, 3)]!,
      );
    }
    if (is.mm < range.fromMm)
      return second < 52 && is.signs.includes('fin-base') ? put('second', 'small') : put('sell', 'small');
    if (is.mm > range.toMm) return put('sell', 'large');
    if (chance.next() < 0.38) return put('sell', chance.next() < 0.6 ? 'shallow' : 'wrist');
    if (chance.next() < 0.3) return put('sell', ['ground', 'depth', 'edge'][chance.whole(0, 2)]!);
    if (kept < 62 && (is.signs.length > 0 || chance.next() < 0.4)) {
      const followed = kept % 3 !== 2;
      const serial = kept + 1;
      return {
        ...put('keep'),
        ...(followed
          ? chance.next() < 0.5
            ? { tag: `A${serial}`, marks: is.marks, lengthMm: is.mm }
            : { marks: is.marks, remark: is.type === 'plain' ? 'bright head' : '' }
          : {}),
      };
    }
    return second < 52 && chance.next() < 0.5 ? put('second', 'depth') : put('sell', 'depth');
  }

  /** Half a year later: those that were followed stand beside what was said of them. */
  private async second(b: Batch, lotId: number, kept: readonly { fish: JudgedFish; is: Fish }[]): Promise<void> {
    const { p, chance } = this;
    const middle = lengthOf(this.gram(b, p.day), 1);
    const begun = await p.trySend(
      'selection.open',
      {
        unit: p.unit(b.tanks.keep),
        lotId,
        keep: 16,
        second: 0,
        priceNow: 18,
        priceLater: 120,
        keepCostPerMonth: 1.5,
        survivalShare: 0.96,
        months: 8,
        targetG: 250,
        fromMm: Math.round(0.74 * middle),
        toMm: Math.round(1.26 * middle),
      },
      'Culturist',
    );
    if (!begun) return;
    const at = Math.round(p.anchor + p.day * DAY_MS);
    const fish = kept.slice(0, b.soFar ?? kept.length).map(({ fish: then, is }, i): JudgedFish => {
      const followed = then.tag !== '' || then.marks.length > 0;
      return {
        ...then,
        id: this.id(),
        nth: 1,
        bowl: 1 + Math.floor(i / 10),
        decision: is.becomes ? (chance.next() < 0.5 ? 'keep' : 'sell') : 'sell',
        reasons: is.becomes ? ['balance'] : [['ground', 'depth', 'shallow'][chance.whole(0, 2)]!],
        remark: '',
        // Inside of the range; metallic ones keep pace.
        lengthMm: Math.round(Math.min(1.2, Math.max(0.8, chance.normal(1, 0.1))) * middle),
        first: followed ? then.id : null,
        became: followed ? (is.becomes ? 'yes' : 'no') : null,
        at: at + i * 40_000,
      };
    });
    await p.send('selection.judge', {
      selection: begun.id,
      fish: fish.map((f) => (f.decision === 'keep' ? { ...f, reasons: [] } : f)),
    });
    if (b.soFar !== undefined) return;
    await p.trySend(
      'selection.close',
      {
        selection: begun.id,
        keepTo: p.unit(b.tanks.keep),
        fate: 'sold',
        receiver: 'the market of Tessel',
        priceEach: 18,
        whole: true,
      },
      'Culturist',
    );
    // The best went to the garden of a school when they were two.
    p.at(-240, async () => {
      await p.trySend(
        'loss.record',
        {
          unit: p.unit(b.tanks.keep),
          account: 'sold',
          fate: 'display',
          all: true,
          cause: 'given',
          receiver: 'the school of Ivarre',
        },
        'Manager',
      );
      await p.trySend('unit.emptied', { unit: p.unit(b.tanks.keep) }, 'Culturist');
    });
  }

  /** Ides of a pond: some marked and let go, a week later a second catch. */
  private async countPond(): Promise<void> {
    const { p, chance } = this;
    const stands = await p
      .reads('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .where('u.kind', 'pond')
      .where('h.number', '>', 400)
      .orderBy('h.number', 'desc')
      .first<{ unit: number; lot: number; number: number } | undefined>({
        unit: 'u.id',
        lot: 'h.lot_id',
        number: 'h.number',
      });
    if (!stands) return;
    // Herons took a tenth that nobody saw.
    const truth = 0.9 * stands.number;
    const [marked, caught] = [Math.min(220, Math.round(truth / 5)), Math.min(260, Math.round(truth / 4))];
    let recaptured = 0;
    for (let i = 0; i < caught; i++) if (chance.next() < marked / truth) recaptured += 1;
    await p.trySend(
      'count.record',
      {
        unit: stands.unit,
        lotId: stands.lot,
        measured: { method: 'recapture', marked, caught, recaptured },
        note: 'marked eight days before by a clip of the tail; second catch by seine over the whole pond',
      },
      'Culturist',
      { answer: 'combine', sure: 'yes' },
    );
  }
}
