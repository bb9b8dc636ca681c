import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const PAGES = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync('docs')
    .filter((name) => name.endsWith('.md'))
    .map((name) => `docs/${name}`),
];
const FILES = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
  encoding: 'utf8',
})
  .trim()
  .split('\n');

/** What a page puts between backticks that is the name of a file. */
const namedIn = (text: string): string[] =>
  [...text.matchAll(/`([^`\n]+)`/g)]
    .map(([, named = '']) => named)
    .filter((named) => /^[\w@./[\]-]+\.(tsx?|mjs|sql|ya?ml|conf|css|service|timer)$/.test(named));

test.each(PAGES)('%s names no file that there is not, and links to none', (page) => {
  const text = readFileSync(page, 'utf8');
  const missing = namedIn(text).filter(
    (named) => !FILES.some((file) => file === named || file.endsWith(`/${named}`)),
  );
  expect(missing).toEqual([]);
  const linked = [...text.matchAll(/\]\(([^)#:]+)\)/g)].map(([, to = '']) =>
    path.join(path.dirname(page), to),
  );
  expect(linked.filter((file) => !existsSync(file))).toEqual([]);
});

test('a name that is wrong would be found', () => {
  expect(namedIn('see `src/core/base/result.ts` and `Ctrl K`, `bin/test`')).toEqual([
    'src/core/base/result.ts',
  ]);
  expect(FILES).toContain('src/proxy.ts');
  expect(FILES).not.toContain('src/proxies.ts');
});
