'use client';

import type { FishInHand } from '@/client/fish';
import type { PlaceOption } from '@/client/holding';
import { FateForm } from '@/modules/brood/acts/fate/form';
import { LookForm } from '@/modules/brood/acts/look/form';
import { FishMoveForm } from '@/modules/brood/acts/move/form';
import { InjectForm, treatmentsOf } from '@/modules/spawning/acts/inject/form';
import { MiltForm } from '@/modules/spawning/acts/milt/form';
import { ReadyForm } from '@/modules/spawning/acts/ready/form';
import { StripForm } from '@/modules/spawning/acts/strip/form';
import { Button } from '@/ui/Button';
import type { DayFemale } from '../views/day';

export type FishAct = 'look' | 'inject' | 'ready' | 'strip' | 'milt' | 'move' | 'fate';

const femaleActs: { id: FishAct; word: string }[] = [
  { id: 'look', word: 'Look' },
  { id: 'inject', word: 'Inject' },
  { id: 'ready', word: 'Does she run?' },
  { id: 'strip', word: 'Strip' },
  { id: 'move', word: 'Move' },
  { id: 'fate', word: 'Out of the brood' },
];
const maleActs: { id: FishAct; word: string }[] = [
  { id: 'milt', word: 'Milt' },
  { id: 'inject', word: 'Inject' },
  { id: 'look', word: 'Look' },
  { id: 'move', word: 'Move' },
  { id: 'fate', word: 'Out of the brood' },
];

/** What is done with the fish in hand: one form at a time. */
export function FishActs({
  f,
  female,
  act,
  places,
  treatment,
  onAct,
}: {
  f: FishInHand;
  female: DayFemale | undefined;
  act: FishAct;
  places: readonly PlaceOption[];
  treatment: string;
  onAct: (act: FishAct) => void;
}) {
  const acts = (female ? femaleActs : maleActs).filter((a) => a.id !== 'inject' || treatmentsOf(f).length > 0);
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-1.5">
        {acts.map((a) => (
          <Button
            key={a.id}
            aria-pressed={act === a.id}
            className={`${act === a.id ? 'border-deep bg-deep-wash' : ''}`}
            onClick={() => onAct(a.id)}
          >
            {a.word}
          </Button>
        ))}
      </div>
      <div key={`${act} ${f.id}`}>
        {act === 'look' && <LookForm f={f} />}
        {act === 'inject' && (
          <InjectForm
            key={female?.given.length ?? 0}
            f={f}
            part={(female?.given.length ?? 0) + 1}
            treatment={female?.treatment?.id ?? treatment}
          />
        )}
        {act === 'ready' && <ReadyForm f={f} />}
        {act === 'strip' && <StripForm f={f} />}
        {act === 'milt' && <MiltForm f={f} />}
        {act === 'move' && <FishMoveForm f={f} places={places} />}
        {act === 'fate' && <FateForm f={f} />}
      </div>
    </>
  );
}
