/**
 * What a kit is made of. Staff positions follow Norman Weinberg, Guide to Standardized Drumset
 * Notation (Percussive Arts Society 1998), and keys General MIDI Level 1, percussion (sticks: Level 2);
 * all from memory. The typed words are common practice, no source.
 */

export type VoiceId =
  | 'crash'
  | 'crash2'
  | 'china'
  | 'splash'
  | 'ride'
  | 'hihat'
  | 'cowbell'
  | 'tambourine'
  | 'highTom'
  | 'middleTom'
  | 'snare'
  | 'floorTom'
  | 'floorTom2'
  | 'sticks'
  | 'bass'
  | 'pedal';

/** One way to strike a voice. */
export type Articulation = {
  readonly id: string;
  readonly name: string;
  /** How it is typed behind a place. */
  readonly typed: string;
  /** General MIDI percussion key. */
  readonly key: number;
};

export type Voice = {
  readonly id: VoiceId;
  readonly name: string;
  /** How it is typed. */
  readonly typed: string;
  readonly limb: 'hand' | 'foot';
  readonly family: 'drum' | 'cymbal' | 'other';
  /** Where it lies on a five-line staff, as in a treble clef. */
  readonly staff: string;
  readonly head: 'oval' | 'cross' | 'triangle';
  /** The first is meant where nothing is said. */
  readonly articulations: readonly [Articulation, ...Articulation[]];
  /** Where its strokes go on a kit without it; nothing where they are then left out. */
  readonly instead: VoiceId | undefined;
};

const struck = (key: number): readonly [Articulation] => [
  { id: 'struck', name: 'struck', typed: '', key },
];

/** From the top row of a grid to the bottom. */
export const VOICES: readonly Voice[] = [
  voice('crash', 'Crash', 'cr', 'cymbal', 'a/5', struck(49), 'ride'),
  voice('crash2', 'Second crash', 'c2', 'cymbal', 'b/5', struck(57), 'crash'),
  voice('china', 'China', 'ch', 'cymbal', 'c/6', struck(52), 'crash'),
  voice('splash', 'Splash', 'sp', 'cymbal', 'd/6', struck(55), 'crash'),
  voice(
    'ride',
    'Ride',
    'rd',
    'cymbal',
    'f/5',
    [
      { id: 'bow', name: 'bow', typed: '', key: 51 },
      { id: 'bell', name: 'bell', typed: 'b', key: 53 },
      { id: 'edge', name: 'edge', typed: 'g', key: 59 },
    ],
    'hihat',
  ),
  voice('hihat', 'Hi-hat', 'hh', 'cymbal', 'g/5', [
    { id: 'closed', name: 'closed', typed: '', key: 42 },
    { id: 'half-open', name: 'half-open', typed: 'h', key: 46 },
    { id: 'open', name: 'open', typed: 'o', key: 46 },
  ]),
  { ...voice('cowbell', 'Cowbell', 'cb', 'other', 'e/6', struck(56), 'ride'), head: 'triangle' },
  {
    ...voice('tambourine', 'Tambourine', 'tb', 'other', 'f/6', struck(54), 'hihat'),
    head: 'triangle',
  },
  voice('highTom', 'High tom', 't1', 'drum', 'e/5', struck(50), 'middleTom'),
  voice('middleTom', 'Middle tom', 't2', 'drum', 'd/5', struck(47), 'floorTom'),
  voice('snare', 'Snare', 'sn', 'drum', 'c/5', [
    { id: 'head', name: 'on the head', typed: '', key: 38 },
    { id: 'cross-stick', name: 'cross-stick', typed: 'x', key: 37 },
    { id: 'rim', name: 'rim shot', typed: 'r', key: 40 },
  ]),
  voice('floorTom', 'Floor tom', 'ft', 'drum', 'a/4', struck(43), 'middleTom'),
  voice('floorTom2', 'Second floor tom', 'f2', 'drum', 'g/4', struck(41), 'floorTom'),
  voice('sticks', 'Sticks together', 'st', 'other', 'b/4', struck(31)),
  { ...voice('bass', 'Bass drum', 'bd', 'drum', 'f/4', struck(36)), limb: 'foot' },
  {
    ...voice('pedal', 'Hi-hat by foot', 'hf', 'cymbal', 'd/4', [
      { id: 'pedal', name: 'closed by foot', typed: '', key: 44 },
      { id: 'splash', name: 'splash by foot', typed: 's', key: 46 },
    ]),
    limb: 'foot',
  },
];

export const VOICE_IDS = VOICES.map(({ id }) => id);

const BY_ID = new Map(VOICES.map((one) => [one.id, one]));

export const voiceOf = (id: VoiceId): Voice => BY_ID.get(id)!;

/** How a stroke is struck: as it says, else the voice's usual way. */
export const articulationOf = (id: VoiceId, how: string | undefined): Articulation => {
  const { articulations } = voiceOf(id);
  return articulations.find((one) => one.id === how) ?? articulations[0];
};

function voice(
  id: VoiceId,
  name: string,
  typed: string,
  family: Voice['family'],
  staff: string,
  articulations: Voice['articulations'],
  instead?: VoiceId,
): Voice {
  const head = family === 'drum' ? 'oval' : 'cross';
  return { id, name, typed, limb: 'hand', family, staff, head, articulations, instead };
}
