import type { spawn } from 'node:child_process';

/** Waits for a program to end. @throws Error with what it said, when it ended ill */
export function endOf(child: ReturnType<typeof spawn>, name: string): Promise<void> {
  let err = '';
  child.stderr?.on('data', (d: Buffer) => {
    err += d.toString();
  });
  return new Promise((ok, fail) => {
    child.on('error', fail);
    child.on('exit', (code) => (code === 0 ? ok() : fail(new Error(`${name} failed: ${err.trim().slice(0, 400)}`))));
  });
}
