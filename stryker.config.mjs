/** Folders or files of the core, as bin/mutants is told. */
const names = (process.env.MUTANTS ?? 'time').split(' ');

export default {
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutants.mjs', enableFindRelatedTests: false },
  plugins: ['@stryker-mutator/jest-runner'],
  mutate: [
    ...names.map((name) => `src/core/**/${name.endsWith('.ts') ? name : `${name}/**/*.ts`}`),
    '!**/*.test.ts',
    '!src/core/testing.ts',
  ],
  coverageAnalysis: 'perTest',
  concurrency: 2,
  timeoutMS: 20_000,
  ignoreStatic: true,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: {
    allowColor: false,
    logTests: false,
    reportTests: false,
    reportScoreTable: true,
  },
  // TypeScript 7 has no interface for it; nothing here needs the file rewritten.
  tsconfigFile: 'tsconfig.none.json',
  tempDirName: '.stryker-tmp',
};
