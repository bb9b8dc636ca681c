import 'server-only';
import { type DocumentKind, parseDocument } from '@/core/base/document';
import { withPlainText } from '@/core/base/plainText';
import { Refusal } from '../database';

/**
 * Documents as they were last read, so that a page of twenty songs does not check twenty documents
 * that nobody has changed. A stored version is told by its row: the transaction that wrote it
 * (PostgreSQL’s xmin) and its revision. Who may read it is asked of the database each time.
 */
const MOST_KEPT = 1000;

const kept = new Map<string, { readonly version: string; readonly document: unknown }>();

/** A version of a document that is kept; nothing where that one is not. */
export const keptDocument = <D>(id: string, version: string): D | undefined => {
  const found = kept.get(id);
  if (found?.version !== version) return undefined;
  // The least recently used goes first.
  kept.delete(id);
  kept.set(id, found);
  return found.document as D;
};

/**
 * A stored body as a document, kept for the next who asks. What an older version has stored gets the
 * fields that were added since, and loses control characters.
 *
 * @throws Refusal where it is not one
 */
export const asDocument = <D>(
  kind: DocumentKind<D>,
  body: unknown,
  id?: string,
  version?: string,
): D => {
  const parsed = parseDocument(kind, withPlainText(body));
  if (!parsed.ok) throw new Refusal(parsed.problem);
  if (id !== undefined && version !== undefined) keepDocument(id, version, parsed.value);
  return parsed.value;
};

/** Keeps a version of a document that was checked. */
export const keepDocument = (id: string, version: string, document: unknown): void => {
  kept.set(id, { version, document });
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
};

/** The version of a document’s row, for a query that has joined it. */
export const VERSION = `document.xmin::text || '.' || document.revision`;
