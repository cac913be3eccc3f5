'use client';

import { useEffect, useState } from 'react';
import { placeOptions } from '@/client/holding';
import { SelectField } from '@/ui/SelectField';
import type { EntryToCorrect } from './actForms';
import { CorrectingProvider } from './correcting';
import { FormsMissing, useActForms, useFormsMissing } from './useActForms';

type Loaded = 'loading' | 'gone' | 'offline' | EntryToCorrect;

/** The form that recorded an entry, filled as it was sent; what is changed in it stands in the entry's place. */
export function CorrectionForm({ entryId, onDone }: { entryId: string; onDone: () => void }) {
  const [loaded, setLoaded] = useState<Loaded>('loading');
  useEffect(() => {
    const gone = new AbortController();
    fetch(`/api/entries/${entryId}`, { signal: gone.signal })
      .then(async (r) => setLoaded(r.ok ? ((await r.json()) as EntryToCorrect) : 'gone'))
      .catch(() => gone.signal.aborted || setLoaded('offline'));
    return () => gone.abort();
  }, [entryId]);
  if (loaded === 'loading') return <p className="quiet">Fetching the entry …</p>;
  if (loaded === 'offline')
    return <p role="alert">No connection: an entry is corrected when it is back. Nothing was changed.</p>;
  if (loaded === 'gone')
    return <p role="alert">This entry was corrected already, or it is gone. Look at the ledger.</p>;
  return <Filled found={loaded} onDone={onDone} />;
}

function Filled({ found, onDone }: { found: EntryToCorrect; onDone: () => void }) {
  const { original, holdings, places } = found;
  const [reason, setReason] = useState('');
  const [otherUnit, setOtherUnit] = useState<number | null>(null);
  const h = holdings[0];
  const forms = useActForms();
  const missing = useFormsMissing();
  const of = forms?.find((f) => f.corrects?.[original.kind]);
  const form = of?.corrects?.[original.kind]?.({ ...found, h });
  if (missing) return <FormsMissing />;
  if (!forms) return <p className="quiet">Fetching the form …</p>;
  if (!form) return <p role="alert">What this entry was about cannot be found. Take it back, and enter it anew.</p>;
  return (
    <CorrectingProvider value={{ ...original, reason, setReason, otherUnit, onDone }}>
      <div className="flex flex-col gap-3">
        {h && of?.aboutUnit && (
          <SelectField
            label={holdings.length > 1 ? 'First unit' : 'Unit'}
            value={String(otherUnit ?? h.unitId)}
            onChange={(u) => setOtherUnit(Number(u) === h.unitId ? null : Number(u))}
            options={placeOptions(places)}
          />
        )}
        {form}
      </div>
    </CorrectingProvider>
  );
}
