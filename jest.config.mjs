/**
 * Three projects and the faults: pure unit tests, screens in a drawn page, the store on one private MariaDB
 * (tests/support/server.ts). They run in plain Node, whose modules all files of a process share
 * (tests/support/loader.mjs): loading them anew for each file would take longer than the tests. What a test changes for
 * all, it sets back.
 */
const common = {
  runner: 'jest-light-runner',
  transform: {},
  setupFilesAfterEnv: ['<rootDir>/tests/support/patience.mjs'],
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/.morula/'],
};
export default {
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
        '<rootDir>/src/{store,demo}/**/*.test.ts',
        '<rootDir>/src/modules/*.test.ts',
        '<rootDir>/src/modules/*/{,acts/**/,views/}*.test.ts',
      ],
    },
    {
      ...common,
      displayName: 'faults',
      testMatch: ['<rootDir>/tests/faults/**/*.test.ts'],
    },
  ],
};
