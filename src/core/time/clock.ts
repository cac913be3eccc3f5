/** The one clock of the application. Times of events are passed on from here; nothing else asks the system. */
export type Clock = () => number;

/**
 * `now` shifts the clock to start there (it goes on ticking); `freeze` stops it there, for pictures.
 * @param start the system's time at which `now` was meant
 */
export function makeClock(system: Clock, options: { now?: string; freeze?: string }): Clock {
  if (options.freeze) {
    const at = instant(options.freeze);
    return () => at;
  }
  if (options.now) {
    const shift = instant(options.now) - system();
    return () => system() + shift;
  }
  return system;
}

function instant(text: string): number {
  const t = Date.parse(text);
  if (Number.isNaN(t)) throw new RangeError(`“${text}” is no instant; like 2031-04-14T05:42:00Z`);
  return t;
}
