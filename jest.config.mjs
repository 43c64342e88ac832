const common = {
  rootDir: '.',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'es6' } }],
  },
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/dist', '<rootDir>/var'],
}

/** Tests whose names end in `.app.test.ts` need the built application and its database; all others Node and Debian's tools. */
export default {
  projects: [
    { ...common, displayName: 'unit', testMatch: ['<rootDir>/**/*.test.ts', '!**/*.app.test.ts'] },
    { ...common, displayName: 'integration', testMatch: ['<rootDir>/**/*.app.test.ts'] },
  ],
}
