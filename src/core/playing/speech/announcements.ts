import type { FullClickSettings } from '../../music/click';
import { barTicks, beatTicks, pulsesOf, type Seconds, seconds, ticks } from '../../music/time';
import type { PlacedSong, Program } from '../../song/set';
import {
  barAtTicks,
  barNumbered,
  type Passage,
  type PlacedDetail,
  secondsAt,
  type Timeline,
} from '../../song/timeline';

/** What is spoken, in the order in which they go before each other. */
export const SPOKEN = ['count', 'cue', 'last', 'name'] as const;

/** Words and who says them; a short take is spoken nearly twice as fast. */
export type Line = {
  readonly voice: FullClickSettings['voice'];
  readonly text: string;
  readonly take: 'plain' | 'short';
};

/** One way to say something. */
export type Wording = Pick<Line, 'text' | 'take'> & {
  /** When it should begin. */
  readonly wish: Seconds;
  /** How much earlier (s of the program) it may begin and still be true; always where left out. */
  readonly earlier?: number;
};

/** Something to be said of a place, in the time of a program. */
export type Announcement = {
  readonly of: (typeof SPOKEN)[number];
  readonly voice: FullClickSettings['voice'];
  readonly level: number;
  readonly pan: number;
  /** In order of preference. */
  readonly wordings: readonly Wording[];
  /** What it speaks of: it is over by then. */
  readonly place: Seconds;
  /** All that share a name are said, in the same take, or none is. */
  readonly whole?: string;
  /** True only where vamps last as long as is expected. */
  readonly expected?: true;
};

/** A section of so many bars is long enough to lose count of. */
const LONG = 12;
const MORE = 4;

/** Everything that songs have spoken, as their designs say; song after song, unplaced. */
export const announcements = ({ songs }: Program): Announcement[] =>
  songs.flatMap((song) => [
    ...counts(song),
    ...aloud(song),
    ...cues(song),
    ...lastTimes(song),
    ...longSections(song),
    ...names(song),
  ]);

const NUMBERS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'] as const;
const numberWord = (count: number): string => NUMBERS[count] ?? String(count);

type Wish = {
  readonly of: Announcement['of'];
  readonly clickSettings: FullClickSettings;
  /** All in seconds from bar 1. */
  readonly place: number;
  readonly wordings: readonly (Partial<Wording> & { readonly text: string; readonly at: number })[];
};

const announce = (
  { barOne }: PlacedSong,
  { of, clickSettings: { voice, atSpeech }, place, wordings }: Wish,
): Announcement => ({
  of,
  voice,
  ...atSpeech,
  place: seconds(barOne + place),
  wordings: wordings.map(({ at, take = 'plain', ...rest }) => ({
    ...rest,
    take,
    wish: seconds(barOne + at),
  })),
});

/** The pulses that are counted in, each over by the next. */
const counts = (song: PlacedSong): Announcement[] => {
  const { countIn, passages, clicks } = song.timeline;
  const clickSettings = passages[0]?.clickSettings;
  if (!clickSettings?.sayCount || !song.counted) return [];
  const offsets = pulsesOf(countIn.meter).map(({ offset }) => offset as number);
  const bar = barTicks(countIn.meter);
  const before = clicks.filter((click) => click.ticks < 0);
  return before.flatMap((click, index) => {
    const pulse = offsets.indexOf(((click.ticks % bar) + bar) % bar);
    if (click.kind !== 'count' || pulse < 0) return [];
    const word = { text: numberWord(pulse + 1), at: click.seconds, earlier: 0 };
    const place = before[index + 1]?.seconds ?? 0;
    const wordings = [word, { ...word, take: 'short' as const }];
    return [{ ...announce(song, { of: 'count', clickSettings, place, wordings }), whole: song.id }];
  });
};

/** How count words are spoken. Common practice, no source. */
const SAID: Readonly<Record<string, string>> = { e: 'ee', '&': 'and', a: 'uh' };

/** The words of a count aloud, each over by the next; what has no word is left to the click. */
const aloud = (song: PlacedSong): Announcement[] => {
  const clickSettings = song.timeline.passages[0]?.clickSettings;
  const words = (song.aloud ?? []).filter(({ word }) => word !== '·');
  if (!clickSettings) return [];
  return words.map(({ seconds: at, word }, index) => {
    const number = Number(word);
    const text = Number.isInteger(number) ? numberWord(number) : (SAID[word] ?? word);
    const said = { text, at, earlier: 0 };
    const place = words[index + 1]?.seconds ?? song.timeline.seconds;
    const wordings = [said, { ...said, take: 'short' as const }];
    return announce(song, { of: 'count', clickSettings, place, wordings });
  });
};

/** Cues that are to be warned of, as far ahead as each says. */
const cues = (song: PlacedSong): Announcement[] =>
  song.timeline.details.flatMap((detail) => {
    if (detail.kind !== 'cue') return [];
    const { clickSettings } = song.timeline.passages[detail.passage]!;
    if (!clickSettings.sayCues) return [];
    const { warning, words } = detail.detail;
    const at = detail.startSeconds;
    const wish =
      warning.of === 'bars'
        ? barsBefore(song, detail, warning.count)
        : beatsBefore(song, detail, warning.count);
    return [
      announce(song, {
        of: 'cue',
        clickSettings,
        place: at,
        wordings: [{ text: words, at: wish }],
      }),
    ];
  });

type PlacedCue = Extract<PlacedDetail, { kind: 'cue' }>;

const barsBefore = (
  { timeline }: PlacedSong,
  { startTicks, startSeconds }: PlacedCue,
  bars: number,
) => {
  const bar = barAt(timeline, startTicks);
  const into = startSeconds - timeline.bars[bar]!.startSeconds;
  return (timeline.bars[Math.max(0, bar - bars)]?.startSeconds ?? 0) + into;
};

const beatsBefore = ({ timeline }: PlacedSong, { startTicks }: PlacedCue, beats: number) => {
  const { meter } = timeline.bars[barAt(timeline, startTicks)]!;
  return secondsAt(timeline.tempo, ticks(startTicks - beats * beatTicks(meter)));
};

/** The index of a bar by its number. */
const indexOf = ({ bars }: Timeline, number: number): number => number - (bars[0]?.played ?? 1);

/** The index of the bar that a position lies in. */
const barAt = (timeline: Timeline, at: number): number => {
  const bar = barAtTicks(timeline, at);
  return bar ? indexOf(timeline, bar.played) : 0;
};

/** `last time` before the last of a vamp’s expected times, `two more` before those ahead of it. */
const lastTimes = (song: PlacedSong): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { vamp, time, times, clickSettings } = passage;
    if (!clickSettings.sayLast || vamp === undefined || time === 1) return [];
    const left = times - time + 1;
    const text = left === 1 ? 'last time' : `${numberWord(left)} more times`;
    const place = passage.startSeconds;
    const wordings = [{ text, at: ahead(song, passage, 1) }];
    return [{ ...announce(song, { of: 'last', clickSettings, place, wordings }), expected: true }];
  });

/** `four more bars` in a section long enough to lose count of. */
const longSections = (song: PlacedSong): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { bars, clickSettings, firstPlayed } = passage;
    if (!clickSettings.sayLast || bars < LONG) return [];
    const from = barNumbered(song.timeline, firstPlayed + bars - MORE)!;
    const before = barNumbered(song.timeline, from.played - 1)!;
    const words = clickSettings.voice === 'american' ? 'measures' : 'bars';
    const [at, place] = [before.startSeconds, from.startSeconds];
    const wording = { text: `${numberWord(MORE)} more ${words}`, at, earlier: (place - at) / 2 };
    return [announce(song, { of: 'last', clickSettings, place, wordings: [wording] })];
  });

/**
 * Names of sections ahead of their start; a section played again at once is not named again. What is
 * said more than half a bar early says how many bars it really is, or no number.
 */
const names = (song: PlacedSong): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { name, time, clickSettings, firstPlayed, startSeconds: place } = passage;
    const most = indexOf(song.timeline, firstPlayed);
    const bars = Math.min(clickSettings.ahead, most);
    if (!clickSettings.sayNames || time > 1 || bars === 0) return [];
    const inBars = (count: number) => {
      const at = ahead(song, passage, count);
      const earlier = (ahead(song, passage, count - 1) - at) / 2;
      return { text: `${name} in ${numberWord(count)}`, at, earlier };
    };
    const plain = { text: name, at: ahead(song, passage, 1) };
    const numbers = [bars, bars + 1].filter((count) => count <= most).map(inBars);
    const wordings = bars > 1 ? [...numbers, plain] : [plain];
    return [announce(song, { of: 'name', clickSettings, place, wordings })];
  });

const ahead = ({ timeline }: PlacedSong, { firstPlayed }: Passage, bars: number): number =>
  timeline.bars[Math.max(0, indexOf(timeline, firstPlayed) - bars)]!.startSeconds;
