const common = {
  rootDir: '.',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'es6' } }],
  },
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/dist', '<rootDir>/var'],
}

/** Unit tests need nothing but Node and Debian's reference tools; integration tests the private database and the built programs. */
export default {
  projects: [
    { ...common, displayName: 'unit', testMatch: ['<rootDir>/{core,demo,web}/**/*.test.ts', '<rootDir>/simulator/*/**/*.test.ts'] },
    { ...common, displayName: 'integration', testMatch: ['<rootDir>/server/**/*.test.ts', '<rootDir>/simulator/*.test.ts'] },
  ],
}
