import { drawnPedigree } from '../../tests/support/pedigree';
import { inThread, Stopped } from './thread';

/** Nothing of this process may wait for the thread: the longest pause between two ticks of a timer while it works. */
async function longestPauseDuring(work: Promise<unknown>): Promise<{ pause: number; took: number }> {
  const began = performance.now();
  let last = began;
  let longest = 0;
  const timer = setInterval(() => {
    const t = performance.now();
    longest = Math.max(longest, t - last);
    last = t;
  }, 5);
  await work;
  clearInterval(timer);
  return { pause: longest, took: performance.now() - began };
}

const plan = (n: number) => {
  const pedigree = drawnPedigree(10, 200, 40);
  const last = pedigree.slice(-n);
  return {
    females: last.slice(0, n / 2).map((a) => ({ id: a.id })),
    males: last.slice(n / 2).map((a) => ({ id: a.id, maxFemales: 4 })),
    malesPerFemale: 2,
    pedigree,
    objective: 'meanKinship',
  };
};

test('a calculation comes back from the thread as it would be worked here, with its working', async () => {
  const asked = { males: 2, females: 8 };
  const outcome = await inThread('genetics.effectiveSize', asked);
  expect(outcome).toMatchObject({ ok: { output: { effectiveSize: 6.4 } } });
  expect('ok' in outcome && outcome.ok.working.steps.length).toBeGreaterThan(0);
});

test('a mistake of the caller is told at its field, and the thread goes on', async () => {
  const outcome = await inThread('genetics.effectiveSize', { males: -1, females: 3 });
  expect(outcome).toMatchObject({ refused: { path: 'males' } });
  expect(await inThread('genetics.effectiveSize', { males: 1, females: 1 })).toMatchObject({
    ok: { output: { effectiveSize: 2 } },
  });
});

test('this process goes on while a plan is sought', async () => {
  await inThread('genetics.effectiveSize', { males: 1, females: 1 });
  const { pause, took } = await longestPauseDuring(inThread('genetics.matingPlan', plan(80)));
  // Worked here, the pause would be the whole of it; a busy machine pauses on its own account.
  expect(pause).toBeLessThan(took / 5);
});

test('what is stopped ends at once, what waited behind it is worked', async () => {
  const stop = new AbortController();
  const first = inThread('genetics.matingPlan', plan(160), stop.signal);
  const second = inThread('genetics.effectiveSize', { males: 2, females: 8 });
  setTimeout(() => stop.abort(), 30);
  await expect(first).rejects.toBeInstanceOf(Stopped);
  expect(await second).toMatchObject({ ok: { output: { effectiveSize: 6.4 } } });
});

test('what is stopped while it waits is never begun', async () => {
  const stop = new AbortController();
  const first = inThread('genetics.effectiveSize', { males: 3, females: 3 });
  const second = inThread('genetics.matingPlan', plan(160), stop.signal);
  stop.abort();
  await expect(second).rejects.toBeInstanceOf(Stopped);
  expect(await first).toMatchObject({ ok: { output: { effectiveSize: 6 } } });
  await expect(inThread('genetics.effectiveSize', {}, stop.signal)).rejects.toBeInstanceOf(Stopped);
});
