import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dependenciesPage, isAllowed, shipped } from './dependencies';

test('the page of dependencies is of today, with a reason for each', () => {
  expect(readFileSync('docs/dependencies.md', 'utf8')).toBe(dependenciesPage());
});

test('nothing that ships is under copyleft', () => {
  const others = shipped().filter(({ license }) => !isAllowed(license));
  // Builds of Next’s compiler for other systems, whose licence the lock file does not have; they are MIT.
  expect(others.map(({ name }) => name).filter((name) => !name.startsWith('@next/swc-'))).toEqual(
    [],
  );
  expect(
    ['GPL-3.0', 'LGPL-3.0-or-later', 'AGPL-3.0-only', 'MPL-2.0', undefined].some(isAllowed),
  ).toBe(false);
});

test('no script of a package runs while it is installed', () => {
  expect(
    execFileSync('npm', ['config', 'get', 'ignore-scripts'], { encoding: 'utf8' }).trim(),
  ).toBe('true');
});

test('the bill of materials is CycloneDX and names every package that ships', () => {
  const bill = JSON.parse(
    execFileSync('npm', ['sbom', '--sbom-format', 'cyclonedx', '--package-lock-only'], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }),
  );
  expect([bill.bomFormat, bill.specVersion]).toEqual(['CycloneDX', '1.5']);
  const named = new Set(
    bill.components.map(({ purl }: { purl: string }) => decodeURIComponent(purl)),
  );
  expect(shipped().length).toBeGreaterThan(100);
  for (const { name, version, instead } of shipped())
    expect(named).toContain(`pkg:npm/${instead ?? name}@${version}`);
});
