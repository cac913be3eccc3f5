import { Link } from '../Link';

/** What stands where nothing is. */
export function NoSuchPage() {
  return (
    <>
      <h1 className="mb-2">There is no such page.</h1>
      <p>
        <Link className="link" href="/">
          To today
        </Link>
      </p>
    </>
  );
}
