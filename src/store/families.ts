import type { Knex } from 'knex';

/**
 * Of families `y` only those that stand: a take that was taken back, or corrected with other parents, leaves the rows of
 * its families, but no share of the lot is theirs.
 */
export const standing = (q: Knex.QueryBuilder): void =>
  void q.whereExists((s) =>
    s
      .from('lot_share as ls')
      .whereRaw('ls.lot_id = y.lot_id AND ls.family = CAST(y.id AS CHAR)')
      .whereNull('ls.superseded_seq')
      .select(s.client.raw('1')),
  );
