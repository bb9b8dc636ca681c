import type { DocumentKind } from './apply';
import type { Operation } from './operation';

/**
 * What an operation does, in words that can be copied and typed again: one line, such as
 * `Section “Verse”, bars: 12`.
 *
 * @param document in which the record is looked up for its name; the operation need not fit it
 */
export const operationWords = <D>(
  kind: DocumentKind<D>,
  document: D,
  operation: Operation,
): string => {
  const { in: where } = operation;
  const known = recordOf(document, where, operation.id);
  if (operation.type === 'remove') return `${kind.call(where, known)}: taken out`;
  if (operation.type === 'insert') {
    const value = asRecord(operation.value);
    const said = Object.entries(value).filter(([field]) => !PLACES.has(field));
    return `${kind.call(where, value)}, new: ${valueWords(Object.fromEntries(said))}`;
  }
  const said = Object.entries(operation.fields).map(
    ([field, value]) => `${field}: ${valueWords(value)}`,
  );
  return `${kind.call(where, known)}, ${said.join('; ')}`;
};

/** Fields that say where a record stands; nobody types them. */
const PLACES = new Set(['id', 'kind', 'order', 'within', 'section', 'name']);

/**
 * A value as words: `12`, `from 1, to 3`, `nothing`.
 *
 * @example valueWords({ from: 2, to: 4 }) // => 'from 2, to 4'
 */
export const valueWords = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.map(valueWords).join(' ') || 'nothing';
  if (typeof value !== 'object') return String(value);
  const said = Object.entries(value).filter(
    ([, inner]) => inner !== null && inner !== '' && !isEmptyList(inner),
  );
  return said.map(([field, inner]) => `${field} ${valueWords(inner)}`).join(', ') || 'nothing';
};

const isEmptyList = (value: unknown): boolean => Array.isArray(value) && value.length === 0;

const recordOf = <D>(document: D, where: string, id: string | undefined) => {
  const found = asRecord(document)[where];
  return asRecord(id === undefined ? found : asRecord(found)[id]);
};

const asRecord = (value: unknown): Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
