'use client';

import { useRouter } from 'next/navigation';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import type { Met, Stands, Traced, WentOut } from '../views/trace';

const outWords: Record<WentOut['what'], string> = {
  released: 'released',
  sold: 'sold or given away',
  dead: 'died',
  culled: 'culled',
  sampled: 'sampled',
  escaped: 'escaped',
  picked: 'picked',
};
/** What goes to people and waters is told line by line; what died, in sums. */
const NAMED: readonly WentOut['what'][] = ['released', 'sold', 'escaped'];

/** From a fish to what it met, and from what it met to where everything went. */
export function TraceScreen({
  chosen,
  choices,
  of,
}: {
  chosen: string;
  choices: readonly { value: string; label: string }[];
  of: Traced | null;
}) {
  const router = useRouter();
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Trace">
      <div className="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1>Trace</h1>
        <SelectField
          label="Of what"
          value={chosen}
          empty="choose"
          onChange={(v) => router.push(v ? `/trace?of=${encodeURIComponent(v)}` : '/trace')}
          options={choices}
        />
        {of && (
          <span className="ml-auto flex gap-x-4">
            <Link className="link" href={`/export?what=trace&of=${encodeURIComponent(chosen)}&as=csv`}>
              CSV
            </Link>
            <Link className="link" href={`/export?what=trace&of=${encodeURIComponent(chosen)}&as=xlsx`}>
              XLSX
            </Link>
          </span>
        )}
      </div>
      {!of ? (
        <p className="quiet max-w-prose">
          {chosen
            ? 'There is no such thing here.'
            : 'Choose a lot of feed, a lot, a tank, a female: it shows where everything went that met it, and what it met itself. A treatment, a release or a sale is traced from its line in the ledger.'}
        </p>
      ) : (
        <>
          <p className="mb-3 text-lead">
            <b>{of.title}</b>: {of.says}.
          </p>
          <div className="grid grid-cols-2 gap-x-8 max-lg:grid-cols-1">
            {of.forward && <Forward of={of.forward} />}
            {of.back && <Back of={of.back} />}
          </div>
        </>
      )}
    </section>
  );
}

function Forward({ of: f }: { of: NonNullable<Traced['forward']> }) {
  const { timeZone, now } = useSession();
  const named = f.out.filter((o) => NAMED.includes(o.what));
  const sums = new Map<WentOut['what'], number>();
  for (const o of f.out) if (!NAMED.includes(o.what)) sums.set(o.what, (sums.get(o.what) ?? 0) + o.number);
  const alive = f.stands.reduce((s, x) => s + x.number, 0);
  return (
    <section aria-label="Where it went">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Where it went</h2>
      <p className="my-1">
        At most <b data-testid="alive">{grouped(Math.round(alive))}</b> stand here in {f.stands.length}{' '}
        {f.stands.length === 1 ? 'tank' : 'tanks'};{' '}
        {named.length === 0
          ? 'nothing went out'
          : `${grouped(Math.round(named.reduce((s, o) => s + o.number, 0)))} went out in ${named.length} ${named.length === 1 ? 'load' : 'loads'}`}
        {[...sums].map(([what, n]) => `; ${grouped(Math.round(n))} ${outWords[what]}`).join('')}.
      </p>
      <p className="quiet text-small">
        All that stood where they stood, from then on: who among them met it cannot be told apart.
      </p>
      {named.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>when</th>
              <th>to</th>
              <th>lot</th>
              <th className="num">number</th>
            </tr>
          </thead>
          <tbody>
            {named.map((o) => (
              <tr key={`${o.entryId} ${o.lotId} ${o.unit}`} data-out={o.what}>
                <td className="whitespace-nowrap">{dayMonth(o.at, timeZone, now)}</td>
                <td>
                  <b>{o.to || outWords[o.what]}</b>
                  {o.to && <span className="text-soft">, {outWords[o.what]}</span>}
                </td>
                <td>
                  <Link className="text-ink" href={`/lots/${o.lotId}`}>
                    {o.lot}
                  </Link>{' '}
                  <span className="text-soft">{o.unit}</span>
                </td>
                <td className="num">
                  <Link className="text-ink" href={`/trace?of=entry:${o.entryId}`}>
                    {grouped(Math.round(o.number))}
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {f.stands.length > 0 && <Standing of={f.stands} />}
    </section>
  );
}

function Standing({ of }: { of: readonly Stands[] }) {
  const { timeZone, now } = useSession();
  return (
    <Table className="mt-2">
      <thead>
        <tr>
          <th>stands in</th>
          <th>lot</th>
          <th>stage</th>
          <th className="num">number</th>
          <th>since</th>
        </tr>
      </thead>
      <tbody>
        {of.map((s) => (
          <tr key={`${s.unit} ${s.lotId} ${s.stage}`} data-stands={s.unit}>
            <td className="font-bold">{s.unit}</td>
            <td>
              <Link className="text-ink" href={`/lots/${s.lotId}`}>
                {s.lot}
              </Link>
            </td>
            <td>
              {s.species}, {s.stage}
            </td>
            <td className="num">{grouped(Math.round(s.number))}</td>
            <td className="text-soft">{Number.isFinite(s.since) ? dayMonth(s.since, timeZone, now) : 'always'}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Back({ of: m }: { of: Met }) {
  const { timeZone, now } = useSession();
  const day = (t: number) => dayMonth(t, timeZone, now);
  return (
    <section aria-label="What it met">
      <h2 className="border-b-2 border-deep/40 pb-0.5">What it met</h2>
      <dl className="grid grid-cols-[7rem_minmax(0,1fr)] gap-x-4 gap-y-1.5">
        <dt className="text-soft">parents</dt>
        <dd>
          {m.parents.length === 0
            ? 'not known here'
            : m.parents.slice(0, SHOWN).map((p) => (
                <span key={`${p.lot}${p.female}${p.males}`} className="mr-3 inline-block">
                  {p.femaleId === null ? p.female : <Link href={`/trace?of=female:${p.femaleId}`}>{p.female}</Link>}
                  {p.males && <span className="text-soft"> × {p.males}</span>}
                </span>
              ))}
          {m.parents.length > SHOWN && <span className="text-soft">and {m.parents.length - SHOWN} more</span>}
        </dd>
        <dt className="text-soft">came by</dt>
        <dd>
          {m.origins.length === 0
            ? 'nothing on record'
            : m.origins.map((o) => (
                <span key={`${o.at}${o.lot}`} className="mr-3 inline-block">
                  {o.says} {day(o.at)}
                </span>
              ))}
        </dd>
        <dt className="text-soft">feed</dt>
        <dd>
          {m.feeds.length === 0
            ? 'none on record'
            : m.feeds.map((f) => (
                <span key={f.feedLotId} className="block">
                  <Link href={`/trace?of=feedLot:${f.feedLotId}`}>
                    {f.product}, lot {f.lot}
                  </Link>{' '}
                  <span className="text-soft">
                    {day(f.from)} to {day(f.to)}, {f.tanks.slice(0, 6).join(', ')}
                    {f.tanks.length > 6 && ` and ${f.tanks.length - 6} more`}
                  </span>
                </span>
              ))}
        </dd>
        <dt className="text-soft">treatments</dt>
        <dd>
          {m.treatments.length === 0 && m.parentTreatments.length === 0
            ? 'none on record'
            : m.treatments.map((t) => (
                <span key={`${t.entryId}${t.unit}`} className="block">
                  <Link href={`/trace?of=entry:${t.entryId}`}>{t.product}</Link>{' '}
                  <span className="text-soft">
                    {t.unit}, {day(t.at)} {clock(t.at, timeZone)}
                  </span>
                </span>
              ))}
          {m.parentTreatments.map((t) => (
            <span key={`${t.entryId}${t.parent}`} className="block">
              {t.product}{' '}
              <span className="text-soft">
                given to {t.parent} before it spawned, {day(t.at)}
              </span>
            </span>
          ))}
        </dd>
        <dt className="text-soft">tanks, water</dt>
        <dd>
          {m.tanks.slice(0, 30).map((t) => (
            <span key={`${t.unit}${t.lot}${t.from}`} className="mr-3 inline-block">
              <b>{t.unit}</b>{' '}
              <span className="text-soft">
                {t.from === null ? '' : `from ${day(t.from)}`}
                {Number.isFinite(t.until) && t.until < now && ` to ${day(t.until)}`}
              </span>
            </span>
          ))}
          {m.tanks.length > 30 && <span className="text-soft">and {m.tanks.length - 30} more</span>}
        </dd>
        <dt className="text-soft">hands</dt>
        <dd>{m.people.map((p) => `${p.name} (${grouped(p.entries)})`).join(', ') || 'none on record'}</dd>
      </dl>
    </section>
  );
}

const SHOWN = 40;
