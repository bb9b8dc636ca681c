import { readSong } from '@/server/band';
import { refuse } from '@/server/database';
import { demoRecording } from '@/server/demo/recordings';
import { documentParams, fileResponse, memberRoute } from '@/server/http';

/** The recording that a song of the demo is learnt from. Recordings of bands never leave their devices. */
export const GET = memberRoute({ params: documentParams }, async ({ params, within }) => {
  const { title } = await within((db) => readSong(db, params.id));
  const body = await demoRecording(title);
  if (!body) return refuse('not-found', 'Recording', 'There is no recording of this song here.');
  return fileResponse({ name: `${title}.wav`, type: 'audio/wav', body, bytes: body.length });
});
