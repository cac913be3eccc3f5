/**
 * Three projects: pure unit tests, screens in a drawn page, the store and its faults on one private MariaDB
 * (tests/support/server.ts). Each is a run of its own (`--selectProjects core`), in plain Node, whose modules all its
 * files share (tests/support/loader.mjs): loading them anew for each would take longer than the tests. What a test
 * changes for all, it sets back.
 */
const common = {
  runner: 'jest-light-runner',
  transform: {},
  setupFilesAfterEnv: ['<rootDir>/tests/support/patience.mjs'],
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/.morula/'],
};
export default {
  testSequencer: '<rootDir>/tests/support/inOrder.mjs',
  projects: [
    {
      ...common,
      displayName: 'core',
      testMatch: [
        '<rootDir>/src/{core,reference,ui,cli,app,workers,edges,client,server}/**/*.test.ts',
        '<rootDir>/src/modules/*/{screens,papers}/**/*.test.ts',
      ],
    },
    {
      ...common,
      displayName: 'screens',
      setupFiles: ['<rootDir>/tests/support/browser.mjs'],
      testMatch: ['<rootDir>/src/**/*.test.tsx'],
    },
    {
      ...common,
      displayName: 'store',
      globalTeardown: '<rootDir>/tests/support/dropModel.mjs',
      testMatch: [
        '<rootDir>/tests/faults/**/*.test.ts',
        '<rootDir>/src/{store,demo}/**/*.test.ts',
        '<rootDir>/src/modules/*.test.ts',
        '<rootDir>/src/modules/*/{,acts/**/,views/}*.test.ts',
      ],
    },
  ],
};
