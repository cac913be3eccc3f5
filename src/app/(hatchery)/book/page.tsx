import { BookScreen } from '@/features/book/BookScreen';
import { bookView, valueHistory } from '@/queries/book';
import { ownDrift } from '@/queries/drift';
import { db, now } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Book' };

export default async function BookPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const book = await bookView(db(), person.siteId);
  const open = book.species.find((s) => s.id === species) ?? null;
  return (
    <BookScreen
      book={book}
      open={open}
      history={open ? await valueHistory(db(), person.siteId, open.id) : []}
      ownDrift={open ? await ownDrift(db(), person.siteId, open.id) : []}
      mayEdit={person.role === 'manager'}
      now={now()}
      timeZone={person.timeZone}
    />
  );
}
