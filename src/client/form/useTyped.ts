'use client';

import { useRef, useState } from 'react';

/** What is typed into a form in a way of its own. */
export type Typing<T extends object = object> = {
  value: T;
  put: (part: Partial<T>) => void;
  /** As it stands, between two renderings too; null as long as it is what it began with. */
  now: () => T | null;
  /** As somebody typed it before. */
  fill: (value: T) => void;
  /** Told after each change. */
  onChange: (told: () => void) => void;
};

/**
 * What a form types in a way of its own, where its act's schema does not tell how: handed to `useActForm`, whose `adjust`
 * makes the input of it, it is kept in the draft like every field.
 */
export function useTyped<T extends object>(first: () => T): Typing<T> {
  const [begun] = useState(first);
  const [value, setValue] = useState(begun);
  const latest = useRef(value);
  const told = useRef(() => {});
  const fill = (next: T) => {
    latest.current = next;
    setValue(next);
  };
  return {
    value,
    put: (part) => {
      fill({ ...latest.current, ...part });
      told.current();
    },
    now: () => (JSON.stringify(latest.current) === JSON.stringify(begun) ? null : latest.current),
    fill,
    onChange: (tell) => {
      told.current = tell;
    },
  };
}
