import { type FateTotal, fateTotals, fateWords } from '@/core/books/fates';
import { decimals, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { FateRecord } from '../views/fates';

/** What became of animals that a person sent away: totals of a year, and each entry with its paper. */
export function Fates({
  records,
  now,
  timeZone,
  us,
}: {
  records: readonly FateRecord[];
  now: number;
  timeZone: string;
  us: boolean;
}) {
  if (records.length === 0)
    return (
      <p className="quiet">
        Nothing was sold, shown, eaten or culled within a year. A tank’s sheet has “Cull, sell, lose”; a selection goes
        to the books from its bench.
      </p>
    );
  const totals = fateTotals(records.flatMap((r) => r.lines));
  return (
    <>
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        {totals.map((t) => (
          <Total key={t.fate} of={t} us={us} />
        ))}
      </div>
      <div className="mt-4 overflow-x-auto">
        <Table>
          <thead>
            <tr>
              <th>when</th>
              <th>lot</th>
              <th>from</th>
              <th>what became of them</th>
              <th className="num">number</th>
              <th className="num">mass</th>
              <th>to whom, or how</th>
              <th className="num">each</th>
              <th className="num">together</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {records.flatMap((r) =>
              r.lines.map((l, i) => (
                <tr key={`${r.entryId} ${l.fate}`} data-fate={l.fate}>
                  <td>{i === 0 && dayMonth(r.at, timeZone, now)}</td>
                  <td>
                    {i === 0 && (
                      <Link className="link" href={`/lots/${r.lotId}`}>
                        {r.lot}
                      </Link>
                    )}
                  </td>
                  <td className="text-soft">{i === 0 && r.unit}</td>
                  <td>{fateWords[l.fate]}</td>
                  <td className="num">{grouped(l.number)}</td>
                  <td className="num">{l.massG !== null && massOfAll(l.massG, us, 3)}</td>
                  <td className="text-soft">{l.receiver || l.method}</td>
                  <td className="num">{l.priceEach !== null && decimals(l.priceEach, 2)}</td>
                  <td className="num">{l.priceEach !== null && decimals(l.priceEach * l.number, 2)}</td>
                  <td>
                    {i === 0 && (
                      <Link className="link" href={`/print/fates/${r.entryId}`} target="_blank">
                        paper
                      </Link>
                    )}
                  </td>
                </tr>
              )),
            )}
          </tbody>
        </Table>
      </div>
    </>
  );
}

function Total({ of: t, us }: { of: FateTotal; us: boolean }) {
  return (
    <div data-total={t.fate}>
      <b className="text-figure">{grouped(t.number)}</b>
      <span className="block text-small text-soft">
        {fateWords[t.fate]}
        {t.massG !== null && `, ${massOfAll(t.massG, us, 3)}`}
        {t.price !== null && t.price > 0 && `, for ${decimals(t.price, 2)}`}
      </span>
    </div>
  );
}
