import { type ChildProcess, spawn } from 'node:child_process';
import { say } from './home';

/** Waits before a thing that died is started again: doubled each time, from one second to half a minute. */
export const backOff = (deaths: number): number => Math.min(30_000, 1000 * 2 ** Math.max(0, deaths - 1));
/** What has run so long has recovered: its earlier deaths count no more. */
const RECOVERED_MS = 5 * 60_000;
/** Deaths in a row after which it is no accident: whoever runs the service is to look. */
export const MOST_DEATHS = 6;
/** A service is ended for good when it has not ended by itself so long after it was asked. */
const PATIENCE_MS = 7000;

export type Kept = {
  /** Settles with the exit code that tells a service manager the truth: 0 when it was stopped, 1 when it gave up. */
  ended: Promise<number>;
  pid: () => number | undefined;
  /** Ends it and begins it anew, at once: what it is begun with has changed. */
  restart: () => void;
  /** Asks it to end; at once when asked for the second time. */
  stop: () => void;
};

/**
 * Runs a program and starts it again, with growing pauses, when it dies by itself; gives up after `MOST_DEATHS` in a row.
 * @param begin starts it anew @param began told each time it was started
 */
export function keepRunning(
  what: string,
  begin: () => ChildProcess,
  began: (child: ChildProcess) => void = () => {},
  wait: (ms: number) => Promise<void> = (ms) => new Promise((ok) => setTimeout(ok, ms)),
): Kept {
  let child: ChildProcess;
  let stopping = false;
  let restarting = false;
  let deaths = 0;
  let settle: (code: number) => void = () => {};
  const ended = new Promise<number>((ok) => {
    settle = ok;
  });
  const start = () => {
    const at = Date.now();
    child = begin();
    began(child);
    let over = false;
    const died = (how: string) => {
      if (over) return;
      over = true;
      if (stopping) {
        settle(0);
        return;
      }
      if (restarting) {
        restarting = false;
        start();
        return;
      }
      deaths = Date.now() - at > RECOVERED_MS ? 1 : deaths + 1;
      if (deaths > MOST_DEATHS) {
        say(`${what} died ${deaths} times in a row (${how}); giving up. The log above says why.`);
        settle(1);
        return;
      }
      const pause = backOff(deaths);
      say(`${what} died (${how}); starting it again in ${pause / 1000} s. Nothing that was recorded is lost.`);
      void wait(pause).then(() => (stopping ? settle(0) : start()));
    };
    child.on('error', (e) => died(e.message));
    child.on('exit', (code, signal) => died(signal ?? `code ${code}`));
  };
  start();
  return {
    ended,
    pid: () => child.pid,
    restart: () => {
      if (stopping || restarting) return;
      const old = child;
      // One that died by itself begins anew anyway.
      if (old.exitCode !== null || old.signalCode !== null) return;
      restarting = true;
      old.kill('SIGTERM');
      setTimeout(() => old.kill('SIGKILL'), PATIENCE_MS).unref();
    },
    stop: () => {
      if (stopping) {
        child.kill('SIGKILL');
        settle(0);
        return;
      }
      stopping = true;
      if (child.exitCode !== null || child.signalCode !== null) settle(0);
      child.kill('SIGTERM');
      // Browsers hold their connections open: what does not end by itself is ended.
      setTimeout(() => child.kill('SIGKILL'), PATIENCE_MS).unref();
    },
  };
}

/** The application itself, on a leash: it ends when its supervisor does. */
export function spawnApplication(host: string, port: number, env: Record<string, string>): ChildProcess {
  return spawn(
    'node',
    ['--import', './src/cli/leash.mjs', 'node_modules/next/dist/bin/next', 'start', '-H', host, '-p', String(port)],
    { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, NODE_ENV: 'production', ...env } },
  );
}
