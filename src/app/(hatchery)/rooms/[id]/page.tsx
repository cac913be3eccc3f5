import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RoomScreen } from '@/features/room/RoomScreen';
import { UnitSheet } from '@/features/room/UnitSheet';
import { actHoldings, measuredVolume } from '@/queries/actHoldings';
import { places, releaseSites } from '@/queries/places';
import { roomView } from '@/queries/room';
import { unitSheet } from '@/queries/unitSheet';
import { db } from '../../../_server/database';
import { requestNow, requestRound } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata: Metadata = { title: 'Incubation room' };

export default async function RoomPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ unit?: string; stage?: string }>;
}) {
  const person = await requirePerson();
  const [{ id }, { unit: unitName, stage }] = await Promise.all([params, searchParams]);
  const at = requestNow();
  const room = await roomView(db(), person, Number(id), at, await requestRound());
  if (!room) notFound();
  const unit = room.units.find((u) => u.name === unitName);
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
    const first = unit.holdings[0];
    const siblings = first
      ? room.units
          .flatMap((u) => u.holdings)
          .filter((h) => h.unitId !== unit.id && h.stage === first.stage && h.species === first.species)
      : [];
    sheet = (
      <UnitSheet
        key={unit.id}
        unit={unit}
        holdings={unit.holdings}
        acts={actHoldings(unit.holdings)}
        siblings={actHoldings(siblings.filter((s) => s.lotId === first!.lotId))}
        places={where}
        sites={sites}
        {...details}
        close={`/rooms/${room.id}`}
        now={at}
        timeZone={person.timeZone}
        mayWrite={person.role !== 'reader'}
        totalVolumeMl={first ? await measuredVolume(db(), first.lotId) : null}
      />
    );
  }
  return (
    <RoomScreen
      room={room}
      selected={unit?.name ?? null}
      stage={stage ?? null}
      now={at}
      timeZone={person.timeZone}
      us={person.units === 'us'}
      sheet={sheet}
    />
  );
}
