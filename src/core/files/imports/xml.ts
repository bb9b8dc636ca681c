import { XMLParser, XMLValidator } from 'fast-xml-parser';
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
  const broken = faultIn(text);
  if (broken) return wrong(broken);
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
    const [root, second] = roots.flatMap((one) => elementOf(one) ?? []);
    if (second)
      return wrong(`Behind “${root!.name}” stands “${second.name}”: it is two files in one.`);
    return root ? ok(root) : wrong('There is nothing in it.');
  } catch {
    return wrong('It is not XML that can be read: it may be cut short.');
  }
};

/**
 * Where and why a text is no well-formed document (Extensible Markup Language 1.0, 5th edition, 2.1 and
 * 2.2): crossed or missing tags, two roots, characters that may not be there.
 */
const faultIn = (text: string): string | undefined => {
  if (text.trim() === '') return 'There is nothing in it.';
  // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for
  const strange = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/.exec(text);
  if (strange) {
    const before = text.slice(0, strange.index).split('\n');
    return `Line ${before.length}, column ${before.at(-1)!.length + 1}: a character that no text has. The file is damaged.`;
  }
  const checked = XMLValidator.validate(text, { allowBooleanAttributes: false });
  if (checked === true) return undefined;
  const { line, col, msg } = checked.err;
  return `Line ${line}, column ${col}: it is not well formed (${msg.replace(/\.$/, '')}). It may be cut short.`;
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
