import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/**
 * Where aubio, an independent detector of onsets (Debian's aubio-tools), hears something begin in a WAV file, in
 * seconds. It looks at pieces of 512 samples.
 */
export const onsetsHeard = (wav: Buffer): number[] => {
  const folder = mkdtempSync(path.join(tmpdir(), 'onsets-'));
  const file = path.join(folder, 'heard.wav');
  writeFileSync(file, wav);
  const heard = execFileSync(
    'aubioonset',
    ['-B', '512', '-H', '64', '-t', '0.3', '-M', '0.08', file],
    { encoding: 'utf8' },
  );
  rmSync(folder, { recursive: true });
  return heard.trim().split('\n').map(Number);
};
