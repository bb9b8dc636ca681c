/** Makes the recordings that songs of the demo are learnt from, those that are not there yet; or the ones named. */
import { DEMO_RECORDINGS, makeDemoRecording } from '@/server/demo/recordings';

const named = process.argv.slice(2);
for (const title of named.length > 0 ? named : DEMO_RECORDINGS) await makeDemoRecording(title);
