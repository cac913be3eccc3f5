import { thresholds } from '@/core/thresholds';
import { isoDay } from '@/core/time/localDay';
import { flowBudget } from '@/core/water/budget';
import { firstToDie } from '@/core/water/circuits/firstToDie';
import { fishUse } from '@/core/water/stillWater';
import { CapacityScreen } from '@/modules/water/screens/desk/CapacityScreen';
import { waterDesk } from '@/modules/water/views/desk';
import { energyByMonth } from '@/modules/water/views/energy';
import { filtersNow } from '@/modules/water/views/filters';
import { oxygenMonths } from '@/modules/water/views/oxygenMonths';
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
  const feedOf = new Map<number, { feedG: number; proteinShare: number }>();
  for (const u of hall.units) {
    const feedG = u.fed.reduce((s, f) => s + (f.prescribed.is === 'ration' ? f.prescribed.feedG : 0), 0);
    feedOf.set(u.roomId, {
      feedG: (feedOf.get(u.roomId)?.feedG ?? 0) + feedG,
      proteinShare: thresholds.usualProtein.value,
    });
  }
  const grows = hall.units.flatMap((u) => {
    const [first] = u.fed;
    return !first || u.massG === null || u.number <= 0 || first.tank.celsius === null
      ? []
      : [
          {
            unitId: u.id,
            number: u.number,
            meanG: u.massG / u.number,
            tgc: first.values.tgc ?? null,
            celsius: first.tank.celsius,
          },
        ];
  });
  const [filters, measured, months] = await Promise.all([
    filtersNow(db(), person.siteId, now, feedOf),
    energyByMonth(db(), person, now),
    oxygenMonths(db(), person.timeZone, now, grows),
  ]);
  const fish = desk.tanks.filter((t) => t.eggMinutes === null);
  const weighed = fish.filter((t) => t.fish !== null && t.celsius !== null);
  const sources = new Map(desk.works.map((w) => [w.id, w.more]));
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
      budget={flowBudget(desk.works, new Map(desk.rooms.map((r) => [r.id, r.flowLPerMin]))).map((s) => ({
        ...s,
        gives: sources.get(s.id)?.gives ?? null,
        permit: sources.get(s.id)?.permit ?? null,
      }))}
      filters={filters}
      use={{
        oxygenKgPerDay:
          weighed.length === 0
            ? null
            : weighed.reduce((s, t) => s + (t.fish!.massKg * fishUse(t.fish!.meanG, t.celsius!) * 24) / 1e6, 0),
        unweighed: fish.length - weighed.length,
        watts: desk.works.reduce((s, w) => s + (w.kind === 'breaker' ? 0 : (w.watts ?? 0)), 0),
        measured,
        months,
      }}
      month={Number(isoDay(now, person.timeZone).slice(5, 7)) - 1}
      roomNames={new Map(desk.rooms.map((r) => [r.id, r.name]))}
      now={now}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
