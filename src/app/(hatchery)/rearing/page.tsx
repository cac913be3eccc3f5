import { RearingScreen } from '@/features/rearing/RearingScreen';
import { UnitSheet } from '@/features/room/UnitSheet';
import { actHoldings } from '@/queries/actHoldings';
import { places, releaseSites } from '@/queries/places';
import { rearingView } from '@/queries/rearing';
import { unitSheet } from '@/queries/unitSheet';
import { db } from '../../_server/database';
import { requestNow, requestRound } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Rearing' };

export default async function RearingPage({
  searchParams,
}: {
  searchParams: Promise<{ unit?: string; stage?: string }>;
}) {
  const person = await requirePerson();
  const { unit: name, stage } = await searchParams;
  const at = requestNow();
  const units = await rearingView(db(), person, at, await requestRound());
  const unit = units.find((u) => u.name === name);
  let sheet = null;
  if (unit) {
    const [details, where, sites] = await Promise.all([
      unitSheet(
        db(),
        person.siteId,
        unit.id,
        unit.holdings.map((h) => h.holdingId),
      ),
      places(db(), person.siteId),
      releaseSites(db(), person.siteId),
    ]);
    sheet = (
      <UnitSheet
        key={unit.id}
        unit={unit}
        holdings={unit.holdings}
        acts={actHoldings(unit.holdings)}
        siblings={[]}
        places={where}
        sites={sites}
        {...details}
        close="/rearing"
        now={at}
        timeZone={person.timeZone}
        mayWrite={person.role !== 'reader'}
        totalVolumeMl={null}
      />
    );
  }
  return (
    <RearingScreen
      units={units}
      selected={unit?.name ?? null}
      stage={stage ?? null}
      us={person.units === 'us'}
      sheet={sheet}
    />
  );
}
