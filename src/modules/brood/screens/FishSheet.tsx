'use client';

import { useState } from 'react';
import type { FishInHand } from '@/client/fish';
import type { PlaceOption } from '@/client/holding';
import { useSession } from '@/client/session';
import { type Barred, barredSays } from '@/core/health/barred';
import { decimals } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock, dayMonth } from '@/core/time/localDay';
import { FateForm } from '@/modules/brood/acts/fate/form';
import { LookForm } from '@/modules/brood/acts/look/form';
import { FishMoveForm } from '@/modules/brood/acts/move/form';
import { TreatBroodForm } from '@/modules/health/acts/treatBrood/form';
import { EndForm } from '@/modules/health/acts/treatEnd/form';
import type { SheetEntry } from '@/modules/records/views/ledger';
import type { BroodTreatment } from '@/server/stock/treated/brood';
import { Button } from '@/ui/Button';
import { Link } from '@/ui/Link';
import type { BroodFish } from '../views/brood';
import { SaveFishForm } from './SaveFishForm';

const acts = [
  { id: 'look', word: 'Look' },
  { id: 'move', word: 'Move' },
  { id: 'treat', word: 'Treat' },
  { id: 'fate', word: 'Out of the brood' },
  { id: 'edit', word: 'Edit' },
] as const;

/** One brood fish: what it is, what was seen, and what is done with it. */
export function FishSheet({
  f,
  book,
  history,
  places,
  strains,
  barred,
  inTank,
  mayWrite,
  close,
}: {
  f: BroodFish;
  book: FishInHand['book'];
  history: SheetEntry[];
  places: readonly PlaceOption[];
  strains: readonly string[];
  /** By what it was treated with, as far as that still bars it. */
  barred: readonly Barred<BroodTreatment>[];
  /** Tagged fish in its tank, itself with them. */
  inTank: number;
  mayWrite: boolean;
  close: string;
}) {
  const { units, timeZone, now } = useSession();
  const us = units === 'us';
  const [open, setOpen] = useState<string | null>(null);
  const inHand: FishInHand = { id: f.id, tag: f.tag, sex: f.sex, massG: f.massG, book };
  return (
    <aside
      aria-label={`Brood fish ${f.tag}`}
      className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
    >
      <div className="flex items-baseline justify-between">
        <h2 className="text-title">{f.tag}</h2>
        <Link className="link" href={close} scroll={false}>
          Close
        </Link>
      </div>
      <p className="quiet">
        {book.name}, {f.sex === 'unknown' ? 'sex not known' : f.sex}
        {f.yearClass ? `, year class ${f.yearClass}` : ''}
        {f.gone ? `; ${f.gone}` : ''}
      </p>
      <dl className="mt-3 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-0.5 text-body">
        <Fact word="strain">{f.strain || 'not known, so it may be crossed with any'}</Fact>
        <Fact word="from">
          {f.source === 'unknown' ? 'not known' : f.source === 'wild' ? 'wild catch' : f.source}
          {f.origin ? `, ${f.origin}` : ''}
          {f.cameOn ? `, ${dayMonth(f.cameOn, timeZone, now)}` : ''}
        </Fact>
        <Fact word="parents">
          {f.sire || f.dam ? `${f.sire ?? 'not known'} × ${f.dam ?? 'not known'}` : 'not known'}
        </Fact>
        {f.marks && <Fact word="marks">{f.marks}</Fact>}
        <Fact word="stands in">{f.unit ?? 'not recorded'}</Fact>
        <Fact word="mass">
          {f.massG === null ? 'not weighed' : `${massOfAll(f.massG, us, 2)}, ${dayMonth(f.massAt!, timeZone, now)}`}
          {f.massG !== null && f.lengthMm !== null && (
            <span className="text-soft">, condition {decimals((1e5 * f.massG) / f.lengthMm ** 3, 2)}</span>
          )}
        </Fact>
        <Fact word="ripeness">
          {f.ripeness ? `${f.ripeness.name}, ${dayMonth(f.ripeness.at, timeZone, now)}` : 'not looked at'}
        </Fact>
        {f.treated && <Fact word="injected">{f.treated}: barred from food</Fact>}
        {barred.map((b) => (
          <Fact key={b.treatment.id} word="treated">
            <span className="text-careful">{barredSays(b, timeZone, now)}</span>
            {mayWrite && !b.treatment.ended && b.treatment.end > now && (
              <Button kind="link" className="ml-2" onClick={() => setOpen(b.treatment.id)}>
                It ended
              </Button>
            )}
          </Fact>
        ))}
        {f.spawned > 0 && (
          <Fact word="spawned">
            {f.spawned}×, last {dayMonth(f.lastSpawned!, timeZone, now)}
            {f.sex === 'female' && (
              <Link className="link ml-2" href={`/females/${f.id}`}>
                her offspring
              </Link>
            )}
          </Fact>
        )}
      </dl>
      {mayWrite && (
        <>
          <div className="mt-4 flex flex-wrap gap-1.5">
            {acts
              .filter((a) => !f.gone || a.id === 'edit')
              .map((a) => (
                <Button
                  key={a.id}
                  aria-pressed={open === a.id}
                  className={`${open === a.id ? 'border-deep bg-deep-wash' : ''}`}
                  onClick={() => setOpen(open === a.id ? null : a.id)}
                >
                  {a.word}
                </Button>
              ))}
          </div>
          {open && (
            <div className="mt-3 border-l-[3px] border-deep pl-3" key={`${open} ${f.id}`}>
              {open === 'look' && <LookForm f={inHand} />}
              {open === 'move' && <FishMoveForm f={inHand} places={places} />}
              {open === 'treat' && <TreatBroodForm of={{ fish: f.id, tag: f.tag, inTank }} />}
              {barred.some((b) => b.treatment.id === open) && <EndForm treatment={open} done={() => setOpen(null)} />}
              {open === 'fate' && <FateForm f={inHand} />}
              {open === 'edit' && <SaveFishForm species={book} fish={f} strains={strains} />}
            </div>
          )}
        </>
      )}
      <h2 className="mt-5 mb-1">Its story</h2>
      {history.length === 0 && <p className="quiet">Nothing recorded yet.</p>}
      <ul>
        {history.map((e) => (
          <li key={e.id} className={`border-b border-rule py-1 ${e.voided ? 'text-soft line-through' : ''}`}>
            <span className="text-soft">
              {dayMonth(e.at, timeZone, now)} {e.precision === 'minute' ? clock(e.at, timeZone) : ''}
            </span>{' '}
            {e.kind === 'fishLook' ? '' : `${kindWord(e.kind)}: `}
            {e.says}
            {e.note && <span className="text-soft"> “{e.note}”</span>}
          </li>
        ))}
      </ul>
    </aside>
  );
}

const kindWord = (kind: string) =>
  ({ fishMove: 'moved', fate: 'end', fishImport: 'read in', inject: 'injected', ready: 'looked whether she runs' })[
    kind
  ] ?? kind;

function Fact({ word, children }: { word: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-soft">{word}</dt>
      <dd>{children}</dd>
    </>
  );
}
