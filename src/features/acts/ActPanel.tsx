'use client';

import { Hand } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { ActHolding, PlaceOption, SiteOption } from '@/client/holding';
import { LossForm } from '@/client/LossForm';
import { useSession } from '@/client/session';
import { DeformityForm } from '@/modules/brood/acts/deformity/form';
import { KeepForm } from '@/modules/brood/acts/keepApart/form';
import { recordDead } from '@/modules/health/acts/dead/act';
import { EggBathForm } from '@/modules/incubation/acts/bathe/form';
import { CheckForm } from '@/modules/incubation/acts/check/form';
import { SwimUpForm } from '@/modules/incubation/acts/check/SwimUpForm';
import { DoubtfulForm } from '@/modules/incubation/acts/doubtful/form';
import { HandleForm } from '@/modules/incubation/acts/handle/form';
import { HatchSeenForm } from '@/modules/incubation/acts/hatchSeen/form';
import { LayDownForm } from '@/modules/incubation/acts/layDown/form';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { HatchForm } from '@/modules/incubation/acts/stage/form';
import { StageForm } from '@/modules/incubation/acts/stage/StageForm';
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
import type { Check } from '@/queries/unitSheet';

type ActId =
  | 'pick'
  | 'dead'
  | 'check'
  | 'deformity'
  | 'keep'
  | 'sample'
  | 'stage'
  | 'pond'
  | 'layDown'
  | 'move'
  | 'weigh'
  | 'count'
  | 'grade'
  | 'out'
  | 'release'
  | 'feed'
  | 'note'
  | 'emptied'
  | 'handle'
  | 'eggBath'
  | 'swimUp'
  | 'ship';

/** Which acts a stage offers, the usual ones first. */
function actsFor(h: ActHolding, unitKind: string): { id: ActId; word: string }[] {
  const rest: { id: ActId; word: string }[] = [
    { id: 'count', word: 'Count' },
    { id: 'sample', word: 'Sample' },
    { id: 'keep', word: 'Keep for brood' },
    { id: 'out', word: 'Cull, sell, lose' },
    { id: 'note', word: 'Note' },
    { id: 'emptied', word: 'Emptied' },
  ];
  if (h.stage === 'egg')
    return unitKind === 'bench'
      ? [
          { id: 'layDown', word: 'Lay down' },
          { id: 'pick', word: 'Pick' },
          { id: 'check', word: 'Check' },
          { id: 'move', word: 'Move' },
          ...rest,
        ]
      : [
          { id: 'pick', word: 'Pick' },
          { id: 'check', word: 'Check' },
          { id: 'stage', word: 'Hatch' },
          { id: 'handle', word: 'Shock, handle' },
          { id: 'eggBath', word: 'Bath' },
          { id: 'ship', word: 'Send eyed' },
          { id: 'move', word: 'Move' },
          ...rest,
        ];
  if (h.stage === 'yolksac')
    return [
      { id: 'dead', word: 'Dead' },
      { id: 'swimUp', word: 'Beakers' },
      { id: 'check', word: 'Check' },
      { id: 'pond', word: 'Pond' },
      { id: 'move', word: 'Move' },
      { id: 'handle', word: 'Water, cleaning' },
      { id: 'deformity', word: 'Deformities' },
      ...rest,
    ];
  const growing: { id: ActId; word: string }[] = [
    { id: 'dead', word: 'Dead' },
    { id: 'feed', word: 'Feed' },
    { id: 'weigh', word: 'Weigh' },
    { id: 'move', word: 'Move' },
    { id: 'grade', word: 'Grade' },
    { id: 'release', word: 'Release' },
    { id: 'check', word: 'Check' },
    { id: 'deformity', word: 'Deformities' },
  ];
  return [...growing, ...(h.stage === 'fry' ? [{ id: 'stage' as const, word: 'Stage' }] : []), ...rest];
}

/** What each act sends; an act is offered to whoever may send one of them. */
const sends: Record<ActId, readonly string[]> = {
  pick: ['pick.record', 'eggs.doubtful'],
  dead: ['dead.record'],
  check: ['check.record'],
  deformity: ['deformity.record'],
  keep: ['brood.keepApart'],
  sample: ['sample.return', 'loss.record'],
  stage: ['stage.change', 'hatch.see'],
  pond: ['move.record'],
  layDown: ['eggs.layDown'],
  move: ['move.record'],
  weigh: ['weigh.record'],
  count: ['count.record'],
  grade: ['grade.record'],
  out: ['loss.record'],
  release: ['release.record'],
  feed: ['feed.record'],
  note: ['note.record'],
  emptied: ['unit.emptied'],
  handle: ['eggs.handle'],
  eggBath: ['eggs.bathe'],
  swimUp: ['check.record'],
  ship: ['eggs.ship'],
};

/** What shakes eggs: it is asked about while hands should stay off, and marked so. */
const shakes: ReadonlySet<ActId> = new Set(['layDown', 'move', 'grade', 'handle', 'eggBath', 'ship', 'count', 'keep']);

/** The acts of one holding: buttons, and below them the form of the one chosen. */
export function ActPanel({
  holding,
  unitKind,
  places,
  sites,
  siblings = [],
  totalVolumeMl = null,
  checks = [],
  first,
}: {
  holding: ActHolding;
  unitKind: string;
  places: readonly PlaceOption[];
  sites: readonly SiteOption[];
  siblings?: readonly ActHolding[];
  totalVolumeMl?: number | null;
  /** Samples looked at before, newest first. */
  checks?: readonly Check[];
  first?: string;
}) {
  const { barred } = useSession();
  const acts = actsFor(holding, unitKind).filter((a) => sends[a.id].some((type) => !barred.includes(type)));
  const [open, setOpen] = useState<ActId | null>((first as ActId) ?? null);
  useEffect(() => setOpen((first as ActId) ?? null), [first]);
  const p = { h: holding, places, sites };
  const off = holding.handsOff && holding.handsOff.severity <= 2 ? holding.handsOff : null;
  const marked = (id: ActId) => off !== null && shakes.has(id);
  return (
    <section aria-label={`Acts for ${holding.unit}`}>
      <div className="flex flex-wrap gap-1.5">
        {acts.map((a) => (
          <button
            key={a.id}
            type="button"
            aria-pressed={open === a.id}
            className={`button ${open === a.id ? 'border-deep bg-deep-wash' : ''} ${marked(a.id) ? 'border-dashed text-careful' : ''}`}
            data-shakes={marked(a.id) || undefined}
            title={marked(a.id) ? `shakes them: ${off!.why}` : undefined}
            onClick={() => setOpen(open === a.id ? null : a.id)}
          >
            {marked(a.id) && <Hand size={15} className="mr-1" aria-hidden />}
            {a.word}
          </button>
        ))}
      </div>
      {open && (
        <div className="mt-3 border-l-[3px] border-deep pl-3" key={`${open}${holding.unitId}${holding.stage}`}>
          {marked(open) && (
            <p className="mb-2 text-[0.95rem] text-careful">
              This shakes them: {off!.why}. A reason will be asked for; an emergency overrides.
            </p>
          )}
          {open === 'pick' && (
            <div className="flex flex-col gap-4">
              <LossForm h={holding} act={recordPick} />
              <DoubtfulForm h={holding} />
            </div>
          )}
          {open === 'handle' && <HandleForm h={holding} />}
          {open === 'eggBath' && <EggBathForm h={holding} />}
          {open === 'ship' && <ShipForm h={holding} />}
          {open === 'swimUp' && <SwimUpForm h={holding} earlier={checks} />}
          {open === 'dead' && <LossForm h={holding} act={recordDead} />}
          {open === 'check' && <CheckForm h={holding} />}
          {open === 'deformity' && <DeformityForm h={holding} />}
          {open === 'keep' && <KeepForm h={holding} places={places} />}
          {open === 'sample' && <SampleForm h={holding} />}
          {open === 'stage' && (
            <div className="flex flex-col gap-4">
              {holding.stage === 'egg' ? (
                <>
                  <h3 className="-mb-3 font-bold">What was seen</h3>
                  <HatchSeenForm h={holding} />
                  <h3 className="-mb-3 border-t border-strong pt-3 font-bold">Eggs that are larvae now</h3>
                  <HatchForm h={holding} />
                </>
              ) : (
                <StageForm h={holding} />
              )}
            </div>
          )}
          {open === 'layDown' && <LayDownForm {...p} totalVolumeMl={totalVolumeMl} />}
          {open === 'move' && <MoveForm {...p} />}
          {open === 'pond' && <MoveForm {...p} pond siblings={siblings} />}
          {open === 'grade' && <GradeForm {...p} />}
          {open === 'weigh' && <WeighForm h={holding} />}
          {open === 'count' && <CountForm h={holding} />}
          {open === 'out' && <OutForm h={holding} />}
          {open === 'release' && <ReleaseForm {...p} />}
          {open === 'feed' && <FeedForm h={holding} />}
          {open === 'note' && <NoteForm h={holding} />}
          {open === 'emptied' && <EmptiedForm h={holding} />}
        </div>
      )}
    </section>
  );
}
