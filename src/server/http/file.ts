import 'server-only';

/**
 * A file to take away.
 *
 * @param bytes its size
 */
export const fileResponse = (body: BodyInit, bytes: number, name: string, type: string): Response =>
  new Response(body, {
    headers: {
      'Content-Type': type,
      'Content-Length': String(bytes),
      'Content-Disposition': disposition(name),
      'Cache-Control': 'no-store',
    },
  });

/** The name in ASCII for old programs and in UTF-8 for the rest (RFC 6266, RFC 8187). */
const disposition = (name: string): string => {
  // Neither control characters nor those that turn the reading direction and hide what a name ends in.
  const safe = name.replaceAll(/[\p{Cc}\p{Bidi_Control}\\/:*?"<>|]/gu, '-');
  const ascii = safe.replaceAll(/[^ -~]/g, '_');
  const encoded = encodeURIComponent(safe.toWellFormed()).replaceAll(/['()*]/g, escape);
  return `attachment; filename="${ascii}"; filename*=UTF-8''${encoded}`;
};
