import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Working } from '@/core/calculation';
import { decimalMark, type Mark } from '@/core/quantities/format';
import { type OwnThresholds, ownThresholds } from '@/core/thresholdsInForce';

/** `mark`: the decimal mark of whoever reads the texts of the answer. */
export type Asked = { no: number; id: string; input: unknown; mark: Mark; thresholds: OwnThresholds };
type Worked = { output: Record<string, unknown>; working: Working };
export type Outcome =
  | { ok: Worked }
  | { refused: { code: string; path: string; message: string } }
  | { broken: string };

/** A heavy calculation was stopped by whoever asked for it. */
export class Stopped extends Error {
  constructor() {
    super('stopped');
    this.name = 'Stopped';
  }
}

const ENTRY = 'src/workers/calculate.ts';
const BEGIN = `import('tsx/esm/api').then(({ register }) => {
  register();
  return import(require('node:worker_threads').workerData);
})`;

/** A plan of thousands of animals takes a minute; nobody waits for longer. */
const MOST_MS = 180_000;

type Waiting = Asked & {
  settle: (outcome: Outcome) => void;
  fail: (e: Error) => void;
};

/**
 * One thread beside the server's own for the calculations that take seconds, so that nobody else waits for them. They
 * are worked one after the other; stopping the one that is being worked ends the thread, and the next begins another.
 */
export class Thread {
  private worker: Worker | null = null;
  private readonly queue: Waiting[] = [];
  private no = 0;
  private limit: ReturnType<typeof setTimeout> | undefined;

  /** @param mostMs the longest that one calculation may take */
  constructor(private readonly mostMs = MOST_MS) {}

  /** @throws Stopped when `signal` fires before the answer; Error when the thread itself fails */
  work(id: string, input: unknown, signal?: AbortSignal): Promise<Outcome> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) {
        reject(new Stopped());
        return;
      }
      this.no += 1;
      const task: Waiting = {
        no: this.no,
        id,
        input,
        mark: decimalMark(),
        thresholds: ownThresholds(),
        settle: resolve,
        fail: reject,
      };
      signal?.addEventListener('abort', () => this.stop(task), { once: true });
      this.queue.push(task);
      if (this.queue.length === 1) this.begin(task);
    });
  }

  private begin(task: Waiting): void {
    const worker = this.thread();
    worker.ref();
    const { no, id, input, mark, thresholds } = task;
    worker.postMessage({ no, id, input, mark, thresholds } satisfies Asked);
    clearTimeout(this.limit);
    this.limit = setTimeout(() => {
      if (this.queue[0] !== task) return;
      this.queue.shift();
      this.end();
      task.settle({
        refused: {
          code: 'tooLong',
          path: 'input',
          message: `input: takes longer than ${this.mostMs / 1000} seconds; ask for less at once`,
        },
      });
      if (this.queue[0]) this.begin(this.queue[0]);
    }, this.mostMs);
    this.limit.unref?.();
  }

  private stop(task: Waiting): void {
    const at = this.queue.indexOf(task);
    if (at < 0) return;
    if (at === 0) this.end();
    this.queue.splice(at, 1);
    task.fail(new Stopped());
    if (at === 0 && this.queue[0]) this.begin(this.queue[0]);
  }

  private end(): void {
    const old = this.worker;
    this.worker = null;
    void old?.terminate();
  }

  private thread(): Worker {
    if (this.worker) return this.worker;
    // The sources ship with the application: the thread reads them as the command line does. It is begun from words,
    // since the bundler would pack a file named here, and without the loader that a thread does not inherit.
    const worker = new Worker(BEGIN, { eval: true, execArgv: [], workerData: join(process.cwd(), ENTRY) });
    worker.on('message', ({ no, outcome }: { no: number; outcome: Outcome }) => {
      if (this.queue[0]?.no !== no) return;
      const done = this.queue.shift()!;
      done.settle(outcome);
      // An idle thread keeps no process alive.
      if (this.queue[0]) this.begin(this.queue[0]);
      else worker.unref();
    });
    worker.on('error', (e) => {
      if (this.worker !== worker) return;
      this.worker = null;
      const failed = this.queue.splice(0);
      for (const task of failed) task.fail(e);
    });
    this.worker = worker;
    return worker;
  }
}

const shared = globalThis as { morulaThread?: Thread };

/** Works a calculation of the registry in the thread; `refused` is a caller's mistake. */
export function inThread(id: string, input: unknown, signal?: AbortSignal): Promise<Outcome> {
  shared.morulaThread ??= new Thread();
  return shared.morulaThread.work(id, input, signal);
}
