import { NoSuchPage } from '@/ui/words/NoSuchPage';

/** Within the frame, which is the page's `main` already. */
export default function NotFound() {
  return (
    <div className="px-6 py-10">
      <NoSuchPage />
    </div>
  );
}
