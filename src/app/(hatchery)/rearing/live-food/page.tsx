import { LiveFoodScreen } from '@/modules/liveFood/screens/LiveFoodScreen';
import { liveFoodView } from '@/modules/liveFood/views/liveFood';
import { db } from '../../../_server/database';
import { computedOnce, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Live food' };

export default async function LiveFoodPage() {
  const person = await requirePerson();
  const hall = await requestHall();
  return (
    <LiveFoodScreen
      view={
        await computedOnce('liveFood', '', '', () =>
          liveFoodView(
            db(),
            person,
            requestNow(),
            hall.units.flatMap((u) =>
              u.holdings.map((h) => ({
                holdingId: h.holdingId,
                lotId: h.lotId,
                lot: h.lot,
                unitId: u.id,
                unit: u.name,
                sensorId: h.sensorId,
                volumeL: u.volumeL,
              })),
            ),
          ),
        )
      }
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
