/** Two projects: pure unit tests run alone; store tests share one private MariaDB (tests/support/database.ts). */
const common = {
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': '<rootDir>/tests/support/transform.mjs' },
  // The marker of server code throws outside Next's own resolution.
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^server-only$': '<rootDir>/tests/support/empty.ts',
    '^next/navigation$': '<rootDir>/tests/support/navigation.ts',
    // One file instead of two thousand, each of which a test would read anew.
    '^lucide-react$': '<rootDir>/node_modules/lucide-react/dist/cjs/lucide-react.js',
    '^nuqs/adapters/next/app$': '<rootDir>/tests/support/address.tsx',
  },
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/.morula/'],
  // The same for packages of the older kind: see tests/support/transform.mjs.
  sandboxInjectedGlobals: ['Math'],
  testEnvironment: 'node',
};
export default {
  // A machine that is busy with something else is no failure.
  testTimeout: 120_000,
  projects: [
    {
      ...common,
      displayName: 'core',
      testMatch: [
        '<rootDir>/src/{core,reference,ui,cli,app,workers,edges,client,server}/**/*.test.ts?(x)',
        '<rootDir>/src/modules/*/{screens,papers}/**/*.test.ts?(x)',
      ],
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
