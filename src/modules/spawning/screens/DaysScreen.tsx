'use client';

import { useRouter } from 'next/navigation';
import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { speciesOptions } from '@/client/holding';
import { useSession } from '@/client/session';
import { dayMonth } from '@/core/time/localDay';
import { BroodTabs } from '@/modules/brood/screens/BroodTabs';
import { saveDay } from '@/modules/spawning/acts/day/act';
import { Link } from '@/ui/Link';
import { SelectField } from '@/ui/SelectField';
import type { DayListed } from '../views/day';

/** The spawning days: those that run or come, and those behind. */
export function DaysScreen({
  days,
  species,
  mayWrite,
}: {
  days: DayListed[];
  species: { id: string; name: string }[];
  mayWrite: boolean;
}) {
  const { timeZone, now } = useSession();
  const router = useRouter();
  const f = useActForm(saveDay, {
    about: { plan: {} },
    begin: { day: now },
    as: { day: 'day' },
    needs: { species: 'a species', day: 'a day' },
    says: (r) => {
      router.push(`/spawning/${r?.id}`);
      return `Begun: ${r?.name}.`;
    },
  });
  const kind = f.value('species');
  const whatAndWhen = (d: DayListed) =>
    `${species.find((s) => s.id === d.species)?.name}, ${dayMonth(d.day, timeZone, now)}`;
  const list = (closed: boolean) => days.filter((d) => d.closed === closed);
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <BroodTabs here="spawning" />
      {days.length === 0 && <p className="quiet mb-3">No spawning day is planned yet. The first one begins below.</p>}
      {[
        ['Open', list(false)],
        ['Closed', list(true)],
      ].map(
        ([word, rows]) =>
          rows!.length > 0 && (
            <section key={word as string} className="mb-5 max-w-[640px]">
              <h2 className="border-b-2 border-deep/40 pb-0.5">{word as string}</h2>
              <ul>
                {(rows as DayListed[]).map((d) => (
                  <li key={d.id} className="flex items-baseline gap-4 border-b border-rule py-1.5">
                    <Link className="link font-bold" href={`/spawning/${d.id}`}>
                      {d.name}
                    </Link>
                    <span className="text-soft">
                      {/* The name that a day begins with says this already. */}
                      {d.name === whatAndWhen(d) ? '' : whatAndWhen(d)}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          ),
      )}
      {mayWrite && (
        <section className="max-w-[420px]" aria-label="Plan a day">
          <h2 className="mb-2">Plan a day</h2>
          <Form of={f} label="Begin this day">
            <SelectField label="Species" {...f.field('species')} options={speciesOptions(species)} />
            <DayField label="Stripped on" {...f.typed('day')} />
            <p className="quiet text-small">
              With crosses already chosen, begin from the{' '}
              <Link className="link" href={kind ? `/brood/plan?species=${kind}` : '/brood/plan'}>
                mating plan
              </Link>
              .
            </p>
          </Form>
        </section>
      )}
    </div>
  );
}
