'use client';

import { useMemo } from 'react';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth, isoDay } from '@/core/time/localDay';
import { type DataColumn, DataTable } from '@/ui/DataTable';
import { Link } from '@/ui/Link';
import type { BroodFish } from '../views/brood';
import { Ripeness } from './Ripeness';

/** Two figures say what an expectation of eggs can say. */
const round2 = (n: number) => Number(n.toPrecision(2));

const parentsOf = (f: BroodFish): string =>
  f.sire || f.dam
    ? `${f.sire ?? '?'} × ${f.dam ?? '?'}`
    : f.source === 'wild'
      ? `wild${f.origin ? `, ${f.origin}` : ''}`
      : '';

/** Ripe first when they are sorted by it, then those that ripen, then those nobody looked at. */
const ripenessOf = (f: BroodFish): string | null => f.gone ?? f.ripeness?.name ?? null;

/** Brood fish of a species, sorted and found by what is known of them. */
export function BroodTable({
  fish,
  species,
  show,
  selected,
  beside,
}: {
  fish: readonly BroodFish[];
  species: string;
  show: string;
  selected: number | null;
  /** A sheet stands beside it: there is less room. */
  beside: boolean;
}) {
  const { units, timeZone, now } = useSession();
  const us = units === 'us';
  const columns = useMemo(
    (): DataColumn<BroodFish>[] => [
      {
        id: 'tag',
        head: 'tag',
        first: true,
        value: (f) => f.tag,
        cell: (f) => (
          <Link
            href={`/brood?${new URLSearchParams({ species, show, fish: String(f.id) })}`}
            scroll={false}
            className="font-bold whitespace-nowrap text-ink"
          >
            {f.tag}
          </Link>
        ),
      },
      { id: 'sex', head: 'sex', value: (f) => f.sex, cell: (f) => (f.sex === 'unknown' ? '?' : f.sex) },
      { id: 'year', head: 'year', value: (f) => f.yearClass },
      {
        id: 'strain',
        head: 'strain',
        value: (f) => f.strain || null,
        cell: (f) => f.strain || <span className="text-careful">not known</span>,
        className: 'whitespace-nowrap',
      },
      {
        id: 'parents',
        head: 'sire × dam',
        value: (f) => parentsOf(f) || null,
        cell: (f) => parentsOf(f) || 'not known',
        className: 'whitespace-nowrap text-soft',
      },
      { id: 'marks', head: 'marks', value: (f) => f.marks || null },
      { id: 'in', head: 'in', value: (f) => f.unit },
      {
        id: 'mass',
        head: readerUnit('mass', us),
        num: true,
        value: (f) => (f.massG === null ? null : Number(forReader(f.massG, 'mass', us).toPrecision(4))),
        cell: (f) => (f.massG === null ? '' : massOfAll(f.massG, us, 2).split(' ')[0]),
      },
      {
        id: 'ripeness',
        head: 'ripeness',
        value: ripenessOf,
        cell: (f) => <Ripeness f={f} now={now} timeZone={timeZone} />,
      },
      {
        id: 'eggs',
        head: 'eggs expected',
        num: true,
        value: (f) => (f.eggs ? round2(f.eggs.expected) : null),
        cell: (f) =>
          f.eggs && (
            <>
              {grouped(round2(f.eggs.expected))}
              <span className="ml-1 text-small text-soft">
                {grouped(round2(f.eggs.low))}–{grouped(round2(f.eggs.high))}
              </span>
            </>
          ),
      },
      ...(beside
        ? []
        : [
            {
              id: 'spawned',
              head: 'spawned',
              value: (f: BroodFish) => (f.lastSpawned === null ? null : isoDay(f.lastSpawned, timeZone)),
              cell: (f: BroodFish) => f.spawned > 0 && `${f.spawned}×, ${dayMonth(f.lastSpawned!, timeZone, now)}`,
              className: 'whitespace-nowrap text-soft',
            },
          ]),
    ],
    [species, show, us, beside, timeZone, now],
  );
  return (
    <DataTable
      name="brood"
      noun={['fish', 'fish']}
      columns={columns}
      rows={fish}
      rowKey={(f) => f.id}
      rowProps={(f) => ({ 'data-fish': f.tag, className: selected === f.id ? 'bg-deep-wash' : undefined })}
      find="tag, mark, strain"
    />
  );
}
