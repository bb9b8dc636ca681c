/** What a file is made of. */
export type FileOf = 'song' | 'set';

/**
 * The files that a song or a set goes out as: one table that the routes, the panel that offers them and
 * docs/formats.md go by. A further format is a row here, and its making in `src/server/files/job.ts`.
 */
export type FileFormat = {
  readonly id: string;
  readonly label: Readonly<Partial<Record<FileOf, string>>>;
  /** Heard, with a choice of click, voice and drums; or read. */
  readonly kind: 'heard' | 'read';
  readonly ending: string;
  readonly type: string;
};

const both = (label: string) => ({ song: label, set: label });

export const FILE_FORMATS = [
  { id: 'midi', label: both('MIDI file'), kind: 'heard', ending: 'mid', type: 'audio/midi' },
  { id: 'wav', label: both('WAV file, 48 kHz'), kind: 'heard', ending: 'wav', type: 'audio/wav' },
  {
    id: 'songs',
    label: { set: 'A WAV for each song (zip)' },
    kind: 'heard',
    ending: 'zip',
    type: 'application/zip',
  },
  {
    id: 'stems',
    label: both('Each on its own (zip)'),
    kind: 'heard',
    ending: 'zip',
    type: 'application/zip',
  },
  {
    id: 'csv',
    label: both('Table (CSV)'),
    kind: 'read',
    ending: 'csv',
    type: 'text/csv; charset=utf-8; header=present',
  },
  {
    id: 'text',
    label: both('Message to the band'),
    kind: 'read',
    ending: 'md',
    type: 'text/markdown; charset=utf-8',
  },
  {
    id: 'musicxml',
    label: { song: 'Chart (MusicXML)' },
    kind: 'read',
    ending: 'musicxml',
    type: 'application/vnd.recordare.musicxml+xml; charset=utf-8',
  },
  {
    id: 'json',
    label: { song: 'Whole song (JSON)', set: 'Whole set (JSON)' },
    kind: 'read',
    ending: 'ebrant.json',
    type: 'application/json; charset=utf-8',
  },
] as const satisfies readonly FileFormat[];

type Row = (typeof FILE_FORMATS)[number];
export type HeardFormat = Extract<Row, { kind: 'heard' }>['id'];
export type ReadFormat = Extract<Row, { kind: 'read' }>['id'];
export type FileFormatId = Row['id'];

/** The format of an id. */
export const formatOf = (id: FileFormatId): FileFormat =>
  FILE_FORMATS.find((one) => one.id === id) ?? FILE_FORMATS[0];

/**
 * The formats that a song or a set goes out as, of one kind.
 *
 * @example formatsFor('song', 'heard').map(({ id }) => id) // => ['midi', 'wav', 'stems']
 */
export const formatsFor = (of: FileOf, kind: FileFormat['kind']): readonly FileFormat[] =>
  FILE_FORMATS.filter((format: FileFormat) => format.kind === kind && format.label[of]);

/** What needs no bar to say something. */
const WITHOUT_BARS: readonly FileFormatId[] = ['text', 'json'];

/**
 * Why something does not go out as a format; nothing where it does.
 *
 * @param hasBars whether there is anything to play in it
 * @example noSuchFile('set', 'musicxml', true) // => 'A set does not go out as Chart (MusicXML); a song does.'
 * @example noSuchFile('song', 'midi', false) // => 'The song has no bars yet: there is nothing to put into “MIDI file”.'
 */
export const noSuchFile = (of: FileOf, id: FileFormatId, hasBars: boolean): string | undefined => {
  const { label } = formatOf(id);
  const other = of === 'song' ? 'set' : 'song';
  if (!label[of]) return `A ${of} does not go out as ${label[other]}; a ${other} does.`;
  if (hasBars || WITHOUT_BARS.includes(id)) return undefined;
  return `The ${of} has no bars yet: there is nothing to put into “${label[of]}”.`;
};
