import { ZodError } from 'zod';
import { keysAt, nearestKey, strayKey } from '@/core/knownKeys';
import { DAY_MS } from '@/core/time/spans';
import type { Act } from './act/define';
import { fieldWords } from './act/fieldWords';
import { ActRefused } from './act/refused';

const YEAR = 365.25 * DAY_MS;

/** Integers from here on are instants: no number of animals, no id comes near. */
const INSTANT = 1e11;

/** The earliest day that anything of a hatchery, its loggers included, can be of. */
export const earliest = (now: number) => now - 60 * YEAR;

/** Plans reach so far ahead, and no further. */
export const latest = (now: number) => now + 10 * YEAR;

/** A lone surrogate: no encoding can hold it, and the database would refuse the whole record for it. */
const HALF = /\p{Surrogate}/u;

function mustBeText(value: unknown, path: readonly (string | number)[]): void {
  if (typeof value === 'string' && HALF.test(value))
    throw new ActRefused(
      'text',
      'There is half a character in this text, which cannot be kept.',
      path.join('.'),
      'Type it anew.',
    );
  if (value === null || typeof value !== 'object') return;
  for (const [k, v] of Object.entries(value)) {
    mustBeText(k, path);
    mustBeText(v, [...path, Array.isArray(value) ? Number(k) : k]);
  }
}

/**
 * Every instant of a payload, wherever it stands, lies within the hatchery's life: a mistyped year would have roll-ups,
 * calendars and searches run through thousands of years under the lock of the site.
 */
function mustBeInLife(value: unknown, path: readonly (string | number)[], now: number): void {
  if (typeof value === 'number') {
    if (!Number.isInteger(value) || Math.abs(value) < INSTANT) return;
    if (value >= earliest(now) && value <= latest(now)) return;
    const year = Number.isNaN(new Date(value).getTime()) ? 'that year' : `the year ${new Date(value).getUTCFullYear()}`;
    throw new ActRefused(
      'instant',
      `${year.charAt(0).toUpperCase()}${year.slice(1)} is out of the life of a hatchery.`,
      path.join('.'),
      'Check the year.',
    );
  }
  if (value === null || typeof value !== 'object') return;
  for (const [k, v] of Object.entries(value)) mustBeInLife(v, [...path, Array.isArray(value) ? Number(k) : k], now);
}

/** Probes send what their makers thought of: their clocks are judged reading by reading, and what is off is counted there. */
const ofProbes = (act: Act) => act.type === 'readings.report';

/** @throws ActRefused naming the first field that is wrong */
export function parseInput(act: Act, raw: unknown, now: number): unknown {
  try {
    mustBeText(raw, []);
    if (!ofProbes(act)) mustBeInLife(raw, [], now);
    return act.input.parse(raw);
  } catch (e) {
    if (!(e instanceof ZodError)) throw e;
    const issue = e.issues[0]!;
    const stray = mistyped(act, raw, issue.path);
    if (stray) throw unknownKey(act, stray, String(issue.path.at(-1)));
    throw new ActRefused(
      'payload',
      `${issue.path.length > 0 ? `${fieldWords(issue.path)} ` : ''}${issue.message}`,
      issue.path.join('.'),
    );
  }
}

/**
 * A key that the act does not know is a wanted one mistyped, or one that its sender believes in: what it says would be
 * dropped without a word.
 *
 * @param parsed what `parseInput` made of it  @throws ActRefused naming it, with the nearest known one
 */
export function mustBeKnown(act: Act, sent: unknown, parsed: unknown): void {
  if (ofProbes(act)) return;
  const stray = strayKey(sent, parsed);
  if (!stray) return;
  const key = String(stray.at(-1));
  throw unknownKey(act, stray, nearestKey(key, keysAt(act.input, stray.slice(0, -1))));
}

/** The path of the key under which a wanted one was sent with a slip in it; null where it is simply missing. */
function mistyped(act: Act, sent: unknown, wanted: readonly PropertyKey[]): PropertyKey[] | null {
  const [key, beside] = [wanted.at(-1), wanted.slice(0, -1)];
  const parent = beside.reduce<unknown>((at, p) => (at as Record<PropertyKey, unknown> | null | undefined)?.[p], sent);
  if (ofProbes(act) || typeof key !== 'string' || typeof parent !== 'object' || parent === null || key in parent)
    return null;
  const known = keysAt(act.input, beside);
  const stray = Object.keys(parent).find((k) => !known.includes(k) && nearestKey(k, [key]) === key);
  return stray === undefined ? null : [...beside, stray];
}

const unknownKey = (act: Act, path: readonly PropertyKey[], near: string | null) =>
  new ActRefused(
    'unknownKey',
    `${path.join('.')} is not a field of ${act.type}. Nothing was recorded.`,
    path.join('.'),
    near ? `Meant is perhaps ${near}.` : 'Leave it out.',
  );
