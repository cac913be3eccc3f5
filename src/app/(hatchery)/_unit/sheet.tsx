import type { ReactNode } from 'react';
import type { RationPlan } from '@/core/feeding/rationPlan';
import type { Danger } from '@/core/incubation/danger';
import { UnitSheet } from '@/modules/incubation/screens/room/UnitSheet';
import { unitSheet } from '@/modules/incubation/views/unitSheet';
import { actHoldings, measuredVolume } from '@/server/stock/actHoldings';
import type { LivingHolding } from '@/server/stock/livingStock';
import { places, releaseSites } from '@/server/stock/places';
import { speciesBook } from '@/store/species';
import { db } from '../../_server/database';
import { computedOnce, requestNow } from '../../_server/request';
import type { SignedIn } from '../../_server/session';

type Unit = {
  id: number;
  name: string;
  kind: string;
  holdings: LivingHolding[];
  areaCm2?: number | null;
  flowLPerMin?: number | null;
  danger?: Danger | null;
};

/**
 * The sheet of the unit in hand, for the rooms and for rearing.
 * @param of what its room says of it besides, and how what stands in it is fed
 * @param neighbours what stands beside it: of the same lot, stage and species they can be ponded together
 */
export async function sheetOf(
  person: SignedIn,
  unit: Unit,
  close: string,
  neighbours: readonly LivingHolding[] = [],
  of: { more?: ReactNode; plans?: ReadonlyMap<number, RationPlan> } = {},
) {
  const first = unit.holdings[0];
  const [details, where, sites, totalVolumeMl, book] = await computedOnce('sheet', unit.id, '', () =>
    Promise.all([
      unitSheet(
        db(),
        person.siteId,
        unit.id,
        unit.holdings.map((h) => h.holdingId),
        person.units === 'us',
      ),
      places(db(), person.siteId, requestNow()),
      releaseSites(db(), person.siteId),
      first?.station === 'eggs' ? measuredVolume(db(), first.lotId) : null,
      speciesBook(db(), person.siteId),
    ]),
  );
  const siblings = neighbours.filter(
    (h) => first && h.unitId !== unit.id && h.lotId === first.lotId && h.stage === first.stage,
  );
  return (
    <UnitSheet
      key={unit.id}
      unit={unit}
      holdings={unit.holdings}
      acts={actHoldings(unit.holdings, book).map((a, i) => ({
        ...a,
        plan: of.plans?.get(unit.holdings[i]!.holdingId),
      }))}
      siblings={actHoldings(siblings, book)}
      places={where}
      sites={sites}
      {...details}
      close={close}
      now={requestNow()}
      timeZone={person.timeZone}
      mayWrite={person.role !== 'reader'}
      totalVolumeMl={totalVolumeMl}
      more={of.more}
    />
  );
}
