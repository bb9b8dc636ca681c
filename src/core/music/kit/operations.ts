import { inOrder, type Operation, placeAt, setFields } from '../../base/document';
import type { Change } from './derive';
import { newPattern, type Pattern, type Stroke, type Variant } from './pattern';
import { type VoiceId, voiceOf } from './voices';

/**
 * Edits of patterns as operations, for whatever document they stand in. A row of strokes is a field
 * of its own, so that two people who write on different rows both keep what they wrote.
 */
const WHERE = 'patterns';
type Patterns = Readonly<Record<string, Pattern>>;

/** What changes in a pattern, as one operation: a new meter has to agree with the length. */
export const changePattern = (pattern: Pattern, change: Change): Operation[] => {
  const fields = Object.entries(change).filter(
    ([field, value]) => JSON.stringify(pattern[field as keyof Pattern]) !== JSON.stringify(value),
  );
  return fields.length === 0 ? [] : [setFields(WHERE, pattern.id, Object.fromEntries(fields))];
};

/** Puts a pattern behind the others, under a name that no other has. */
export const addPattern = (patterns: Patterns, pattern: Omit<Pattern, 'order'>): Operation[] => {
  const { order, rekeys } = placeAt(WHERE, inOrder(patterns), Object.keys(patterns).length);
  const value = { ...pattern, order, name: freeName(patterns, pattern.name) };
  return [...rekeys, { type: 'insert', in: WHERE, id: pattern.id, value }];
};

const freeName = (patterns: Patterns, name: string): string => {
  const taken = new Set(Object.values(patterns).map((one) => one.name.toLowerCase()));
  if (!taken.has(name.toLowerCase())) return name;
  for (let count = 2; ; count++) {
    if (!taken.has(`${name} ${count}`.toLowerCase())) return `${name} ${count}`;
  }
};

/** The same pattern once more, to be changed: as a variant of it, or for itself in another document. */
export const copyOf = (
  pattern: Pattern,
  id: string,
  variant?: Exclude<Variant, 'full'>,
): Omit<Pattern, 'order'> => {
  const { order: _, ...rest } = pattern;
  const main = pattern.of ?? pattern.id;
  return variant
    ? { ...rest, id, of: main, variant, name: `${pattern.name}, ${variant}` }
    : { ...newPattern(id, pattern.meter), ...rest, id, of: null, variant: 'full' };
};

/** Takes a pattern out with its variants; what named it goes on without. */
export const removePattern = (patterns: Patterns, id: string): Operation[] =>
  Object.values(patterns)
    .filter((one) => one.id === id || one.of === id)
    .map((one) => ({ type: 'remove', in: WHERE, id: one.id }));

/** Sets a stroke, or takes it away where it is nothing. */
export const setStroke = (
  pattern: Pattern,
  voice: VoiceId,
  at: number,
  stroke: Omit<Stroke, 'at'> | undefined,
): Change => {
  const others = pattern[voice].filter((one) => one.at !== at);
  const row = stroke ? [...others, { ...stroke, at }].sort((a, b) => a.at - b.at) : others;
  return { [voice]: row };
};

/** Properties of a stroke that one key turns on and off. */
export type Touch =
  | { readonly field: 'force'; readonly value: NonNullable<Stroke['force']> }
  | { readonly field: 'ornament'; readonly value: NonNullable<Stroke['ornament']> }
  | { readonly field: 'hand'; readonly value: NonNullable<Stroke['hand']> }
  | { readonly field: 'after'; readonly value: NonNullable<Stroke['after']> }
  | { readonly field: 'shoulder'; readonly value: true }
  /** The voice’s second, third way to be struck. */
  | { readonly field: 'how'; readonly value: 1 | 2 };

/** A stroke with a touch; one it has already is taken off where `toggle` says so. */
export const touched = (
  voice: VoiceId,
  stroke: Omit<Stroke, 'at'>,
  { field, value }: Touch,
  toggle = false,
): Omit<Stroke, 'at'> => {
  const wanted = field === 'how' ? voiceOf(voice).articulations[value]?.id : value;
  if (wanted === undefined) return stroke;
  const { [field]: now, ...rest } = stroke;
  return toggle && now === wanted ? rest : { ...rest, [field]: wanted };
};
