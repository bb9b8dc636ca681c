import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as z from 'zod';

const route = z.object({ page: z.string(), regex: z.string() });
const manifest = z.object({ staticRoutes: z.array(route), dynamicRoutes: z.array(route) });

/**
 * Tells which route a path belongs to, from the list that the build has written: `/api/sets/[id]` for
 * `/api/sets/4f…`. So figures stay few, and neither they nor the log hold what stands in an address.
 */
export const routeNamer = (list: unknown): ((url: string) => string) => {
  const { staticRoutes, dynamicRoutes } = manifest.parse(list);
  const routes = [...staticRoutes, ...dynamicRoutes].map(({ page, regex }) => ({
    page,
    regex: new RegExp(regex),
  }));
  return (url) => {
    const asked = url.split('?', 1)[0] ?? '';
    if (asked.startsWith('/_next/')) return '/_next';
    return routes.find(({ regex }) => regex.test(asked))?.page ?? 'other';
  };
};

export const builtRoutes = (): unknown =>
  JSON.parse(readFileSync(path.join(process.cwd(), '.next/routes-manifest.json'), 'utf8'));
