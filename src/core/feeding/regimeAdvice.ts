import type { FeedNow, RegimeStep } from './regime';

/** What a sample of the next feed says of the change that stands before it, or runs. */
export type RegimeAdvice =
  | { is: 'hold'; feed: string }
  | { is: 'goOn'; feed: string }
  | { is: 'try'; feed: string; from: number }
  | { is: 'ready'; feed: string; from: number }
  | null;

/** A change is tried this far before it, as a share of the way to it from where the step now began. */
const BEFORE = 0.7;

/**
 * Whether a change of feed goes by the plan: a regime is a plan, and bends to how many take the next feed.
 * @param now what is fed, the newest first  @param took whether enough took it in a beaker; null where nobody looked
 * @example regimeAdvice(steps, [{ feed: 'dry', share: 0.3 }, { feed: 'shrimp', share: 0.7 }], 20, 'bad') // { is: 'hold', feed: 'dry' }
 */
export function regimeAdvice(
  inOrder: readonly RegimeStep[],
  now: readonly FeedNow[],
  place: number,
  took: 'good' | 'bad' | 'open' | null,
): RegimeAdvice {
  const [newest] = now;
  if (newest && now.length > 1) {
    if (took === 'bad') return { is: 'hold', feed: newest.feed };
    return took === 'good' ? { is: 'goOn', feed: newest.feed } : null;
  }
  const next = inOrder.find((s) => s.from > place);
  const running = inOrder.findLast((s) => s.from <= place);
  if (!next || !running) return null;
  if (took === 'good') return { is: 'ready', feed: next.feed, from: next.from };
  const gone = (place - running.from) / Math.max(1e-9, next.from - running.from);
  return gone >= BEFORE ? { is: 'try', feed: next.feed, from: next.from } : null;
}
