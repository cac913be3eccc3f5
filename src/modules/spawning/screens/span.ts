import type { DayDue } from '@/core/spawning/due';

/** How long is left, how long it is over, or when it comes. */
export function dueWords(d: DayDue, now: number): string {
  if (!d.now) return `in ${span(d.at - now)}`;
  if (d.by !== null && d.by > now) return `${span(d.by - now)} left`;
  return d.at < now - 60_000 ? `${span(now - (d.by ?? d.at))} over` : 'now';
}

/** 7 min, 2 h 05, 1 d 3 h. */
export function span(ms: number): string {
  const minutes = Math.floor(Math.abs(ms) / 60_000);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 24) return `${hours} h ${String(minutes % 60).padStart(2, '0')}`;
  return `${Math.floor(hours / 24)} d ${hours % 24} h`;
}

/** Minutes and seconds, for the minute there is. */
export function countdown(ms: number): string {
  const s = Math.max(0, Math.ceil(ms / 1000));
  return s >= 3600 ? span(ms) : `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}
