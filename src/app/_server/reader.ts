import { AsyncLocalStorage } from 'node:async_hooks';
import { Server } from 'node:http';
import { type Mark, markBy } from '@/core/quantities/format';

type Reader = { mark: Mark };
// The bundler makes several of this module; the requests are the same for all of them.
const shared = globalThis as { morulaReaders?: AsyncLocalStorage<Reader> };

/**
 * From here on each request knows who reads its answer: whatever formats a number, in a query, a page or a component
 * rendered on the server, asks for the mark of the request that it works for. Two people with other marks may be
 * answered at once, so it cannot stand in the module; and it would otherwise have to be handed through every function
 * that says a number.
 */
export function knowReaders(): void {
  if (shared.morulaReaders) return;
  const readers = new AsyncLocalStorage<Reader>();
  shared.morulaReaders = readers;
  const emit = Server.prototype.emit as (this: Server, event: string, ...args: unknown[]) => boolean;
  Server.prototype.emit = function (this: Server, event: string, ...args: unknown[]) {
    return event === 'request'
      ? readers.run({ mark: '.' }, () => emit.call(this, event, ...args))
      : emit.call(this, event, ...args);
  } as typeof Server.prototype.emit;
  markBy(() => readers.getStore()?.mark ?? '.');
}

/** Works what is kept and read by all, not by whoever asked for it just now: with a point. */
export const forAll = <T>(work: () => T): T =>
  shared.morulaReaders ? shared.morulaReaders.run({ mark: '.' }, work) : work();

/** The answer to this request is for somebody who writes numbers so. */
export function readerMark(mark: Mark): void {
  const reader = shared.morulaReaders?.getStore();
  if (reader) reader.mark = mark;
}
