import type { Chance } from '@/core/chance';
import { DAY_MS } from '@/core/time/spans';
import { executeIn } from '@/modules/door';
import { ActRefused } from '@/server/act/refused';
import type { Actor } from '@/server/context';
import { seasonOf } from '@/server/stock/lots';
import { fromJson } from '@/store/books/rows';
import type { Db, Trx } from '@/store/connection';

/**
 * Plays a season through the commands, as its people would: events wait in a calendar and are carried out in order,
 * each with the clock at its own time. Many commands share a transaction, which changes nothing but the speed.
 */
export class Player {
  private readonly calendar: { day: number; order: number; run: () => Promise<void> }[] = [];
  private trx: Trx | null = null;
  private order = 0;
  private serial = 0;
  day = -540;
  sent = 0;
  refusals: string[] = [];
  readonly people: Record<string, Actor> = {};
  readonly units = new Map<string, number>();
  readonly rooms = new Map<string, number>();
  readonly sensors = new Map<string, number>();

  constructor(
    private readonly db: Db,
    readonly anchor: number,
    readonly chance: Chance,
    manager: Actor,
    /** The last day that is played. */
    readonly until = 0,
  ) {
    this.people.Manager = manager;
  }

  /** Puts an event into the calendar. Days count from the anchor. */
  at(day: number, run: () => Promise<void>): void {
    // Nothing is planned beyond the moment at which it opens: that is for the user to do.
    if (day > this.until) return;
    this.calendar.push({ day: Math.max(day, this.day), order: this.order++, run });
  }

  /** Carries out the calendar up to the anchor. */
  async play(progress: (day: number) => void): Promise<void> {
    let turn = 0;
    while (this.calendar.length > 0) {
      // Events add events: take the earliest each time, a day's worth in one sort.
      this.calendar.sort((a, b) => a.day - b.day || a.order - b.order);
      const today = Math.floor(this.calendar[0]!.day);
      await this.db.transaction(async (trx) => {
        this.trx = trx;
        while (this.calendar.length > 0 && Math.floor(this.calendar[0]!.day) === today) {
          const e = this.calendar.shift()!;
          const before = this.calendar.length;
          this.day = e.day;
          await e.run();
          if (this.calendar.length > before) this.calendar.sort((a, b) => a.day - b.day || a.order - b.order);
        }
      });
      this.trx = null;
      if (++turn % 60 === 0) progress(today);
    }
  }

  async send(
    type: string,
    payload: Record<string, unknown>,
    who = 'Manager',
    answers: Record<string, string> = {},
  ): Promise<Record<string, unknown>> {
    const now = Math.round(this.anchor + this.day * DAY_MS);
    this.sent += 1;
    const run = (trx: Trx) =>
      executeIn(trx, this.people[who] ?? this.people.Manager!, { id: this.id(), type, payload, answers }, now);
    const done = this.trx ? await run(this.trx) : await this.db.transaction(run);
    return (done.result ?? {}) as Record<string, unknown>;
  }

  /** As `send`; where the books refuse or ask, the answer is chosen by `choose`, or the matter is dropped and noted. */
  async trySend(
    type: string,
    payload: Record<string, unknown>,
    who?: string,
    choose: Record<string, string> = {},
    answers: Record<string, string> = {},
  ): Promise<Record<string, unknown> | null> {
    try {
      return await this.send(type, payload, who, answers);
    } catch (e) {
      if (!(e instanceof ActRefused)) throw e;
      const chosen = Object.fromEntries(
        e.asks.flatMap((a) =>
          choose[a.id] === undefined || answers[a.id] !== undefined ? [] : [[a.id, choose[a.id]!]],
        ),
      );
      if (e.asks.length > 0 && e.asks.every((a) => chosen[a.id] !== undefined))
        return this.trySend(type, payload, who, choose, { ...answers, ...chosen });
      this.refusals.push(`${type} day ${this.day.toFixed(1)}: ${e.message}`);
      return null;
    }
  }

  /** What stands, as it is known at this moment of the season. */
  get reads(): Db {
    return this.trx ?? this.db;
  }

  unit(name: string): number {
    const id = this.units.get(name);
    if (id === undefined) throw new Error(`demo: no unit ${name}`);
    return id;
  }

  /** Id of the entry that a unit's latest record of a kind made, some days back at most. */
  async lastEntry(kind: string, unit: string, days: number): Promise<string | null> {
    const row = (await (this.trx ?? this.db)('entry as e')
      .join('observation as o', 'o.entry_seq', 'e.seq')
      .where({ 'e.kind': kind, 'o.unit_id': this.unit(unit) })
      .where('e.at', '>', this.anchor + (this.day - days) * DAY_MS)
      .orderBy('e.seq')
      .first('e.id')) as { id: string } | undefined;
    return row?.id ?? null;
  }

  async lotsIn(units: readonly string[]): Promise<Map<string, number>> {
    const rows = (await (this.trx ?? this.db)('holding')
      .whereIn(
        'unit_id',
        units.map((u) => this.unit(u)),
      )
      .where('number', '>', 0)
      .select('unit_id', 'lot_id')) as { unit_id: number; lot_id: number }[];
    return new Map(rows.map((r) => [units.find((u) => this.unit(u) === r.unit_id)!, r.lot_id]));
  }

  async fishId(species: string, tag: string): Promise<number> {
    const row = (await (this.trx ?? this.db)('brood_fish').where({ species, tag }).first('id')) as { id: number };
    return row.id;
  }

  /** What of a species stands in tanks, with the share of each father. */
  async standing(
    species: string,
    stages: readonly string[],
  ): Promise<{ unit: number; lotId: number; stage: string; number: number; fathers: Map<string, number> }[]> {
    const db = this.trx ?? this.db;
    const rows = (await db('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .where('t.species', species)
      .whereIn('h.stage', [...stages])
      .where('h.number', '>', 0)
      .orderBy('h.id')
      .select('h.unit_id', 'h.lot_id', 'h.stage', 'h.number')) as {
      unit_id: number;
      lot_id: number;
      stage: string;
      number: number;
    }[];
    const shares = (await db('lot_share as s')
      .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
      .whereIn('s.lot_id', [0, ...rows.map((r) => r.lot_id)])
      .whereNull('s.superseded_seq')
      .select('s.lot_id', 's.share', 'f.males')) as { lot_id: number; share: number; males: string }[];
    return rows.map((r) => {
      const fathers = new Map<string, number>();
      for (const s of shares.filter((x) => x.lot_id === r.lot_id))
        for (const m of fromJson<{ tag: string; share: number }[]>(s.males))
          fathers.set(m.tag, (fathers.get(m.tag) ?? 0) + s.share * m.share);
      return { unit: r.unit_id, lotId: r.lot_id, stage: r.stage, number: Number(r.number), fathers };
    });
  }

  /** Season of a day, of today unless given. */
  async season(daysFromNow = 0): Promise<string> {
    const row = (await (this.trx ?? this.db)('site').first('season_starts_month', 'time_zone')) as {
      season_starts_month: number;
      time_zone: string;
    };
    return seasonOf(this.anchor + (this.day + daysFromNow) * DAY_MS, row.time_zone, row.season_starts_month);
  }

  /** What stands in a unit, the most of it; null of an empty one. */
  async standsIn(unit: string): Promise<{ lotId: number; stage: string; number: number } | null> {
    const row = await (this.trx ?? this.db)('holding')
      .where({ unit_id: this.unit(unit) })
      .where('number', '>', 0)
      .orderBy('number', 'desc')
      .first<{ lotId: number; stage: string; number: number } | undefined>('stage', 'number', { lotId: 'lot_id' });
    return row ?? null;
  }

  async sites(): Promise<number[]> {
    return (await (this.trx ?? this.db)('release_site').orderBy('id').pluck('id')) as number[];
  }

  /** A proper command id made from a running number: the demo is the same at every seeding. */
  private id(): string {
    this.serial += 1;
    return `0190${(this.serial >>> 16).toString(16).padStart(4, '0')}-${(this.serial & 0xffff).toString(16).padStart(4, '0')}-7000-8000-${this.serial.toString(16).padStart(12, '0')}`;
  }
}
