import config from './jest.config.mjs';

/** The unit tests that stand beside what is mutated (see bin/mutants), as one project. */
const { displayName, ...unit } = config.projects.find((one) => one.displayName === 'unit');
const folders = (process.env.MUTANTS ?? '')
  .split(' ')
  .map((name) => name.replace(/\/[^/]*\.ts$/, ''));

export default {
  ...unit,
  testMatch: folders.map((folder) => `<rootDir>/src/core/**/${folder}/**/*.test.ts`),
  testTimeout: config.testTimeout,
  setupFiles: ['<rootDir>/bin/mutants-setup.ts'],
};
