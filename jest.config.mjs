const shared = {
  transform: {
    '^.+\\.[jt]sx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  // These ship as ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!(client-zip|fractional-indexing)/)'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // Components are told apart by what they do, not by their classes.
    '\\.css$': '<rootDir>/src/ui/testing/styles.ts',
    // Next's guard against server code in the browser throws outside its bundler.
    '^server-only$': '<rootDir>/node_modules/server-only/empty.js',
  },
  testEnvironment: 'node',
  // What one process shares (pool, news) is kept on globalThis, and closed by the tests themselves.
  testEnvironmentOptions: { globalsCleanup: 'off' },
};

export default {
  // Starting servers, or engraving a long song, takes its time on a busy machine.
  testTimeout: 180_000,
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/src/{core,ui,audio,offline}/**/*.test.{ts,tsx}',
        '<rootDir>/src/*.test.ts',
      ],
    },
    {
      ...shared,
      displayName: 'database',
      globalSetup: '<rootDir>/src/server/testing/dropTemplate.mjs',
      testMatch: ['<rootDir>/{src/server,src/app,bin}/**/*.test.ts'],
    },
  ],
};
