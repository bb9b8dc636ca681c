import { execFileSync } from 'node:child_process';

/** A PostgreSQL of one test file's own, which it may stop, freeze and set the clock of. */
export const ownPostgres = (name: string) => {
  const run = (command: string, environment: Readonly<Record<string, string>> = {}) =>
    execFileSync('bin/database', [command, name], {
      encoding: 'utf8',
      env: { ...process.env, ...environment } as NodeJS.ProcessEnv,
    });
  return {
    /** Starts it anew; what this process asks of a database from then on goes there. */
    start: (environment?: Readonly<Record<string, string>>): void => {
      run('remove');
      run('start', environment);
      for (const [, variable = '', value = ''] of run('env').matchAll(/(DATABASE_\w+)='([^']*)'/g))
        process.env[variable] = value;
    },
    run,
  };
};
