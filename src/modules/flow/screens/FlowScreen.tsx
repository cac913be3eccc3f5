import { Glyph } from '@/ui/glyphs';
import { Link } from '@/ui/Link';
import type { Flow } from '../views/flow';
import { River } from './River';

const spans = [
  { id: '18', word: '18 months' },
  { id: '9', word: '9 months' },
  { id: '3', word: '3 months' },
] as const;

/** Where did they all go? */
export function FlowScreen({
  flow,
  now,
  timeZone,
  focus,
  span,
  season,
}: {
  flow: Flow;
  now: number;
  timeZone: string;
  focus: number | null;
  span: string;
  season: string;
}) {
  const href = (p: { span?: string; season?: string }) =>
    `/flow?span=${p.span ?? span}${(p.season ?? season) ? `&season=${encodeURIComponent(p.season ?? season)}` : ''}`;
  return (
    <div className="flex h-full min-h-[520px] flex-col">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 px-5 pt-3 pb-1.5">
        <h1>Flow</h1>
        <span className="text-small text-soft">
          width is number alive, each species on its own scale; soft edge is doubt
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-x-3 text-small">
          {(['egg', 'yolksac', 'fry', 'fingerling', 'gone'] as const).map((s) => (
            <span key={s} className="inline-flex items-center gap-1">
              <Glyph name={s} size={17} />{' '}
              {{ egg: 'eggs', yolksac: 'yolk-sac', fry: 'fry', fingerling: 'fingerlings', gone: 'gone out' }[s]}
            </span>
          ))}
        </span>
        <span className="flex flex-wrap gap-x-3 text-small">
          {spans.map((s) => (
            <Link key={s.id} href={href({ span: s.id })} className={`text-ink ${s.id === span ? 'font-bold' : ''}`}>
              {s.word}
            </Link>
          ))}
          <span aria-hidden className="text-soft">
            |
          </span>
          <Link
            href={href({ season: '' }).replace(/&season=.*/, '')}
            className={`text-ink ${season === '' ? 'font-bold' : ''}`}
          >
            all seasons
          </Link>
          {flow.seasons.slice(0, 4).map((s) => (
            <Link key={s} href={href({ season: s })} className={`text-ink ${season === s ? 'font-bold' : ''}`}>
              {s}
            </Link>
          ))}
        </span>
      </div>
      {flow.bands.length === 0 ? (
        <p className="quiet px-5 py-6">
          No lot lived in this time. A{' '}
          <Link className="link" href="/take">
            take of eggs
          </Link>{' '}
          or{' '}
          <Link className="link" href="/bring">
            stock that came
          </Link>{' '}
          begins the river.
        </p>
      ) : (
        <River flow={flow} now={now} timeZone={timeZone} focus={focus} />
      )}
    </div>
  );
}
