import { readdirSync, readFileSync } from 'node:fs';
import * as time from './core/music/time';

/** Every example of a docblock that is written `expression // => value` is run here. */
const EXAMPLE = /@example (.+?) \/\/ => (.+?)(?: \*\/)?$/gm;

const examples = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  .flatMap((file) =>
    [...readFileSync(`src/${file}`, 'utf8').matchAll(EXAMPLE)].map(
      ([, expression = '', value = '']) => ({ file, expression, value }),
    ),
  );

const evaluate = (expression: string, scope: object): unknown =>
  new Function(...Object.keys(scope), `return (${expression});`)(...Object.values(scope));

test('there are examples to run', () => expect(examples.length).toBeGreaterThan(90));

test.each(examples)('$file: $expression is $value', async ({ file, expression, value }) => {
  const own = await import(`./${file.replace(/\.ts$/, '')}`);
  // What follows a colon after a number or a word explains the value.
  const [written = ''] = value.split(/(?<=^[\w.]+): (?=[a-z])/);
  const scope = { ...time, ...own };
  const [is, wanted] = [evaluate(expression, scope), evaluate(written, scope)];
  const decimals = typeof wanted === 'number' && /\.(\d+)$/.exec(written)?.[1]?.length;
  if (decimals) expect(is).toBeCloseTo(Number(wanted), decimals);
  else expect(is).toEqual(wanted);
});
