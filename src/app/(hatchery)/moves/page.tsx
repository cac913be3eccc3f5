import { MovesScreen } from '@/modules/moves/screens/MovesScreen';
import { releases, siteTotals } from '@/modules/moves/views/releases';
import { ledger } from '@/modules/records/views/ledger';
import { seasonOf, seasonSpan } from '@/server/stock/lots';
import { stockNow } from '@/server/stock/stockNow';
import { db, now } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Moves and release' };

export default async function MovesPage() {
  const person = await requirePerson();
  const at = now();
  const site = (await db()('site').where({ id: person.siteId }).first('season_starts_month')) as {
    season_starts_month: number;
  };
  const season = seasonOf(at, person.timeZone, site.season_starts_month);
  const since = seasonSpan(season, person.timeZone, site.season_starts_month).from;
  const [list, sites, moves, ready] = await Promise.all([
    releases(db(), person.siteId, at),
    siteTotals(db(), person.siteId, since),
    ledger(db(), person.siteId, {
      kinds: [
        'move',
        'merge',
        'grade',
        'pond',
        'layDown',
        'eggShipment',
        'sale',
        'sample',
        'escape',
        'cull',
        'unitLoss',
      ],
      limit: 25,
    }),
    stockNow(db(), person.siteId, at, { stations: ['fingerlings'] }),
  ]);
  return (
    <MovesScreen
      list={list}
      sites={sites}
      moves={moves}
      ready={ready}
      now={at}
      timeZone={person.timeZone}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
