/** Writes the JSON Schemas of our own files to docs/. A test tells when they are old. */
import { writeFileSync } from 'node:fs';
import { bandFileJsonSchema, songFileJsonSchema } from '@/core/files/sheet';

for (const [name, schema] of [
  ['song', songFileJsonSchema()],
  ['band', bandFileJsonSchema()],
] as const) {
  writeFileSync(`docs/${name}.schema.json`, `${JSON.stringify(schema, undefined, 2)}\n`);
}
