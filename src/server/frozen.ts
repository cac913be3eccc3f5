/**
 * A value that nobody can change any more, all that it holds included: what is kept for several pages and people must not
 * be sorted or filled in by one of them. Maps, sets and dates within are left as they are.
 */
export function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  const plain = Array.isArray(value) || [Object.prototype, null].includes(Object.getPrototypeOf(value));
  if (!plain) return value;
  Object.freeze(value);
  for (const part of Object.values(value)) frozen(part);
  return value;
}
