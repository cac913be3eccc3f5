'use client';

import { useSession } from '@/client/session';
import { DialogButton } from '@/ui/Dialog';
import { LengthsForm } from '../../acts/lengths/form';
import type { SizeRow } from '../../views/grading';

/** A tank of which no length is known: nothing can be laid out for it. */
export function NoLengths({ row }: { row: SizeRow }) {
  const { role } = useSession();
  return (
    <div className="mb-5 border-y border-rule py-4">
      <h2>
        {row.unit} <span className="text-body font-normal text-soft">{row.lot}</span>
      </h2>
      <p className="my-2">
        No length of these was measured yet. Take fifty or more from several places by lift net: then this bench shows
        how far apart they are, where bars would part them, and how many are eaten until then.
      </p>
      {role !== 'reader' && (
        <DialogButton word="Measure lengths" title={`${row.unit}: lengths`} kind="main">
          {(done) => <LengthsForm h={row} done={done} />}
        </DialogButton>
      )}
    </div>
  );
}
