/** Renders some bars of click as WAV and says the peak of the process's memory, in MB. */

import { wavChunks } from '@/core/files/wav';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapOf } from '@/core/testing';

const bars = Number(process.argv[2]);
const song = soloProgram('Hour', compile(roadMapOf([{ bars }], { countIn: 0 })));
for (const chunk of wavChunks(song, { bits: 16, layout: 'mono' })) if (chunk.length === 0) break;
console.log(process.resourceUsage().maxRSS / 1024);
