import { sharesOf } from '../../advice/judgement';
import { largest } from '../../base/extremes';
import type { Limb } from '../../music/kit';
import { loadsAlong, type Note } from '../../playing/performance';
import type { Fill, RoadMap } from '../../song/roadmap';
import { barsBetween, passageName, type Timeline } from '../../song/timeline';
import { type Bars, barsWords, tempoOfBar } from '../rounds';

/** A song of a set, with what is played in it. */
export type SongToLearn = {
  readonly arrangement: string;
  readonly title: string;
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly notes: readonly Note[];
  /** How fast a set plays it, of what is written: 0.9 is nine tenths. */
  readonly rate?: number;
};

/** Something of a song to be able to play: a groove, a fill, or bars that are not sure yet. */
export type Goal = {
  /** Tells it apart within its song. */
  readonly key: string;
  /** The arrangement it belongs to, and the song as it is called. */
  readonly song: string;
  readonly title: string;
  readonly kind: 'groove' | 'fill' | 'passage';
  /** As it is spoken of: `the groove of Verse`, `Chorus groove`, `the fill in bar 12`. */
  readonly name: string;
  /** Where it is practised, by played bars, and all the bars in which it comes. */
  readonly bars: Bars;
  readonly places: readonly Bars[];
  /** In beats a minute of the song’s tempo. */
  readonly target: number;
  /** How long (s) its bars last at that tempo, with one before and one after. */
  readonly seconds: number;
  /** Of the song’s time, 0 to 1. */
  readonly share: number;
  /** How often it comes. */
  readonly times: number;
  /** The pattern that is played, by its id, where it is written out. */
  readonly pattern: string | undefined;
  /** Strokes a second of its fastest limb. */
  readonly fastest: number;
  /** The limbs that have something to do in it. */
  readonly limbs: readonly Limb[];
  readonly isUnsure: boolean;
  readonly isFlagged: boolean;
};

/** A groove is practised over its first bars; more of them teach nothing new. */
const MOST_BARS = 4;
/** What is less of a song than this is learnt on the way (common practice, no source). */
const LEAST_SHARE = 0.04;

/**
 * What there is to be able to play in a song: the groove of each part, each fill, and the sections that are
 * marked as not sure or were flagged on stage.
 *
 * @param flagged played bars that were flagged
 */
export const goalsOf = (song: SongToLearn, flagged: readonly number[] = []): Goal[] => [
  ...groovesOf(song).map((found) => ({ ...found, isUnsure: false, isFlagged: false })),
  ...fillsOf(song).map((found) => ({
    ...found,
    isUnsure: false,
    isFlagged: flagged.some((bar) => found.places.some((bars) => isIn(bars, bar))),
  })),
  ...passagesOf(song, flagged),
];

type Found = Omit<Goal, 'isUnsure' | 'isFlagged'>;

const groovesOf = (song: SongToLearn): Found[] =>
  sharesOf(song.map, song.timeline)
    .filter(({ share }) => share >= LEAST_SHARE)
    .map(({ part, name, share, first }) => {
      const own = song.timeline.passages.filter((one) =>
        part ? one.part === part : !one.part && sameName(one.name, name),
      );
      return goal(song, {
        key: part ? `part ${part}` : `name ${name.trim().toLowerCase()}`,
        kind: 'groove',
        name: /groove/i.test(name) ? name : `the groove of ${name || 'an unnamed section'}`,
        pattern: own[0]?.groove,
        bars: { first, last: first + Math.min(MOST_BARS, own[0]?.bars ?? 1) - 1 },
        places: own.map(barsOf),
        share,
        times: own.length,
      });
    });

/** A fill that comes again is one. */
const fillsOf = (song: SongToLearn): Found[] => {
  const { timeline } = song;
  const fills = timeline.details.filter((one) => one.kind === 'fill');
  const keyOf = ({ pattern, id }: Fill) => `fill ${pattern ?? id}`;
  return [...new Set(fills.map(({ detail }) => keyOf(detail)))].map((key) => {
    const own = fills.filter(({ detail }) => keyOf(detail) === key);
    const places = own.map(({ startTicks, endTicks }) =>
      barsBetween(timeline, startTicks, endTicks),
    );
    const lasts = own.reduce(
      (sum, { startSeconds, endSeconds }) => sum + endSeconds - startSeconds,
      0,
    );
    return goal(song, {
      key,
      kind: 'fill',
      name: `the fill in bar ${places[0]!.first}`,
      pattern: own[0]!.detail.pattern ?? undefined,
      bars: places[0]!,
      places,
      share: lasts / timeline.seconds,
      times: own.length,
    });
  });
};

const passagesOf = (song: SongToLearn, flagged: readonly number[]): Goal[] => {
  const { timeline } = song;
  const unsure = new Set(
    timeline.details.flatMap((one) => (one.kind === 'cue' && one.detail.byEar ? one.passage : [])),
  );
  return timeline.passages.flatMap((passage, index): Goal[] => {
    const bars = barsOf(passage);
    const isFlagged = flagged.some((bar) => isIn(bars, bar));
    const isUnsure = unsure.has(index);
    if (!isFlagged && !isUnsure) return [];
    const found = goal(song, {
      key: `bars ${passage.section} ${passage.pass}`,
      kind: 'passage',
      name: passageName(passage) || barsWords(bars),
      pattern: passage.groove,
      bars,
      places: [bars],
      share: passage.seconds / timeline.seconds,
      times: 1,
    });
    return [{ ...found, isFlagged, isUnsure }];
  });
};

/** With what its bars ask for, at the tempo that the set plays them. */
const goal = (
  song: SongToLearn,
  one: Pick<Goal, 'key' | 'kind' | 'name' | 'bars' | 'places' | 'share' | 'times' | 'pattern'>,
): Found => {
  const { timeline, notes, rate = 1 } = song;
  const { bars } = one;
  const { from, to } = spanOf(timeline, bars);
  const round = spanOf(timeline, { first: bars.first - 1, last: bars.last + 1 });
  const own = notes.filter(({ seconds }) => seconds >= from - SAME && seconds < to - SAME);
  const loads = loadsAlong(own, to - from);
  return {
    ...one,
    song: song.arrangement,
    title: song.title,
    target: Math.round(tempoOfBar(song.map, timeline, bars.first) * rate * 10) / 10,
    seconds: (round.to - round.from) / rate,
    fastest:
      rate *
      largest(
        loads.map(({ fastest }) => fastest?.perSecond ?? 0),
        0,
      ),
    limbs: loads.map(({ limb }) => limb),
  };
};

/** Seconds that are nearer than this are the same. */
const SAME = 1e-6;

const isIn = ({ first, last }: Bars, bar: number): boolean => bar >= first && bar <= last;

const barsOf = ({ firstPlayed, bars }: Timeline['passages'][number]): Bars => ({
  first: firstPlayed,
  last: firstPlayed + bars - 1,
});

const sameName = (one: string, other: string): boolean =>
  one.trim().toLowerCase() === other.trim().toLowerCase();

const spanOf = ({ bars, seconds }: Timeline, { first, last }: Bars) => ({
  from: bars.find(({ played }) => played >= first)?.startSeconds ?? 0,
  to: bars.find(({ played }) => played > last)?.startSeconds ?? seconds,
});
