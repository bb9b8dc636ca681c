/**
 * Run after `npm install`. Where the registry serves only some platforms, npm leaves the optional
 * packages of the others out of package-lock.json and `npm ci` then refuses it. This puts them back
 * by name, version and platform, so that they are known and skipped.
 */
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));
const OS = /(android|darwin|freebsd|linux|openharmony|win32|aix|sunos|netbsd|openbsd|wasm32|wasi)/;
const CPU = /(arm64|arm|x64|ia32|loong64|ppc64|riscv64|s390x|mips64el|wasm32)/;

let added = 0;
for (const [parent, entry] of Object.entries(lock.packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const path = `node_modules/${name}`;
    const known = lock.packages[path] ?? lock.packages[`${parent}/${path}`];
    const platform = name.split('/').at(-1);
    if (known || !OS.test(platform)) continue;
    lock.packages[path] = {
      version,
      cpu: [CPU.exec(platform)?.[1] ?? 'none'],
      ...(entry.dev && { dev: true }),
      optional: true,
      os: [OS.exec(platform)[1]],
    };
    added++;
  }
}
lock.packages = Object.fromEntries(
  Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)),
);
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} packages of other platforms added.`);
