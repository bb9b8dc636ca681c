import * as z from 'zod';
import { nameSchema } from '@/core/roadmap';

/** Parts of requests that several routes share. */
export const documentParams = z.object({ id: z.uuid('An id is a UUID.') });
export const bandParams = z.object({ band: z.string().max(60) });
export const arrangementBody = z.object({ name: nameSchema('An arrangement') });
export const titleBody = z.object({ title: nameSchema('A song') });
