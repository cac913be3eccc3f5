import type { SheetEntry } from '../views/ledger';
import { EntryLines } from './EntryLines';

/** An entry as a list shows it, for a hundred are sent at once: what does not hold of it is left out. */
export type EntryLine = Pick<SheetEntry, 'id' | 'kind' | 'word' | 'at' | 'by' | 'says'> & {
  mend?: 'correct' | 'takeBack';
  paper?: string;
  /** Its time of day is known. */
  toTheMinute?: true;
  /** Who measured, where that is not who typed. */
  measuredBy?: string;
  note?: string;
  where?: string;
  voided?: true;
  why?: string;
  replaces?: true;
};

/** Entries, newest first; what was corrected stays, struck through. Each can be corrected where the person may. */
export function EntryList({
  entries,
  ...rest
}: {
  entries: readonly SheetEntry[];
  now: number;
  timeZone: string;
  compact?: boolean;
}) {
  return <EntryLines lines={entries.map(entryLine)} {...rest} />;
}

function entryLine(e: SheetEntry): EntryLine {
  return {
    ...{ id: e.id, kind: e.kind, word: e.word, at: e.at, by: e.by, says: e.says },
    ...(e.mend && { mend: e.mend }),
    ...(e.paper && { paper: e.paper }),
    ...(e.precision === 'minute' && { toTheMinute: true as const }),
    ...(e.measuredBy && e.measuredBy !== e.by && { measuredBy: e.measuredBy }),
    ...(e.note && { note: e.note }),
    ...(e.where && { where: e.where }),
    ...(e.voided && { voided: true as const }),
    ...(e.why && { why: e.why }),
    ...(e.replaces && { replaces: true as const }),
  };
}
