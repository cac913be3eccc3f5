'use client';

import { useRouter } from 'next/navigation';
import { useSession } from '@/client/session';
import { catchFor } from '@/core/counting/markRecapture';
import { grouped } from '@/core/quantities/format';
import { batchesFor } from '@/core/sampling/foretold';
import { thresholds } from '@/core/thresholds';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { SelectField } from '@/ui/SelectField';
import { CountForm, everyWay } from '../acts/count/form';
import type { CountRow } from '../views/countDesk';

/** One unit to count: what each way would give before one begins, and the form that takes any of them. */
export function CountHere({
  row,
  others,
}: {
  row: CountRow;
  others: readonly { id: number; label: string; room: string }[];
}) {
  const router = useRouter();
  const { usual, role } = useSession();
  return (
    <section aria-label="Count" className="flex min-w-0 flex-col gap-3">
      <SelectField
        label="What is counted"
        value={String(row.holdingId)}
        onChange={(id) => router.push(`/count?of=${id}`)}
        options={others.map((o) => ({ value: String(o.id), label: o.label, group: o.room }))}
      />
      <p>
        <b>{row.unit}</b> {row.speciesName},{' '}
        <Link className="link" href={`/lots/${row.lotId}`}>
          {row.lot}
        </Link>
        . The books say <Doubtful number={row.number} sd={row.sd} />;{' '}
        <Link className="link" href={`/lots/${row.lotId}/line`}>
          all counts of its line
        </Link>
        .
      </p>
      <Fold
        className="border-y border-rule py-1.5"
        title={
          <span>
            <b>What each way gives</b> <span className="text-soft">{batchWords(usual.count)}</span>
          </span>
        }
      >
        <ul className="flex list-disc flex-col gap-1 py-1 pl-5 text-body">
          <li>
            Sample batches weighed and counted, then all weighed: {batchWords(usual.count)}. Drain the total as the
            batches.
          </li>
          <li>Bucket by bucket: the same; five buckets weighed to 50 g of 8 kg add less than a third of a per cent.</li>
          <li>Water weighed along is taken off with its doubt: two per cent of doubt of it is two of the number.</li>
          <li>
            By volume, or by water displaced: as the batches; reading a scale adds half of a mark at each reading.
          </li>
          <li>A counted share: {splitterWords(row.number)}; how well the splitter keeps its share adds to that.</li>
          <li>A counting device: its own error, corrected by three or more passes that hands counted as well.</li>
          <li>Marked and caught again, for a pond that cannot be emptied: {recaptureWords(row.number)}.</li>
          <li>One by one: every one of them, no ±; the tally keeps the thread and shows where it may be lost.</li>
          <li>By eye: give an honest give or take; practised eyes are often off by a third.</li>
        </ul>
      </Fold>
      {role === 'reader' ? (
        <p className="quiet">A reader counts nothing.</p>
      ) : (
        <CountForm h={row} methods={everyWay} together />
      )}
    </section>
  );
}

/** Of a batch of usual care, its scatter, while a hatchery's own is not known. */
const USUAL_CV = 0.05;

function batchWords(own: number | undefined): string {
  const cv = own ?? USUAL_CV;
  const n = batchesFor(cv, thresholds.settledShare.value);
  const scatter = own === undefined ? 'batches that differ by 5 %, a guess' : 'batches as they usually differ here';
  return `±5 % wants ${n === null ? 'more than anybody weighs' : `about ${n} batches`} (${scatter})`;
}

/** Shares that a splitter is set to. */
const SHARE = 0.1;
function splitterWords(number: number): string {
  const rel = 1.96 * Math.sqrt((1 - SHARE) / Math.max(1, SHARE * number));
  return `a tenth of these, ${grouped(Number((SHARE * number).toPrecision(2)))}, gives ±${(100 * rel).toPrecision(2)} % at best`;
}

function recaptureWords(number: number): string {
  const marked = Math.max(50, Math.round(0.1 * number));
  const n = catchFor(marked, Math.max(marked, number), 0.2);
  return `with ${grouped(Number(marked.toPrecision(2)))} marked, ±20 % wants about ${grouped(Number(n.toPrecision(2)))} caught again`;
}
