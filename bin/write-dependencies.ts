/** Writes docs/dependencies.md anew. */
import { writeFileSync } from 'node:fs';
import { dependenciesPage } from './dependencies';

writeFileSync('docs/dependencies.md', dependenciesPage());
