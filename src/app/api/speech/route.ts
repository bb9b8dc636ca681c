import { readerRoute } from '@/server/http';
import { hasVoice } from '@/server/speech';

/** Whether spoken cues can be heard here. */
export const GET = readerRoute({}, async () => Response.json({ speaks: await hasVoice() }));
