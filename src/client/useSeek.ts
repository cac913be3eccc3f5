import { useRef, useState } from 'react';

/** A proposal of the solver that a page asked for. */
export type Seek<T> = {
  /** The last one that was found. */
  found: T | null;
  seeking: boolean;
  /** Why none could be made; empty while none failed. */
  failed: string;
  seek: () => void;
  stop: () => void;
};

/**
 * Asks the server to work a calculation that takes a while, and lets it be stopped. What was found before stands until
 * something else is.
 * @param id of the calculation  @param input what it is asked; null where there is nothing to ask
 */
export function useSeek<T>(id: string, input: unknown): Seek<T> {
  const [found, setFound] = useState<T | null>(null);
  const [state, setState] = useState<'rest' | 'seeking' | { failed: string }>('rest');
  const under = useRef<AbortController | null>(null);
  const seek = async () => {
    if (input === null) return;
    under.current = new AbortController();
    setState('seeking');
    try {
      const response = await fetch('/api/calc', {
        method: 'POST',
        body: JSON.stringify({ id, input }),
        signal: under.current.signal,
      });
      const body = (await response.json()) as { output?: T; error?: string };
      if (response.ok) setFound(body.output as T);
      setState(response.ok ? 'rest' : { failed: body.error ?? 'No proposal could be made.' });
    } catch (e) {
      const stopped = (e as { name?: string }).name === 'AbortError';
      setState(stopped ? 'rest' : { failed: 'No connection: nothing was sought.' });
    }
  };
  return {
    found,
    seeking: state === 'seeking',
    failed: typeof state === 'object' ? state.failed : '',
    seek: () => void seek(),
    stop: () => under.current?.abort(),
  };
}
