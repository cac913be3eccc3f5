import { useEffect, useState } from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';

/**
 * How the acts of the house are said in a line; null until they have come. They come with the acts' forms, after the page
 * is drawn: no page waits for them.
 */
export function useShorthands(): readonly Shorthand[] | null {
  const [list, setList] = useState<readonly Shorthand[] | null>(null);
  useEffect(() => {
    let gone = false;
    void import('@/modules/forms').then(({ forms }) => {
      if (!gone) setList([...forms.flatMap((f) => f.shorthand ?? []), trace]);
    });
    return () => {
      gone = true;
    };
  }, []);
  return list;
}
