import type { FullDesign } from '../click';
import type { Placed, Program } from '../set';
import { barTicks, beatTicks, pulsesOf, type Seconds, seconds, ticks } from '../time';
import { type Passage, type PlacedDetail, secondsAt, type Timeline } from '../timeline';

/** What is spoken, in the order in which they go before each other. */
export const SPOKEN = ['count', 'cue', 'last', 'name'] as const;

/** Words with the place that they speak of, in the time of a program. */
export type Announcement = {
  readonly of: (typeof SPOKEN)[number];
  readonly text: string;
  readonly voice: FullDesign['voice'];
  readonly level: number;
  readonly pan: number;
  /** When they should begin. */
  readonly wish: Seconds;
  /** What they speak of: they have ended by then. */
  readonly place: Seconds;
};

/** A section of so many bars is long enough to lose count of. */
const LONG = 12;
const MORE = 4;

/** Everything that songs have spoken, as their designs say; song after song, unplaced. */
export const announcements = ({ songs }: Program): Announcement[] =>
  songs.flatMap((song) => [
    ...counts(song),
    ...cues(song),
    ...lastTimes(song),
    ...longSections(song),
    ...names(song),
  ]);

const NUMBERS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'] as const;
const numberWord = (count: number): string => NUMBERS[count] ?? String(count);

/** The words for some place in the song itself. */
const announce = (
  { barOne }: Placed,
  of: Announcement['of'],
  text: string,
  { voice, atSpeech }: FullDesign,
  wish: number,
  place: number,
): Announcement => ({
  of,
  text,
  voice,
  ...atSpeech,
  wish: seconds(barOne + wish),
  place: seconds(barOne + place),
});

/** The pulses that are counted in, each over by the next. */
const counts = (song: Placed): Announcement[] => {
  const { lead, passages, clicks } = song.timeline;
  const design = passages[0]?.design;
  if (!design?.sayCount || !song.counted) return [];
  const offsets = pulsesOf(lead.meter).map(({ offset }) => offset as number);
  const bar = barTicks(lead.meter);
  const before = clicks.filter((click) => click.ticks < 0);
  return before.flatMap((click, index) => {
    const pulse = offsets.indexOf(((click.ticks % bar) + bar) % bar);
    if (click.kind !== 'count' || pulse < 0) return [];
    const next = before[index + 1]?.seconds ?? 0;
    return [announce(song, 'count', numberWord(pulse + 1), design, click.seconds, next)];
  });
};

/** Cues that are to be warned of, as far ahead as each says. */
const cues = (song: Placed): Announcement[] =>
  song.timeline.details.flatMap((detail) => {
    if (detail.kind !== 'cue') return [];
    const { design } = song.timeline.passages[detail.passage]!;
    if (!design.sayCues) return [];
    const { lead, words } = detail.detail;
    const at = detail.startSeconds;
    const wish =
      lead.of === 'bars'
        ? barsBefore(song, detail, lead.count)
        : beatsBefore(song, detail, lead.count);
    return [announce(song, 'cue', words, design, wish, at)];
  });

type PlacedCue = Extract<PlacedDetail, { kind: 'cue' }>;

const barsBefore = (
  { timeline }: Placed,
  { startTicks, startSeconds }: PlacedCue,
  bars: number,
) => {
  const bar = barAt(timeline, startTicks);
  const into = startSeconds - timeline.bars[bar]!.startSeconds;
  return (timeline.bars[Math.max(0, bar - bars)]?.startSeconds ?? 0) + into;
};

const beatsBefore = ({ timeline }: Placed, { startTicks }: PlacedCue, beats: number) => {
  const { meter } = timeline.bars[barAt(timeline, startTicks)]!;
  return secondsAt(timeline.tempo, ticks(startTicks - beats * beatTicks(meter)));
};

const barAt = ({ bars }: Timeline, at: number): number =>
  Math.max(
    0,
    bars.findLastIndex(({ startTicks }) => startTicks <= at),
  );

/** `last time` before the last of a vamp’s expected times, `two more` before those ahead of it. */
const lastTimes = (song: Placed): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { vamp, time, times, design } = passage;
    if (!design.sayLast || vamp === undefined || time === 1) return [];
    const left = times - time + 1;
    const text = left === 1 ? 'last time' : `${numberWord(left)} more times`;
    return [announce(song, 'last', text, design, ahead(song, passage, 1), passage.startSeconds)];
  });

/** `four more bars` in a section long enough to lose count of. */
const longSections = (song: Placed): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { bars, design, firstPlayed } = passage;
    if (!design.sayLast || bars < LONG) return [];
    const from = song.timeline.bars[firstPlayed - 1 + bars - MORE]!;
    const before = song.timeline.bars[from.played - 2]!;
    const words = design.voice === 'american' ? 'measures' : 'bars';
    const text = `${numberWord(MORE)} more ${words}`;
    return [announce(song, 'last', text, design, before.startSeconds, from.startSeconds)];
  });

/** Names of sections ahead of their start; a section played again at once is not named again. */
const names = (song: Placed): Announcement[] =>
  song.timeline.passages.flatMap((passage) => {
    const { name, time, design, firstPlayed } = passage;
    const bars = Math.min(design.ahead, firstPlayed - 1);
    if (!design.sayNames || time > 1 || bars === 0) return [];
    const text = bars > 1 ? `${name} in ${numberWord(bars)}` : name;
    return [announce(song, 'name', text, design, ahead(song, passage, bars), passage.startSeconds)];
  });

const ahead = ({ timeline }: Placed, { firstPlayed }: Passage, bars: number): number =>
  timeline.bars[Math.max(0, firstPlayed - 1 - bars)]!.startSeconds;
