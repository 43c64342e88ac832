const common = {
  rootDir: '.',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'es6' } }],
  },
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/dist', '<rootDir>/var'],
}

const inGroups = { rootDir: '.', transform: {}, testEnvironment: 'node' }

/** Tests whose names end in `.app.test.ts` need the built application and its database; all others Node and Debian's tools. */
export default {
  projects: [
    { ...common, displayName: 'unit', testMatch: ['<rootDir>/**/*.test.ts', '!**/*.app.test.ts'] },
    { ...common, displayName: 'integration', testMatch: ['<rootDir>/**/*.app.test.ts'] },
    // The same in groups, as scripts/test-groups.mjs writes them.
    { ...inGroups, displayName: 'unit-groups', testMatch: ['<rootDir>/var/tests/unit/*.test.mjs'] },
    { ...inGroups, displayName: 'integration-groups', testMatch: ['<rootDir>/var/tests/integration/*.test.mjs'] },
  ],
}
