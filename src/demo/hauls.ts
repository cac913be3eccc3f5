import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Player } from './player';

type Load = { from: string; share: number; site: number | null; tank: string };

/**
 * A release day of three trucks in the week at which the demo opens, planned, one of them looked over; orders; who came
 * by, and who may do what.
 */
export class Hauls {
  constructor(private readonly p: Player) {}

  lay(): void {
    const { p } = this;
    for (const [day, customer, species, number, leastG, due, priceEach] of [
      [-9.3, 'Aldern pond keepers', 'sterlet', 8000, 4, 34, 0.9],
      [-5.6, 'Ferrow fish farm', 'arctic-char', 15_000, 5, 52, 0.35],
    ] as const)
      p.at(day, async () => {
        await p.trySend(
          'order.save',
          { customer, species, number, leastG, dueAt: Math.round(p.anchor + due * DAY_MS), priceEach },
          'Manager',
        );
      });
    for (const [day, who, where, farmHours, clean] of [
      [-12.2, 'feed driver', 'store', 5, true],
      [-6.1, 'school class, 22', 'hall, display house', undefined, true],
      [-1.3, 'Dr Lind, veterinarian', 'raceways', 72, true],
    ] as const)
      p.at(day, async () => {
        await p.trySend('visitor.record', { who, where, farmHours, clean }, 'Hand', { fromFish: 'meant' });
      });
    p.at(-3.2, async () => {
      for (const [who, what, until] of [
        ['Culturist', 'electro', 200],
        ['Culturist', 'firstAid', 18],
        ['Hand', 'forklift', 700],
      ] as const)
        await p.trySend('certificate.save', {
          person: p.people[who]!.id,
          what,
          until: Math.round(p.anchor + until * DAY_MS),
        });
    });
    for (const [day, site, gear, examined, seenShare, number, wished, said] of [
      [-212, 2, 'trap', 96, 0.4, 7, 0, 'first weeks of the trap'],
      [-148, 2, 'trap', 141, 0.4, 11, 3, ''],
      [-61, 3, 'net', 58, undefined, 4, 1, 'netted below the lock'],
      [-20, 2, 'angled', 37, undefined, 5, 4, 'told by anglers'],
    ] as const)
      p.at(day, async () => {
        const sites = await p.sites();
        await p.trySend(
          'return.record',
          {
            site: sites[site]!,
            gear,
            examined,
            seenShare,
            said,
            marks: [{ mark: 'left pelvic clip', number, wished }],
          },
          'Hand',
          { strangeMark: 'meant' },
        );
      });
    p.at(-0.12, async () => {
      const sites = await p.sites();
      const blue = await this.plan('Blue truck', 0, 2.5, [
        { from: 'W2', share: 0.5, site: sites[3]!, tank: 'front' },
        { from: 'W4', share: 0.5, site: sites[3]!, tank: 'rear' },
      ]);
      await this.plan('Green truck', 0.5, 1.5, [{ from: 'R8', share: 0.6, site: sites[2]!, tank: 'front' }]);
      await this.plan('Trailer', 2, 1, [{ from: 'R14', share: 0.5, site: sites[1]!, tank: 'rear' }]);
      // Bags in foam boxes to a customer a night away.
      await this.plan('Night van', 9, 8, [{ from: 'W2', share: 0.04, site: null, tank: 'bags' }], {
        tanks: [{ name: 'bags', kind: 'bag', count: 24, volumeL: 8, gasL: 16 }],
        airCelsius: 16,
        keeps: 'foam',
        bottleL: 20,
        bottleBar: 150,
      });
      if (blue)
        await p.trySend(
          'haul.note',
          { haul: blue, what: 'checked', ticks: ['spare', 'papers', 'people'] },
          'Culturist',
        );
    });
  }

  /** @param later hours after eight on the morning after the anchor; a load whose tank is empty is left out */
  private async plan(
    truck: string,
    later: number,
    hours: number,
    loads: readonly Load[],
    more: Record<string, unknown> = {},
  ): Promise<number | null> {
    const { p } = this;
    const lines = [];
    for (const l of loads) {
      const stands = await p.standsIn(l.from);
      if (!stands || stands.number < 100) continue;
      lines.push({
        unit: p.unit(l.from),
        lotId: stands.lotId,
        stage: stands.stage,
        number: Math.round((stands.number * l.share) / 100) * 100,
        site: l.site,
        tank: l.tank,
      });
    }
    const made = await p.trySend(
      'haul.save',
      {
        truck,
        leaveAt: Math.floor((p.anchor + DAY_MS) / HOUR_MS) * HOUR_MS + (1 + later) * HOUR_MS,
        hours,
        celsius: 8,
        tanks: [
          { name: 'front', volumeL: 1500, oxygenLPerMin: 8 },
          { name: 'rear', volumeL: 1500, oxygenLPerMin: 8 },
        ],
        airCelsius: 17,
        loads: lines,
        ...more,
      },
      'Culturist',
    );
    return made ? Number(made.id) : null;
  }
}
