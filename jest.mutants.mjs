import config from './jest.config.mjs';

/** The unit tests alone, as one project, which is all that the mutants need. */
const { displayName, ...unit } = config.projects.find((one) => one.displayName === 'unit');
export default {
  ...unit,
  testTimeout: config.testTimeout,
  setupFiles: ['<rootDir>/bin/mutants-setup.ts'],
};
