import type { Taken } from './taken';

/** The page that stands in for one that is not on this device: what is. */
export const awayPage = (kept: readonly Taken[]): Response =>
  new Response(
    `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>No network · Ebrant</title>
<style>
:root { color-scheme: light dark; }
body { max-width: 40rem; margin: 2rem auto; padding: 0 1rem; font: 18px/1.45 system-ui, sans-serif; background: light-dark(#fbfaf6, #0f1518); color: light-dark(#17242b, #e8ecee); }
h1, h2 { margin: 0 0 .3rem; font-size: 1.6rem; }
h2 { font-size: 1.2rem; }
section { margin: 1.5rem 0; padding-top: 1rem; border-top: 1px solid light-dark(#c3cbd0, #3a464d); }
p { margin: 0 0 .8rem; }
a { display: inline-block; box-sizing: border-box; min-height: 64px; margin: 0 .6rem .6rem 0; padding: 18px 22px; border: 1px solid currentcolor; border-radius: 4px; color: inherit; font-weight: 600; text-decoration: none; }
a.first { border-color: #b24526; background: #b24526; color: #fff; }
</style>
<h1>No network</h1>
<p>${kept.length === 0 ? 'Nothing is taken along on this device. Once there is a network, open a set and take it along.' : 'This page is not on this device. These sets are:'}</p>
${kept.map(item).join('')}
<section><a href="">Try again</a></section>
</html>`,
    { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } },
  );

const item = ({ page, title, evening, at }: Taken): string =>
  `<section><h2>${escaped(title)}</h2><p>${escaped(evening)}; as of ${escaped(at.slice(0, 10))}</p><a class="first" href="${escaped(page)}/stage">Stage</a><a href="${escaped(page)}">The set</a></section>`;

const escaped = (text: string): string =>
  text.replaceAll(/[&<>"']/g, (letter) => `&#${letter.codePointAt(0)};`);
