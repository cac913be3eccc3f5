import type { Codec } from './codecs';

/** Counts of samples, one after the other. */
export const COUNTS: Codec = {
  blank: '',
  write: (v) => ((v as number[] | undefined) ?? []).join(' '),
  read: (t) => {
    const parts = String(t)
      .split(/[\s,;]+/)
      .filter(Boolean);
    const wrong = parts.find((p) => !/^\d{1,7}$/.test(p));
    if (wrong) return { value: null, error: `“${wrong}” is no count: whole numbers, with spaces between` };
    return { value: parts.length > 0 ? parts.map(Number) : null, error: null };
  },
};
