'use client';

import { useEffect, useRef, useState } from 'react';
import { HOUR_MS } from '@/core/time/spans';
import { useSession } from '../session';

/** What was typed and not recorded is offered again for so long; what stands in the hatchery has changed by then. */
const KEPT_MS = 24 * HOUR_MS;

type Kept = { typedAt: number; fields: Record<string, unknown> };

/** A form that was left half filled. */
export type Draft = { typedAt: number; takeUp: () => void; drop: () => void };

const keyOf = (person: number, type: string, about: object) =>
  `morula:draft:${person}:${type}:${JSON.stringify(about)}`;

function stored(key: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
    return kept && Date.now() - kept.typedAt < KEPT_MS ? kept : null;
  } catch {
    // A browser that keeps nothing, or something that is not ours: there is no draft.
    return null;
  }
}

/**
 * What is typed into a form, kept in this browser for the person who types until it is recorded: whoever leaves the
 * page, or loses it, is offered it again at the same form about the same holding.
 */
export function useDraft(type: string, about: object, fill: (fields: Record<string, unknown>) => void) {
  const key = keyOf(useSession().personId, type, about);
  const [found, setFound] = useState<Kept | null>(null);
  // What this very form has written is no draft of another time.
  const own = useRef<string | null>(null);
  useEffect(() => {
    if (own.current !== key) setFound(stored(key));
  }, [key]);
  const write = (fields: Record<string, unknown> | null) => {
    own.current = key;
    try {
      if (fields === null) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify({ typedAt: Date.now(), fields } satisfies Kept));
    } catch {
      // No room, or not allowed: what is typed stays on the page, as it does without drafts.
    }
  };
  return {
    /** Nothing where it stands again as it began. */
    keep: write,
    drop: () => {
      write(null);
      setFound(null);
    },
    offered: found && {
      typedAt: found.typedAt,
      takeUp: () => {
        fill(found.fields);
        setFound(null);
      },
      drop: () => {
        write(null);
        setFound(null);
      },
    },
  };
}

/** Forgets what a person left half filled in this browser. */
export function forgetDrafts(person: number): void {
  for (const key of Object.keys(localStorage))
    if (key.startsWith(`morula:draft:${person}:`)) localStorage.removeItem(key);
}
