import * as z from 'zod';
import { type DocumentKind, idSchema } from '../../base/document';
import {
  type ClickSettings,
  clickSettingsSchema,
  clickSettingsSingle,
  NO_OVERRIDES,
} from '../../music/click';
import {
  type Division,
  difficultyOf,
  divisionOf,
  type Pattern,
  patternSchema,
  stick,
  strokesOf,
  type VoiceId,
} from '../../music/kit';
import { rateOf } from '../../music/time';

/**
 * A band's library: grooves and fills that belong to no song in particular, as one document, and how
 * they are found again.
 */
export type Library = {
  readonly format: 'ebrant-library';
  readonly version: 1;
  /** What the band says of its click. */
  readonly click: ClickSettings;
  readonly patterns: Readonly<Record<string, Pattern>>;
};

const MOST_PATTERNS = 2000;

const librarySchema = z.looseObject({
  format: z.literal('ebrant-library'),
  version: z.literal(1),
  click: clickSettingsSingle,
  patterns: z.record(idSchema, patternSchema).default({}),
});

export const blankLibrary = (): Library => ({
  format: 'ebrant-library',
  version: 1,
  click: NO_OVERRIDES,
  patterns: {},
});

/** The kind of document that a library is. */
export const libraryKind: DocumentKind<Library> = {
  name: 'Library',
  schema: librarySchema as unknown as DocumentKind<Library>['schema'],
  singles: { click: clickSettingsSchema },
  collections: { patterns: patternSchema },
  call: (where, record) => {
    if (where === 'click') return 'Click of the band';
    return typeof record?.name === 'string' ? `Pattern “${record.name}”` : 'Pattern';
  },
  check: ({ patterns }) =>
    Object.keys(patterns).length <= MOST_PATTERNS
      ? undefined
      : {
          code: 'invalid',
          place: 'Library',
          message: `A library has at most ${MOST_PATTERNS} patterns.`,
        },
};

/** What is looked for; what is left out is not asked. */
export type Search = {
  /** Parts of the name, or of what is noted. */
  readonly words?: string;
  readonly kind?: Pattern['kind'];
  /** In beats. */
  readonly beats?: number;
  /** All of these are struck. */
  readonly voices?: readonly VoiceId[];
  readonly hardest?: number;
  readonly division?: Division;
};

/** The step of difficulty at the tempo that a pattern was learnt at; at 100 quarters where nobody has said. */
const stepOf = (pattern: Pattern): number => {
  const tempo = pattern.learntAt ?? { perMinute: 100, unit: 'quarter' as const };
  return difficultyOf(pattern, stick(pattern), 1 / rateOf(tempo)).step;
};

/** The patterns that answer a search, those that stand for themselves first, by name. */
export const found = (patterns: Readonly<Record<string, Pattern>>, search: Search): Pattern[] => {
  const { kind, beats, voices = [], hardest, division } = search;
  const words = (search.words ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  return Object.values(patterns)
    .filter((one) => kind === undefined || one.kind === kind)
    .filter((one) => beats === undefined || one.beats === beats)
    .filter((one) => division === undefined || divisionOf(one) === division)
    .filter((one) => hardest === undefined || stepOf(one) <= hardest)
    .filter((one) =>
      voices.every((voice) => strokesOf(one).some((stroke) => stroke.voice === voice)),
    )
    .filter((one) => {
      const text = `${one.name} ${one.words}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .sort((a, b) => Number(a.of !== null) - Number(b.of !== null) || a.name.localeCompare(b.name));
};
