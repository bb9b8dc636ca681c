import { memberRoute } from '@/server/http';
import { hasVoice } from '@/server/speech';

/** Whether spoken cues can be heard here. */
export const GET = memberRoute({}, async () => Response.json({ speaks: await hasVoice() }));
