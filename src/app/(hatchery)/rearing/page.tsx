import { RearingScreen } from '@/modules/rearing/screens/RearingScreen';
import { rearingView } from '@/modules/rearing/views/rearing';
import { db } from '../../_server/database';
import { requestNow, requestRound } from '../../_server/request';
import { requirePerson } from '../../_server/session';
import { sheetOf } from '../_unit/sheet';

export const metadata = { title: 'Rearing' };

export default async function RearingPage({
  searchParams,
}: {
  searchParams: Promise<{ unit?: string; stage?: string }>;
}) {
  const person = await requirePerson();
  const { unit: name, stage } = await searchParams;
  const units = await rearingView(db(), person, requestNow(), await requestRound());
  const unit = units.find((u) => u.name === name);
  return (
    <RearingScreen
      units={units}
      selected={unit?.name ?? null}
      stage={stage ?? null}
      us={person.units === 'us'}
      sheet={unit ? await sheetOf(person, unit, '/rearing') : null}
    />
  );
}
