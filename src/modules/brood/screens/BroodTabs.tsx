import { Link } from '@/ui/Link';

const tabs = [
  { id: 'brood', word: 'Brood', href: '/brood' },
  { id: 'arrivals', word: 'Arrivals', href: '/brood/arrivals' },
  { id: 'plan', word: 'Mating plan', href: '/brood/plan' },
  { id: 'next', word: 'Next generation', href: '/brood/next' },
  { id: 'deformities', word: 'Deformities', href: '/brood/deformities' },
  { id: 'conditioning', word: 'Conditioning', href: '/brood/conditioning' },
  { id: 'spawning', word: 'Spawning day', href: '/spawning' },
] as const;

/** The screens of the first station. */
export function BroodTabs({ here, species }: { here: (typeof tabs)[number]['id']; species?: string }) {
  return (
    <nav aria-label="Brood" className="mb-3 flex flex-wrap gap-x-6 gap-y-1">
      {tabs.map((t) =>
        t.id === here ? (
          <h1 key={t.id}>{t.word}</h1>
        ) : (
          <Link
            key={t.id}
            className="text-lead text-soft no-underline hover:text-ink"
            href={species && t.id !== 'spawning' ? `${t.href}?species=${species}` : t.href}
          >
            {t.word}
          </Link>
        ),
      )}
    </nav>
  );
}
