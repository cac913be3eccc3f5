'use client';

import type { Cross } from '@/core/genetics/planFigures';
import type { BroodFish } from '@/modules/brood/views/brood';
import { Button } from '@/ui/Button';
import { Checkbox } from '@/ui/Checkbox';
import { percent } from './PlanCosts';
import { type Kinship, mayCross, NEAR } from './planState';

/** The males of one female, least related first. */
export function Mates({
  female,
  index,
  females,
  males,
  kinship,
  crosses,
  avoid,
  across,
  onToggle,
  onAvoid,
  onLeave,
}: {
  female: BroodFish;
  index: number;
  females: BroodFish[];
  males: BroodFish[];
  kinship: Kinship;
  crosses: Cross[];
  avoid: string[];
  across: boolean;
  onToggle: (male: number) => void;
  onAvoid: (key: string, male: number) => void;
  onLeave: () => void;
}) {
  const F = females.length;
  const list = males
    .map((m, j) => ({ m, j, f: kinship.matrix[index]![F + j]! }))
    .sort((a, b) => a.f - b.f || a.m.tag.localeCompare(b.m.tag));
  return (
    <section className="mt-4 border-t border-strong pt-3" aria-label={`Males of ${female.tag}`}>
      <h2>
        {female.tag}
        <span className="ml-2 font-normal text-soft">
          {female.strain || 'strain not known'}, {Math.round(100 * kinship.completeness[index]!)} % of her ancestors
          known
        </span>
      </h2>
      <ul className="mt-1 max-h-[20rem] overflow-auto">
        {list.map(({ m, j, f }) => {
          const key = `${female.tag}|${m.tag}`;
          const barred = avoid.includes(key);
          const open = mayCross(female, m, across);
          return (
            <li key={m.id} className="flex items-center gap-2 border-b border-rule py-1">
              <label className="flex min-w-0 flex-1 items-center gap-2">
                <Checkbox
                  disabled={!open || barred}
                  checked={crosses.some((c) => c.female === index && c.male === j)}
                  onChange={() => onToggle(j)}
                />
                <span className={open && !barred ? 'font-bold' : 'text-soft'}>{m.tag}</span>
                <span className={f >= NEAR ? 'text-hand' : 'text-soft'}>{percent(f)}</span>
                <span className="truncate text-small text-soft">
                  {open ? `${Math.round(100 * kinship.completeness[F + j]!)} % known` : `of ${m.strain}`}
                </span>
              </label>
              {open && (
                <Button kind="link" className="text-small" onClick={() => onAvoid(key, j)}>
                  {barred ? 'allow' : 'bar'}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      <Button kind="link" className="mt-2" onClick={onLeave}>
        Leave {female.tag} out
      </Button>
    </section>
  );
}
