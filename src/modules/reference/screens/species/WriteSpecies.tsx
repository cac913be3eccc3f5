'use client';

import type { Species } from '@/core/species/species';
import { Link } from '@/ui/Link';
import { SpeciesForm } from './SpeciesForm';
import { TakeIn } from './TakeIn';

/** The least that a species is: eggs that hatch and are fed. */
const BLANK = {
  id: '',
  name: '',
  latin: '',
  code: '',
  group: 'salmonid',
  stages: [
    { id: 'egg', name: 'eggs', one: 'egg', station: 'eggs', glyph: 'egg' },
    { id: 'larva', name: 'yolk-sac larvae', one: 'yolk-sac larva', station: 'yolksac', glyph: 'yolksac' },
    { id: 'fry', name: 'fry', one: 'fry', station: 'fry', glyph: 'fry' },
    { id: 'fingerling', name: 'fingerlings', one: 'fingerling', station: 'fingerlings', glyph: 'fingerling' },
  ],
  milestones: [],
  lotCv: 0.05,
  checks: [{ id: 'fertilised', name: 'fertilised', stage: 'egg', looks: 'cleaved or cleared eggs' }],
  limits: [],
  values: [],
  drift: [],
  handsOff: [],
  ripeness: [],
  eggStages: [],
  inductions: [],
  latencies: [],
  tasks: [],
} satisfies Species;

/** A species that is written: changed, copied, new, or taken in from a file. */
export function WriteSpecies({
  how,
  of,
  taken,
}: {
  how: 'edit' | 'copy' | 'new' | 'file';
  of?: Species;
  taken: readonly string[];
}) {
  if (how === 'file') return <TakeIn taken={taken} />;
  const base = how === 'edit' ? of! : how === 'copy' ? { ...of!, name: `${of!.name}, ours`, code: '' } : BLANK;
  return (
    <>
      {of && (
        <Link className="link" href={`/reference?species=${of.id}`}>
          {of.name}
        </Link>
      )}
      <h2 className="mt-1 mb-1 text-title">
        {how === 'edit' ? `Edit ${of!.name}` : how === 'copy' ? `Copy of ${of!.name}` : 'A new species'}
      </h2>
      <p className="quiet mb-3 max-w-[46rem]">
        {how === 'new'
          ? 'Begin with a copy of the one that lives most alike: there is less to fill. All that you enter says where it is from, or “verify”.'
          : how === 'copy'
            ? 'A form of its own, such as a strain with other dates. Give it a name and a code; lots are named by the code.'
            : 'It takes the place of what is in force here; past figures are read as they were known. When eggs whiten and the routine are set on its page.'}
      </p>
      <SpeciesForm base={base} fresh={how !== 'edit'} taken={taken} />
    </>
  );
}
