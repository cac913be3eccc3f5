import { FeedingDayScreen } from '@/modules/rearing/screens/FeedingDayScreen';
import { feedingStretch, WHOLE_DAY } from '@/modules/rearing/views/feedingDay';
import { db } from '../../../_server/database';
import { computedOnce, requestHall, requestKept, requestNow, requestRound } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Feeding day' };

export default async function FeedingDayPage({ searchParams }: { searchParams: Promise<{ stretch?: string }> }) {
  const person = await requirePerson();
  const eats = (await requestRound()).filter((h) => h.station === 'fry' || h.station === 'fingerlings');
  // Counted from one, as people do; what is no number is the first.
  const asked = Math.max(1, Math.trunc(Number((await searchParams).stretch)) || 1) - 1;
  const part =
    eats.length > WHOLE_DAY
      ? await computedOnce('feedingStretch', asked, '', () => feedingStretch(db(), person, requestNow(), asked))
      : null;
  return (
    <FeedingDayScreen
      hall={part?.hall ?? (await requestHall())}
      walk={part && { stretches: part.stretches, place: part.place }}
      kept={await requestKept()}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
