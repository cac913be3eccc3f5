import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RoomScreen } from '@/modules/incubation/screens/room/RoomScreen';
import { roomView } from '@/modules/incubation/views/room';
import { routine } from '@/modules/incubation/views/routine';
import { ArrangeRoom } from '@/modules/setup/screens/ArrangeRoom';
import { db } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { computedOnce, requestNow, requestRound } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';
import { sheetOf } from '../../_unit/sheet';

export const metadata: Metadata = { title: 'Incubation room' };

export default async function RoomPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ unit?: string; stage?: string; plan?: string }>;
}) {
  const person = await requirePerson();
  const [{ id }, { unit: unitName, stage, plan }] = await Promise.all([params, searchParams]);
  const at = requestNow();
  const holdings = await requestRound();
  const roomId = idOf(id);
  const room = await computedOnce('room', roomId, '', () => roomView(db(), person, roomId, at, holdings));
  if (!room) notFound();
  if (plan !== undefined && person.role === 'manager') return <ArrangeRoom room={room} />;
  const unit = room.units.find((u) => u.name === unitName);
  return (
    <RoomScreen
      room={room}
      selected={unit?.name ?? null}
      stage={stage ?? null}
      now={at}
      timeZone={person.timeZone}
      us={person.units === 'us'}
      routine={
        await computedOnce('routine', roomId, '', () =>
          routine(
            db(),
            person,
            at,
            holdings.filter((h) => h.roomId === room.id),
          ),
        )
      }
      mayArrange={person.role === 'manager'}
      sheet={
        unit
          ? await sheetOf(
              person,
              unit,
              `/rooms/${room.id}`,
              room.units.flatMap((u) => u.holdings),
            )
          : null
      }
    />
  );
}
