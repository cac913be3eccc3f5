import type { Codec } from '@/client/form/codecs';
import { readTime } from '@/core/time/typedDay';

const two = (n: number) => String(n).padStart(2, '0');

/** An hour of the day as clocks show it. @example hourText(6.5) // "06:30" */
export const hourText = (hour: number): string => {
  const minutes = Math.round(hour * 60);
  return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
};

/** Typed as people write times; 24:00 is the end of the day. */
export const hourAsTime: Codec = {
  blank: '',
  write: (v) => (typeof v === 'number' ? hourText(v) : ''),
  read: (t) => {
    const text = String(t).trim();
    if (text === '') return { value: null, error: null };
    if (/^24([:.]?00)?$/.test(text)) return { value: 24, error: null };
    const time = readTime(text);
    if (!time) return { value: null, error: 'is no time of the day: write it as 6:30' };
    const [hour, minute] = time.split(':').map(Number) as [number, number];
    return { value: hour + minute / 60, error: null };
  },
};
