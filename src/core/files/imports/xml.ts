import { XMLParser } from 'fast-xml-parser';
import { fail, ok, type Result } from '../../base/result';

/**
 * XML that anybody may have sent, as a plain tree. Entities and document types of one’s own are
 * refused before anything is parsed, nesting and size are bounded, nothing is ever fetched.
 */

const LARGEST = 40_000_000;
const DEEPEST = 60;

export type Element = {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  /** Its own text, trimmed. */
  readonly text: string;
};

export const parseXml = (text: string): Result<Element> => {
  if (text.length > LARGEST) return wrong('The file is larger than 40 MB.');
  if (/<!ENTITY|<!DOCTYPE[^>]*\[/i.test(text)) {
    return wrong('It defines entities of its own, which are not read.');
  }
  if (depthOf(text) > DEEPEST) return wrong('It is nested too deep to be a score.');
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseTagValue: false,
      parseAttributeValue: false,
      trimValues: true,
    });
    const roots = (parser.parse(text) as Raw[]).filter((one) => !nameOf(one).startsWith('?'));
    const root = roots.map(elementOf).find((one) => one !== undefined);
    return root ? ok(root) : wrong('There is nothing in it.');
  } catch {
    return wrong('It is not XML that can be read: it may be cut short.');
  }
};

type Raw = Readonly<Record<string, unknown>>;

const nameOf = (raw: Raw): string => Object.keys(raw).find((key) => key !== ':@') ?? '';

const elementOf = (raw: Raw): Element | undefined => {
  const name = nameOf(raw);
  if (name === '#text' || name.startsWith('?') || name === '') return undefined;
  const inside = Array.isArray(raw[name]) ? (raw[name] as Raw[]) : [];
  return {
    name,
    attributes: (raw[':@'] ?? {}) as Record<string, string>,
    children: inside.flatMap((child) => elementOf(child) ?? []),
    text: inside
      .flatMap((child) => (nameOf(child) === '#text' ? [String(child['#text'])] : []))
      .join('')
      .trim(),
  };
};

/** How deep elements stand in one another, read without building anything. */
const depthOf = (text: string): number => {
  let [depth, most] = [0, 0];
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    const next = text.charCodeAt(at + 1);
    if (next === 33 || next === 63) continue;
    const end = text.indexOf('>', at);
    if (next === 47) depth--;
    else if (end > 0 && text.charCodeAt(end - 1) !== 47) most = Math.max(most, ++depth);
    if (most > DEEPEST) return most;
  }
  return most;
};

export const childrenOf = (element: Element | undefined, name: string): Element[] =>
  element?.children.filter((child) => child.name === name) ?? [];

/** The first element on a path of names. */
export const at = (element: Element | undefined, ...path: string[]): Element | undefined =>
  path.reduce<Element | undefined>(
    (found, name) => found?.children.find((child) => child.name === name),
    element,
  );

export const numberAt = (element: Element | undefined, ...path: string[]): number | undefined => {
  const text = at(element, ...path)?.text;
  return text === undefined || text === '' || !Number.isFinite(Number(text))
    ? undefined
    : Number(text);
};

const wrong = (message: string) => fail('invalid', 'MusicXML file', message);
