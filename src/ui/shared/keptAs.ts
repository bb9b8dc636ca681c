import type * as z from 'zod';

/**
 * Reads what this browser has kept as JSON, where it is what it has to be: anybody may have changed it, or an older
 * page. To be made once for each thing that is kept: hooks take another reader for another thing.
 */
export const keptAs =
  <T>(schema: z.ZodType<T>, otherwise: T) =>
  (text: string | null | undefined): T => {
    try {
      return schema.parse(JSON.parse(text ?? ''));
    } catch {
      return otherwise;
    }
  };
