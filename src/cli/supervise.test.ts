import type { ChildProcess } from 'node:child_process';
import { EventEmitter } from 'node:events';
import { keepRunning } from './supervise';

/** A program that ends when it is told to, or by itself. */
class Fake extends EventEmitter {
  exitCode: number | null = null;
  signalCode: string | null = null;
  pid = Math.floor(Math.random() * 1e6);
  kill(signal: string): void {
    this.signalCode = signal;
    setImmediate(() => this.emit('exit', null, signal));
  }
  end(code: number): void {
    this.exitCode = code;
    this.emit('exit', code, null);
  }
}
const turn = () => new Promise((r) => setTimeout(r, 20));

function kept() {
  const begun: Fake[] = [];
  const waits: number[] = [];
  const k = keepRunning(
    'it',
    () => {
      begun.push(new Fake());
      return begun.at(-1)! as unknown as ChildProcess;
    },
    () => {},
    async (ms) => void waits.push(ms),
  );
  return { k, begun, waits };
}

test('what dies by itself is begun again after a pause; what is restarted at once, and it counts as no death', async () => {
  const { k, begun, waits } = kept();
  begun[0]!.end(1);
  await turn();
  expect(begun).toHaveLength(2);
  expect(waits).toEqual([1000]);
  k.restart();
  k.restart();
  await turn();
  expect(begun).toHaveLength(3);
  expect(waits).toEqual([1000]);
  begun[2]!.end(1);
  await turn();
  // The second death, not the third.
  expect(waits).toEqual([1000, 2000]);
  k.stop();
  await k.ended;
});

test('one that is stopped while it restarts stays stopped', async () => {
  const { k, begun } = kept();
  k.stop();
  k.restart();
  expect(await k.ended).toBe(0);
  await turn();
  expect(begun).toHaveLength(1);
});

test('one that died is begun anew by its supervisor alone', async () => {
  const { k, begun } = kept();
  begun[0]!.exitCode = 1;
  k.restart();
  await turn();
  expect(begun).toHaveLength(1);
  begun[0]!.emit('exit', 1, null);
  await turn();
  expect(begun).toHaveLength(2);
  k.stop();
  await k.ended;
});
