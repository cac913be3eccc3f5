import { readCounts } from './testCounts';

test('of Jest: how many, and which', () => {
  const failed = `FAIL store src/store/books.test.ts (9.743 s)
a book > an older count is found
    Error: expect(received).toBe(expected) // Object.is equality

    Expected: 1
        at <anonymous> (/home/morula/src/store/books.test.ts:14:3)
`;
  const output = `PASS store src/store/lines.test.ts
a warning that somebody wrote
    further in
${failed}
FAIL store src/store/other.test.ts
  ● Test suite failed to run

    SyntaxError: no
PASS store src/store/tables.test.ts
Summary of all failing tests
${failed}
Test Suites: 2 failed, 3 passed, 5 total
Tests:       1 failed, 2 skipped, 40 passed, 43 total
`;
  const what = ['src/store/books.test.ts: a book > an older count is found', 'src/store/other.test.ts did not load'];
  expect(readCounts(output, 1)).toEqual({ passed: 40, failed: 1, what });
});

test('of Playwright: each once, though it prints them twice', () => {
  const output = `  1) tests/browser/a.spec.ts:3:1 › it opens ─────────

    Error: no

  1 failed
    tests/browser/a.spec.ts:3:1 › it opens
  7 passed (1.2m)
`;
  expect(readCounts(output, 1)).toEqual({ passed: 7, failed: 1, what: ['tests/browser/a.spec.ts:3:1 › it opens'] });
});

test('a step without counts is one; what ended badly has failed, and says its last words', () => {
  expect(readCounts('', 0)).toEqual({ passed: 1, failed: 0, what: [] });
  expect(readCounts('one\nsrc/a.ts(1,1): error', 2)).toEqual({
    passed: 0,
    failed: 1,
    what: ['one | src/a.ts(1,1): error'],
  });
  const all = readCounts('Tests:       3 passed, 3 total\nout of memory', 134);
  expect(all).toMatchObject({ passed: 3, failed: 1 });
  expect(all.what[0]).toContain('out of memory');
  expect(readCounts('No tests found, exiting with code 0', 0)).toEqual({ passed: 0, failed: 0, what: [] });
});
