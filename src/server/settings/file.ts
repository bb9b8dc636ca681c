import { readFileSync, statSync } from 'node:fs';
import { fail, ok, type Result } from '@/core/base/result';

/** Reading, or any right at all, for those who are neither the owner nor of the group. */
const OTHERS = 0o007;

/** The text of a settings file, which holds passwords: one that everybody may read is refused. */
export const settingsText = (path: string): Result<string> => {
  try {
    const { mode } = statSync(path);
    if (mode & OTHERS)
      return fail(
        'invalid',
        path,
        `Everybody on this machine may read it. As its owner: chmod 640 ${path}`,
      );
    return ok(readFileSync(path, 'utf8'));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') return fail('not-found', path, 'There is no such file.');
    if (code === 'EACCES') return fail('forbidden', path, 'This user may not read it.');
    return fail('invalid', path, 'It cannot be read.');
  }
};
