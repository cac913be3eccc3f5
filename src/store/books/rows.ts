import type { WorldAccount } from '@/core/books/accounts';
import { type Act, acts as actsSchema, type BookEntry } from '@/core/books/entry';
import type { Station } from '@/core/species/stations';

/** Rows as the tables hold them; mapped to domain types here and nowhere else. */
export type EntryRow = {
  seq: number;
  id: string;
  site_id: number;
  command_id: string;
  kind: string;
  at: number;
  precision: 'minute' | 'day';
  order_at: number;
  day_rank: number;
  /** Null: its own seq. */
  order_seq: number | null;
  recorded_at: number;
  recorded_by: number;
  measured_by: string;
  intent: string;
  acts: string;
  note: string;
  voids_seq: number | null;
  replaces_seq: number | null;
};

export type HoldingRow = {
  id: number;
  site_id: number;
  lot_id: number;
  unit_id: number;
  stage: string;
  /** Of the stage: what most of the code asks for. */
  station: Station;
  number: number;
  sd: number;
  exposure: number;
  exposure_at: number;
  opened_at: number | null;
  closed_at: number | null;
  last_order_at: number;
  last_rank: number;
  last_order_seq: number;
  last_seq: number;
};

export type PointRow = {
  holding_id: number;
  order_at: number;
  day_rank: number;
  order_seq: number;
  entry_seq: number;
  made_seq: number;
  number: number;
  sd: number;
  exposure: number;
  exposure_at: number;
  closed_at: number | null;
};

export type PostingRow = {
  id: number;
  entry_seq: number;
  made_seq: number;
  superseded_seq: number | null;
  account: 'holding' | WorldAccount;
  holding_id: number;
  delta: number;
  order_at: number;
};

/** JSON columns come back as text from MariaDB. */
export function fromJson<T>(value: string | T): T {
  return typeof value === 'string' ? (JSON.parse(value) as T) : value;
}

export function toBookEntry(row: EntryRow): BookEntry {
  return {
    id: row.id,
    at: row.at,
    precision: row.precision,
    orderAt: row.order_at,
    rank: row.day_rank,
    orderSeq: row.order_seq ?? row.seq,
    seq: row.seq,
    recordedAt: row.recorded_at,
    acts: actsSchema.parse(fromJson<Act[]>(row.acts)),
  };
}
