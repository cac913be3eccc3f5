import { useEffect, useRef, useState } from 'react';
import { newId, send } from '@/client/send';
import type { JudgedFish } from '@/core/selection/judged';
import { judgeFish } from '../../acts/judge/act';

/** How often what waits is sent, and what others judged is asked for. */
const EVERY_MS = 2500;
/** So many go out at once. */
const BATCH = 100;
/** So far back a device can undo. */
const MOST_UNDO = 60;

type Step = { id: string; before: JudgedFish | null };
type Kept = { unsent: JudgedFish[]; steps: Step[] };
type Heard = { at: number; open: boolean; fish: JudgedFish[] };

const place = (selection: number) => `morula selection ${selection}`;

function keptOf(selection: number): Kept {
  try {
    return JSON.parse(localStorage.getItem(place(selection)) ?? '') as Kept;
  } catch {
    return { unsent: [], steps: [] };
  }
}

/** The newer of two states of one fish. */
const newer = (a: JudgedFish | undefined, b: JudgedFish): JudgedFish => (!a || b.nth > a.nth ? b : a);

export type FishHere = {
  /** Those that count, in the order in which they were judged. */
  fish: JudgedFish[];
  put: (f: Omit<JudgedFish, 'id' | 'nth' | 'at'> & { id?: string }) => void;
  /** Takes this device's last step back; null where there is none. */
  undo: (() => void) | null;
  unsent: number;
  /** Judged at this device since it began to keep them. */
  mine: (id: string) => boolean;
  /** What the server would not take, by fish. */
  refused: ReadonlyMap<string, string>;
  /** Why nothing more is taken: it is in the books, or given up. */
  stopped: string | null;
};

/**
 * The fish of a selection at this device: what is judged here stays here, over a lost connection and a closed page,
 * until the server has it; what others judge comes in. Each fish is sent whole, with a number that grows.
 */
export function useFish(selection: number, begin: readonly JudgedFish[], now: number, open: boolean): FishHere {
  const all = useRef(new Map(begin.map((f) => [f.id, f])));
  const unsent = useRef(new Map<string, JudgedFish>());
  const steps = useRef<Step[]>([]);
  const refused = useRef(new Map<string, string>());
  const since = useRef(now);
  const busy = useRef(false);
  const [stopped, setStopped] = useState<string | null>(null);
  const [, draw] = useState(0);

  /** What another tab of this browser keeps there stays, but for what is known to have arrived. */
  const keep = (arrived: readonly JudgedFish[] = []) => {
    const waits = new Map(keptOf(selection).unsent.map((f) => [f.id, f]));
    for (const f of arrived) if ((waits.get(f.id)?.nth ?? 0) <= f.nth) waits.delete(f.id);
    for (const f of unsent.current.values()) waits.set(f.id, newer(waits.get(f.id), f));
    try {
      localStorage.setItem(
        place(selection),
        JSON.stringify({ unsent: [...waits.values()], steps: steps.current.slice(-MOST_UNDO) }),
      );
    } catch {
      // Without room in the browser it is still here, and is sent at once.
    }
  };
  const turn = async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const batch = [...unsent.current.values()].filter((f) => !refused.current.has(f.id)).slice(0, BATCH);
      if (batch.length > 0) {
        const answer = await send(judgeFish.type, { selection, fish: batch }, { id: newId(), saysItself: true });
        if (answer.state === 'done') {
          for (const f of batch) if (unsent.current.get(f.id)?.nth === f.nth) unsent.current.delete(f.id);
          keep(batch);
        } else if (answer.state === 'refused') {
          const at = /^fish\.(\d+)\./.exec(answer.refused.path);
          const says = `${answer.refused.message} ${answer.refused.todo}`.trim();
          if (at) refused.current.set(batch[Number(at[1])]!.id, says);
          else if (answer.refused.path === 'selection') setStopped(says);
        }
      }
      const r = await fetch(`/api/selection?of=${selection}&since=${since.current}`);
      if (r.ok) {
        const heard = (await r.json()) as Heard;
        since.current = heard.at;
        for (const f of heard.fish) all.current.set(f.id, newer(all.current.get(f.id), f));
        if (heard.open) setStopped(null);
      }
    } catch {
      // No connection: what was judged stays here and is sent when it is back.
    } finally {
      busy.current = false;
      draw((n) => n + 1);
    }
  };
  const turns = useRef(turn);
  turns.current = turn;

  useEffect(() => {
    const kept = keptOf(selection);
    if (!open) {
      // It is over, and these never came in: kept and said, not forgotten.
      for (const f of kept.unsent) unsent.current.set(f.id, f);
      draw((n) => n + 1);
      return;
    }
    for (const f of kept.unsent) {
      unsent.current.set(f.id, f);
      all.current.set(f.id, newer(all.current.get(f.id), f));
    }
    steps.current = kept.steps;
    draw((n) => n + 1);
    void turns.current();
    const timer = setInterval(() => void turns.current(), EVERY_MS);
    return () => clearInterval(timer);
  }, [selection, open]);

  const set = (f: JudgedFish) => {
    all.current.set(f.id, f);
    unsent.current.set(f.id, f);
    refused.current.delete(f.id);
    keep();
    draw((n) => n + 1);
    void turns.current();
  };
  const fish = [...all.current.values()].filter((f) => !f.gone).sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const last = steps.current.at(-1);
  return {
    fish,
    put: ({ id = newId(), ...f }) => {
      const before = all.current.get(id) ?? null;
      steps.current = [...steps.current, { id, before }].slice(-MOST_UNDO);
      set({ ...f, id, nth: (before?.nth ?? 0) + 1, at: before?.at ?? Date.now() });
      navigator.vibrate?.(12);
    },
    undo: last
      ? () => {
          steps.current = steps.current.slice(0, -1);
          const is = all.current.get(last.id);
          if (is) set({ ...(last.before ?? { ...is, gone: true }), nth: is.nth + 1 });
        }
      : null,
    unsent: unsent.current.size,
    mine: (id) => steps.current.some((x) => x.id === id),
    refused: refused.current,
    stopped,
  };
}
