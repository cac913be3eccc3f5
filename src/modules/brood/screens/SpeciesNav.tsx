import { Link } from '@/ui/Link';

/** The species of a brood page, to change between. */
export function SpeciesNav({
  list,
  here,
  path,
}: {
  list: readonly { id: string; name: string; here?: number }[];
  here: string;
  path: string;
}) {
  return (
    <nav aria-label="Species" className="mb-3 flex flex-wrap gap-x-5 gap-y-2">
      {list.map((s) => (
        <Link
          key={s.id}
          href={`${path}?species=${s.id}`}
          aria-current={s.id === here ? 'page' : undefined}
          className={`pb-0.5 text-ink no-underline ${s.id === here ? 'border-b-[3px] border-deep font-bold' : 'text-soft hover:text-ink'}`}
        >
          {s.name}
          {s.here !== undefined && <span className="font-normal text-soft"> {s.here}</span>}
        </Link>
      ))}
    </nav>
  );
}
