/**
 * Reads from what a step printed how many passed, how many failed and which: Jest's summary, Playwright's, or the
 * status alone for a step without counts. A step that ends badly has failed at least once, whatever it printed.
 */
export function readCounts(output: string, status: number | null): { passed: number; failed: number; what: string[] } {
  const bad = status !== 0;
  if (/^No tests found/m.test(output)) return { passed: 0, failed: bad ? 1 : 0, what: bad ? ['no tests found'] : [] };
  const jest = /^Tests:\s+(?:(\d+) failed, )?(?:\d+ skipped, )?(?:(\d+) passed, )?\d+ total/m.exec(output);
  const failedIn = /^\s+(\d+) failed$/m.exec(output);
  const passedIn = /^\s+(\d+) passed/m.exec(output);
  if (!jest && !failedIn && !passedIn)
    return bad ? { passed: 0, failed: 1, what: [lastWords(output)] } : { passed: 1, failed: 0, what: [] };
  const failed = Number((jest ? jest[1] : failedIn?.[1]) ?? 0);
  const passed = Number((jest ? jest[2] : passedIn?.[1]) ?? 0);
  // Both print some of them twice.
  const what = [...new Set(jest ? failedOfJest(output) : failedOfPlaywright(output))];
  return bad && failed === 0 ? { passed, failed: 1, what: [...what, lastWords(output)] } : { passed, failed, what };
}

/** Below the file that failed: the name of each test, then further in what went wrong; or that the file did not load. */
const failedOfJest = (output: string): string[] =>
  output.split(/^(?=(?:FAIL|PASS) )/m).flatMap((block) => {
    const file = /^FAIL (?:\S+ )?(\S+\.tsx?)/.exec(block)?.[1];
    if (!file) return [];
    const tests = [...block.matchAll(/^(\S.*)\n {4}\S/gm)].map((m) => m[1]!).filter((t) => !t.startsWith('FAIL '));
    return tests.length > 0 ? tests.map((t) => `${file}: ${t}`) : [`${file} did not load`];
  });

/** Each with a number and its file. */
const failedOfPlaywright = (output: string): string[] =>
  [...output.matchAll(/^\s+\d+\) (.+?)\s*─*$/gm)].map((m) => m[1]!.trim());

const lastWords = (output: string) => output.trim().split('\n').slice(-3).join(' | ').slice(0, 300) || 'said nothing';
