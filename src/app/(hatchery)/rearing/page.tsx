import { HallScreen } from '@/modules/rearing/screens/HallScreen';
import { TankToday } from '@/modules/rearing/screens/hall/TankToday';
import { countDesk, leastSure } from '@/modules/sorting/views/countDesk';
import { DrainLine, WaterRead } from '@/modules/water/screens/WaterRead';
import { handWater } from '@/modules/water/views/handWater';
import { db } from '../../_server/database';
import { requestDrains, requestHall, requestNow, requestRound } from '../../_server/request';
import { requirePerson } from '../../_server/session';
import { sheetOf } from '../_unit/sheet';

export const metadata = { title: 'Rearing hall' };

export default async function RearingPage({
  searchParams,
}: {
  searchParams: Promise<{ unit?: string; stage?: string; as?: string }>;
}) {
  const person = await requirePerson();
  const { unit: name, stage, as } = await searchParams;
  const hall = await requestHall();
  const unit = hall.units.find((u) => u.name === name);
  return (
    <HallScreen
      hall={hall}
      selected={unit?.name ?? null}
      stage={stage ?? null}
      table={as === 'table'}
      leastSure={leastSure(countDesk(await requestRound()), new Set(hall.units.map((u) => u.id)))}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
      sheet={
        unit
          ? await sheetOf(person, unit, as === 'table' ? '/rearing?as=table' : '/rearing', [], {
              more: (
                <>
                  <TankToday unit={unit} now={requestNow()} timeZone={person.timeZone} us={person.units === 'us'} />
                  <DrainLine
                    of={(await requestDrains()).find((d) => d.unitId === unit.id)}
                    timeZone={person.timeZone}
                  />
                  <WaterRead
                    of={await handWater(db(), person.siteId, unit.id, requestNow())}
                    now={requestNow()}
                    timeZone={person.timeZone}
                  />
                </>
              ),
              plans: new Map(unit.fed.flatMap((f) => (f.planFrom === 'usual' ? [] : [[f.holdingId, f.set!] as const]))),
            })
          : null
      }
    />
  );
}
