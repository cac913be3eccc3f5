import type { ReactNode } from 'react';
import { quotaName } from '@/core/brood/fateRules';
import { fates } from '@/core/brood/fates';
import { figures, grouped } from '@/core/quantities/format';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { ArrivalsView } from '../views/arrivals';

const Section = ({ word, children }: { word: string; children: ReactNode }) => (
  <section className="mb-5" aria-label={word}>
    <h2 className="border-b-2 border-deep/40 pb-0.5">{word}</h2>
    {children}
  </section>
);

/** How adults ended this season, against what is allowed and wanted. */
export function Ends({ view }: { view: ArrivalsView }) {
  const rows = fates.filter((f) => view.totals.fates[f.id]);
  return (
    <Section word={`Ends, ${view.season}`}>
      {view.quotas.length > 0 && (
        <Table>
          <tbody>
            {view.quotas.map(({ quota: q, stands }) => {
              const full = q.most !== null && stands >= q.most;
              const short = q.least !== null && stands < q.least;
              return (
                <tr key={`${q.what} ${q.sex}`} data-quota={`${q.what} ${q.sex}`}>
                  <td>{quotaName(q)}</td>
                  <td className="num">
                    <b className={q.most !== null && stands > q.most ? 'text-hand' : ''}>{grouped(stands)}</b>
                    <span className="text-soft">
                      {q.most !== null ? ` of ${grouped(q.most)}` : ''}
                      {q.least !== null ? `, at least ${grouped(q.least)}` : ''}
                    </span>
                  </td>
                  <td className={`text-small ${full ? 'font-bold text-hand' : 'text-soft'}`}>
                    {full
                      ? stands > q.most!
                        ? 'gone beyond'
                        : 'filled'
                      : short
                        ? `${grouped(q.least! - stands)} still`
                        : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      {rows.length === 0 ? (
        <p className="quiet py-2">No adult ended this season.</p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>end</th>
              <th className="num">females</th>
              <th className="num">males</th>
              <th className="num">not sexed</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((f) => {
              const n = view.totals.fates[f.id]!;
              return (
                <tr key={f.id}>
                  <td>{f.name}</td>
                  <td className="num">{n.female || ''}</td>
                  <td className="num">{n.male || ''}</td>
                  <td className="num">{n.unknown || ''}</td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
    </Section>
  );
}

/** Ways of killing by how often the first application sufficed: the welfare record. */
export function Kills({ view }: { view: ArrivalsView }) {
  if (view.kills.length === 0) return null;
  const best = view.kills.reduce((a, b) => (b.low > a.low ? b : a));
  const worse = view.kills.filter((k) => k.high < best.low);
  const percent = (x: number) => `${Math.round(100 * x)} %`;
  return (
    <Section word="Killing: the first application sufficed">
      <Table>
        <tbody>
          {view.kills.map((k) => (
            <tr key={k.method} data-method={k.method}>
              <td>{k.name}</td>
              <td className="num text-soft">
                {grouped(k.sufficed)} of {grouped(k.killed)}
              </td>
              <td className={`num ${worse.includes(k) ? 'font-bold text-hand' : 'font-bold'}`}>
                {percent(k.share)}
                <span className="ml-1 text-small font-normal text-soft">
                  {percent(k.low).replace(' %', '')}–{percent(k.high)}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className={`text-small ${worse.length > 0 ? 'text-hand' : 'text-soft'}`}>
        {worse.length > 0
          ? `${worse.map((k) => k.name).join(', ')} fails more often than ${best.name}, beyond chance: train, or change the way.`
          : view.kills.length > 1
            ? 'No difference between the ways is seen beyond chance; with few fish that is no proof that they are alike.'
            : ''}
      </p>
    </Section>
  );
}

/** Of the house's own releases, by brood year. */
export function Returns({ view }: { view: ArrivalsView }) {
  if (view.returns.length === 0) return null;
  return (
    <Section word="Our own that came back">
      <Table>
        <thead>
          <tr>
            <th>brood year</th>
            <th className="num">came back</th>
            <th className="num">released</th>
            <th className="num">of 1 000</th>
          </tr>
        </thead>
        <tbody>
          {view.returns.map((r) => (
            <tr key={r.season}>
              <td>{r.season}</td>
              <td className="num">{grouped(r.returned)}</td>
              <td className="num">{r.released > 0 ? grouped(r.released) : 'not in the books'}</td>
              <td className="num">
                {r.released > 0 && (
                  <>
                    <b>{figures(1000 * r.share, 2)}</b>
                    <span className="ml-1 text-small text-soft">
                      {figures(1000 * r.low, 2)}–{figures(1000 * r.high, 2)}
                    </span>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet text-small">
        Of all released, marked or not; those that lost their mark, or were not seen, are missing. Single fish:{' '}
        <Link className="link" href="/brood">
          Brood
        </Link>
        .
      </p>
    </Section>
  );
}
