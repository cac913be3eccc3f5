import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { BroodFish } from '@/modules/brood/views/brood';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';

/** A species of which fish of both sexes are ripe now. */
export type ReadySpecies = { id: string; name: string; females: number; males: number };

/** Before there is anything to plan: what stands, what was seen of it last, and what to do first. */
export function BeforePlan({
  species,
  near,
  here,
  ready,
  now,
  timeZone,
}: {
  species: { id: string; name: string };
  /** Ripe now, or about to be. */
  near: { females: number; males: number };
  here: readonly BroodFish[];
  ready: readonly ReadySpecies[];
  now: number;
  timeZone: string;
}) {
  const seen = bySign(here);
  const last = Math.max(...here.flatMap((f) => f.ripeness?.at ?? []), 0);
  const spawned = Math.max(...here.flatMap((f) => f.lastSpawned ?? []), 0);
  const day = (at: number) => dayMonth(at, timeZone, now);
  const lacking = near.females === 0 ? (near.males === 0 ? 'either sex' : 'females') : 'males';
  return (
    <div className="grid max-w-[980px] grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-8 max-md:grid-cols-1">
      <section aria-label="What to do first">
        <h2 className="mb-1 text-lead">
          {grouped(near.females)} females and {grouped(near.males)} males are ripe or about to be
        </h2>
        <p className="mb-3">A plan pairs fish that can be stripped together: it lacks {lacking}.</p>
        <ol className="flex list-decimal flex-col gap-1.5 pl-5">
          {here.length === 0 ? (
            <li>
              <Link className="link" href={`/brood?species=${species.id}`}>
                Record the brood fish
              </Link>{' '}
              of {species.name}, or record those that{' '}
              <Link className="link" href={`/brood/arrivals?species=${species.id}`}>
                came
              </Link>
              .
            </li>
          ) : (
            <li>
              <Link className="link" href={`/brood?species=${species.id}&show=here`}>
                Look the fish over
              </Link>{' '}
              and record how ripe each is
              {last > 0 ? `: the last signs are of ${day(last)} and say nothing of today` : ': nobody has yet'}.
            </li>
          )}
          <li>Come back: the plan begins by itself once both sexes are ripe.</li>
        </ol>
        {spawned > 0 && <p className="quiet mt-3">They last spawned on {day(spawned)}.</p>}
        {ready.length > 0 && (
          <p className="mt-3">
            Ripe now:{' '}
            {ready.map((r, i) => (
              <span key={r.id}>
                {i > 0 && ', '}
                <Link className="link" href={`/brood/plan?species=${r.id}`}>
                  {r.name}
                </Link>{' '}
                ({r.females} females, {r.males} males)
              </span>
            ))}
            .
          </p>
        )}
      </section>
      {seen.length > 0 && (
        <section aria-label="What stands">
          <h2 className="mb-1 text-lead">What stands, by the last sign of each</h2>
          <Table>
            <thead>
              <tr>
                <th>sign</th>
                <th className="num">females</th>
                <th className="num">males</th>
                <th>last seen</th>
              </tr>
            </thead>
            <tbody>
              {seen.map((s) => (
                <tr key={s.name}>
                  <td>{s.name}</td>
                  <td className="num">{s.females || ''}</td>
                  <td className="num">{s.males || ''}</td>
                  <td className={s.old ? 'text-careful' : 'text-soft'}>
                    {s.at === 0 ? '' : day(s.at)}
                    {s.old && ', too long ago'}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </section>
      )}
    </div>
  );
}

type Sign = { name: string; females: number; males: number; at: number; old: boolean };

/** Fish by the sign that was seen of them last, the commonest first; those that nobody has looked at at the end. */
function bySign(here: readonly BroodFish[]): Sign[] {
  const signs = new Map<string, Sign>();
  for (const f of here) {
    const name = f.ripeness?.name ?? 'not looked at';
    const s = signs.get(name) ?? { name, females: 0, males: 0, at: 0, old: true };
    signs.set(name, {
      ...s,
      females: s.females + Number(f.sex === 'female'),
      males: s.males + Number(f.sex === 'male'),
      at: Math.max(s.at, f.ripeness?.at ?? 0),
      old: s.old && (f.ripeness?.old ?? false),
    });
  }
  const number = (s: Sign) => (s.at === 0 ? -1 : s.females + s.males);
  return [...signs.values()].sort((a, b) => number(b) - number(a));
}
