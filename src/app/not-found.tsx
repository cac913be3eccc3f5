import { NoSuchPage } from '@/ui/words/NoSuchPage';

export default function NotFound() {
  return (
    <main className="px-6 py-10">
      <NoSuchPage />
    </main>
  );
}
