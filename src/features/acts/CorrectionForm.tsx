'use client';

import { useEffect, useState } from 'react';
import { CorrectingProvider } from '@/client/correcting';
import type { FishInHand } from '@/client/fish';
import { type ActHolding, placeOptions } from '@/client/holding';
import { LossForm } from '@/client/LossForm';
import { ArriveForm } from '@/modules/brood/acts/arrive/form';
import { DeformityForm } from '@/modules/brood/acts/deformity/form';
import { FateForm } from '@/modules/brood/acts/fate/form';
import { KeepForm } from '@/modules/brood/acts/keepApart/form';
import { LookForm } from '@/modules/brood/acts/look/form';
import { FishMoveForm } from '@/modules/brood/acts/move/form';
import { SortForm } from '@/modules/brood/acts/sort/form';
import { recordDead } from '@/modules/health/acts/dead/act';
import { CheckForm } from '@/modules/incubation/acts/check/form';
import { DoubtfulForm } from '@/modules/incubation/acts/doubtful/form';
import { HandleForm } from '@/modules/incubation/acts/handle/form';
import { HatchSeenForm } from '@/modules/incubation/acts/hatchSeen/form';
import { LayDownForm } from '@/modules/incubation/acts/layDown/form';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { RoutineTimeForm } from '@/modules/incubation/acts/routine/form';
import { HatchForm } from '@/modules/incubation/acts/stage/form';
import { StageForm } from '@/modules/incubation/acts/stage/StageForm';
import { TakeForm } from '@/modules/incubation/acts/take/form';
import { BringForm } from '@/modules/moves/acts/bring/form';
import { EmptiedForm } from '@/modules/moves/acts/emptied/form';
import { OutForm } from '@/modules/moves/acts/loss/form';
import { MoveForm } from '@/modules/moves/acts/move/form';
import { ReleaseForm } from '@/modules/moves/acts/release/form';
import { ShipForm } from '@/modules/moves/acts/ship/form';
import { FeedForm } from '@/modules/rearing/acts/feed/form';
import { NoteForm } from '@/modules/records/acts/note/form';
import { CountForm } from '@/modules/sorting/acts/count/form';
import { GradeForm } from '@/modules/sorting/acts/grade/form';
import { SampleForm } from '@/modules/sorting/acts/sample/form';
import { WeighForm } from '@/modules/sorting/acts/weigh/form';
import { BathForm } from '@/modules/spawning/acts/bath/form';
import { CrossForm } from '@/modules/spawning/acts/cross/form';
import { InjectForm } from '@/modules/spawning/acts/inject/form';
import { MiltForm } from '@/modules/spawning/acts/milt/form';
import { NestForm } from '@/modules/spawning/acts/nest/form';
import { ReadyForm } from '@/modules/spawning/acts/ready/form';
import { StepTimeForm } from '@/modules/spawning/acts/step/form';
import { StripForm } from '@/modules/spawning/acts/strip/form';
import { ReadingForm } from '@/modules/water/ReadingForm';
import type { EntryToPutRight } from '@/queries/entryToPutRight';
import { SelectField } from '@/ui/fields';

type Loaded = 'loading' | 'gone' | 'offline' | EntryToPutRight;

/** The form that recorded an entry, filled as it was sent; what is changed in it stands in the entry's place. */
export function CorrectionForm({ entryId, onDone }: { entryId: string; onDone: () => void }) {
  const [loaded, setLoaded] = useState<Loaded>('loading');
  useEffect(() => {
    const gone = new AbortController();
    fetch(`/api/entries/${entryId}`, { signal: gone.signal })
      .then(async (r) => setLoaded(r.ok ? ((await r.json()) as EntryToPutRight) : 'gone'))
      .catch(() => gone.signal.aborted || setLoaded('offline'));
    return () => gone.abort();
  }, [entryId]);
  if (loaded === 'loading') return <p className="quiet">Fetching the entry …</p>;
  if (loaded === 'offline')
    return <p role="alert">No connection: an entry is put right when it is back. Nothing was changed.</p>;
  if (loaded === 'gone')
    return <p role="alert">This entry was put right already, or it is gone. Look at the ledger.</p>;
  return <Filled found={loaded} onDone={onDone} />;
}

/** Kinds that say themselves where animals came to, or that stand in no unit. */
const ownPlace = new Set(['cross', 'step', 'take', 'opening', 'arrival', 'temperature', 'reading', 'note']);

function Filled({ found, onDone }: { found: EntryToPutRight; onDone: () => void }) {
  const { original, holdings, places } = found;
  const [reason, setReason] = useState('');
  const [otherUnit, setOtherUnit] = useState<number | null>(null);
  const h = holdings[0];
  return (
    <CorrectingProvider value={{ ...original, reason, setReason, otherUnit, onDone }}>
      <div className="flex flex-col gap-3">
        {h && !ownPlace.has(original.kind) && (
          <SelectField
            label={holdings.length > 1 ? 'First unit' : 'Unit'}
            value={String(otherUnit ?? h.unitId)}
            onChange={(u) => setOtherUnit(Number(u) === h.unitId ? null : Number(u))}
            options={placeOptions(places)}
          />
        )}
        <FormOf found={found} h={h} />
      </div>
    </CorrectingProvider>
  );
}

function FormOf({ found, h }: { found: EntryToPutRight; h: ActHolding | undefined }) {
  const { original, holdings, places, sites, species } = found;
  const { kind } = original;
  if (kind === 'take') return <TakeForm species={species} places={places} />;
  if (kind === 'opening' || kind === 'arrival') return <BringForm species={species} places={places} />;
  if (kind === 'temperature' || kind === 'reading') return <ReadingForm />;
  if (kind === 'note') return <NoteForm />;
  if (kind === 'routine') return <RoutineTimeForm />;
  if (kind === 'step') return <StepTimeForm />;
  if (kind === 'nest' && found.bench) return <NestForm view={found.bench} bowl="" />;
  if (kind === 'bath' && found.bench) return <BathForm view={found.bench} />;
  if (kind === 'cross' && found.bench) return <CrossForm view={found.bench} bowl="" />;
  if (kind === 'fishArrival') return <ArriveForm places={places} />;
  if (kind === 'fishSort') return <SortForm />;
  if (found.fish) return <FishFormOf found={found} f={found.fish} />;
  if (!h) return <p role="alert">What this entry was about cannot be found. Take it back, and enter it anew.</p>;
  const p = { h, places, sites };
  switch (kind) {
    case 'pick':
    case 'dead':
      return <LossForm h={h} act={kind === 'pick' ? recordPick : recordDead} />;
    case 'check':
      return <CheckForm h={h} />;
    case 'handled':
      return <HandleForm h={h} />;
    case 'doubtful':
      return <DoubtfulForm h={h} />;
    case 'hatchSeen':
      return <HatchSeenForm h={h} />;
    case 'eggShipment':
      return <ShipForm h={h} />;
    case 'eggBath':
      return <p role="alert">A bath is taken back and entered anew: its figures hang together.</p>;
    case 'sample':
    case 'sampleBack':
      return <SampleForm h={h} />;
    case 'hatch':
      return <HatchForm h={h} />;
    case 'stage':
      return <StageForm h={h} />;
    case 'layDown':
      return <LayDownForm {...p} totalVolumeMl={null} />;
    case 'pond':
    case 'move':
    case 'merge':
      return <MoveForm {...p} pond={kind === 'pond'} siblings={holdings.slice(1)} />;
    case 'grade':
      return <GradeForm {...p} />;
    case 'keepBrood':
      return <KeepForm {...p} />;
    case 'deformity':
      return <DeformityForm h={h} />;
    case 'weighing':
      return <WeighForm h={h} />;
    case 'count':
      return <CountForm h={h} />;
    case 'emptied':
      return <EmptiedForm h={h} />;
    case 'release':
      return <ReleaseForm {...p} />;
    case 'feed':
      return <FeedForm h={h} />;
    default:
      return <OutForm h={h} />;
  }
}

function FishFormOf({ found, f }: { found: EntryToPutRight; f: FishInHand }) {
  switch (found.original.kind) {
    case 'fishLook':
      return <LookForm f={f} />;
    case 'fishMove':
      return <FishMoveForm f={f} places={found.places} />;
    case 'fate':
      return <FateForm f={f} />;
    case 'inject':
      return <InjectForm f={f} part={1} treatment="" />;
    case 'ready':
      return <ReadyForm f={f} />;
    case 'strip':
      return <StripForm f={f} />;
    default:
      return <MiltForm f={f} />;
  }
}
