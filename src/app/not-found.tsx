import { Link } from '@/ui/Link';

export default function NotFound() {
  return (
    <main className="px-6 py-10">
      <h1 className="mb-2">There is no such page.</h1>
      <p>
        <Link className="link" href="/">
          To today
        </Link>
      </p>
    </main>
  );
}
