/** Bundles src/offline/serviceWorker.ts after `next build`, with the names of all files of that build. */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { build } from 'esbuild';

const files = readdirSync('.next/static', { recursive: true })
  .filter((name) => !/\.(map|ts)$/.test(name) && statSync(`.next/static/${name}`).isFile())
  .map((name) => `/_next/static/${name}`);

await build({
  entryPoints: ['src/offline/serviceWorker.ts'],
  outfile: '.next/service-worker.js',
  bundle: true,
  minify: true,
  target: 'es2022',
  logLevel: 'warning',
  define: {
    FILES: JSON.stringify(files),
    BUILD: JSON.stringify(readFileSync('.next/BUILD_ID', 'utf8').trim()),
    'process.env.NODE_ENV': '"production"',
  },
});
