import type { Db } from '@/store/connection';

/** The rows of a plain pick written by hand in one transaction: no rules, no doubt, no questions. */
export async function pickBySql(
  db: Db,
  p: {
    siteId: number;
    personId: number;
    holdingId: number;
    unitId: number;
    lotId: number;
    number: number;
    at: number;
    id: string;
  },
): Promise<void> {
  await db.transaction(async (trx) => {
    const [seq] = (
      await trx.raw(
        "INSERT INTO entry (id, site_id, command_id, kind, `at`, `precision`, order_at, day_rank, recorded_at, recorded_by, measured_by, intent, acts, note) VALUES (?, ?, ?, 'pick', ?, 'minute', ?, 1, ?, ?, 'x', '{\"number\":1}', '[]', '')",
        [p.id, p.siteId, p.id, p.at, p.at, p.at, p.personId],
      )
    ).map((r: { insertId: number }) => r?.insertId) as [number];
    await trx.raw(
      "INSERT INTO posting (entry_seq, made_seq, account, holding_id, delta, order_at) VALUES (?, ?, 'holding', ?, ?, ?), (?, ?, 'picked', ?, ?, ?)",
      [seq, seq, p.holdingId, -p.number, p.at, seq, seq, p.holdingId, p.number, p.at],
    );
    await trx.raw(
      'INSERT INTO holding_point (holding_id, order_at, day_rank, order_seq, entry_seq, made_seq, number, sd, exposure, exposure_at) VALUES (?, ?, 1, ?, ?, ?, 1, 0, 0, ?)',
      [p.holdingId, p.at, seq, seq, seq, p.at],
    );
    await trx.raw(
      'UPDATE holding SET number = number - ?, last_order_at = ?, last_rank = 1, last_order_seq = ?, last_seq = ? WHERE id = ?',
      [p.number, p.at, seq, seq, p.holdingId],
    );
    await trx.raw(
      "INSERT INTO observation (entry_seq, holding_id, unit_id, lot_id, kind, `at`, value) VALUES (?, ?, ?, ?, 'pick', ?, ?)",
      [seq, p.holdingId, p.unitId, p.lotId, p.at, p.number],
    );
    await trx.raw(
      "INSERT INTO command (id, site_id, person_id, type, payload_hash, result, `at`) VALUES (?, ?, ?, 'pick.record', REPEAT('0', 64), '{}', ?)",
      [p.id, p.siteId, p.personId, p.at],
    );
  });
}
