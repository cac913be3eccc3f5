import { flowBudget } from '@/core/water/budget';
import { firstToDie } from '@/core/water/firstToDie';
import { CapacityScreen } from '@/modules/water/screens/desk/CapacityScreen';
import { waterDesk } from '@/modules/water/views/desk';
import { unitHref } from '@/server/stock/unitHref';
import { db } from '../../../_server/database';
import { requestHall, requestNow, requestRound } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Capacity' };

export default async function CapacityPage() {
  const person = await requirePerson();
  const now = requestNow();
  const [hall, holdings] = await Promise.all([requestHall(), requestRound()]);
  const desk = await waterDesk(db(), person.siteId, now, holdings, new Map(hall.units.map((u) => [u.id, u.massG])));
  const dry = firstToDie(desk.tanks, new Map(desk.rooms.map((r) => [r.id, new Set(['water'] as const)])));
  const rows = hall.units
    .filter((u) => u.holdings.length > 0)
    .map((u) => ({
      unitId: u.id,
      unit: u.name,
      room: u.room,
      href: unitHref({ station: u.holdings[0]!.station, roomId: u.roomId, unit: u.name }),
      holds: `${u.holdings[0]!.speciesName}, ${u.holdings[0]!.stageName}`,
      number: u.number,
      sd: u.sd,
      massKg: u.massG === null ? null : u.massG / 1000,
      volumeL: u.volumeL,
      flowLPerMin: u.flowLPerMin,
      shares: Object.fromEntries(Object.entries(u.tight?.byLimit ?? {}).map(([k, n]) => [k, u.number / n])),
      binds: u.tight?.limit ?? null,
      fullAt: u.tight?.fullAt ?? null,
      reserveMinutes: dry.find((d) => d.unitId === u.id)?.minutes ?? null,
    }))
    // The fullest first.
    .sort((a, b) => Math.max(0, ...Object.values(b.shares)) - Math.max(0, ...Object.values(a.shares)));
  return (
    <CapacityScreen
      rows={rows}
      budget={flowBudget(desk.works, new Map(desk.rooms.map((r) => [r.id, r.flowLPerMin])))}
      roomNames={new Map(desk.rooms.map((r) => [r.id, r.name]))}
      now={now}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
