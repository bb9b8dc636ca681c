import { beatTicks, type Meter } from '../../../music/time';
import { passesWords, positionText } from '../../roadmap';
import { barAtTicks, type PlacedDetail, writtenMeters } from '../../timeline';
import { placeWords, spanText } from '../words';
import type { Look, Song, Surprise } from './surprise';

/** What stands at places: stops, crashes that do not come, pushes, what nobody is sure of, and the end. */

/** A fermata in the second half is taken for the end, unless it stands in the last bar. */
const fermatas: Look = ({ timeline }) =>
  timeline.fermatas
    .filter(
      ({ ticks: at }) => at > timeline.ticks / 2 && at < (timeline.bars.at(-1)?.startTicks ?? 0),
    )
    .map(({ ticks: at, passage }): Surprise => {
      const next = timeline.passages[passage + 1]?.name;
      return {
        kind: 'not-over',
        bar: barAtTicks(timeline, at)?.played ?? 1,
        sentence: `It is not over after the fermata in ${timeline.passages[passage]?.name}${next ? `: ${next} comes` : ''}.`,
      };
    });

type Placed<K extends PlacedDetail['kind']> = Extract<PlacedDetail, { kind: K }>;

/** Details of a kind, each the first time it comes by, with where that is in words. */
const firstOf = <K extends PlacedDetail['kind']>({ map, timeline }: Song, kind: K) => {
  const meterOf = writtenMeters(map);
  const seen = new Set<string>();
  return timeline.details.flatMap((one) => {
    if (one.kind !== kind || seen.has(one.detail.id)) return [];
    seen.add(one.detail.id);
    const passage = timeline.passages[one.passage];
    const bar = barAtTicks(timeline, one.startTicks);
    if (!passage || !bar) return [];
    const place = one.kind === 'fill' ? one.detail.from : one.detail.at;
    const meter = meterOf.get(passage.section)?.(place.bar) ?? bar.meter;
    const { passes: on } = one.detail;
    return [
      {
        placed: one as Placed<K>,
        passage,
        meter,
        bar: bar.played,
        where: `${passage.name}, ${placeWords(place, meter)}${on ? `, ${passesWords(on)}` : ''}`,
      },
    ];
  });
};

const hits: Look = (song) =>
  firstOf(song, 'hit').flatMap(({ placed, passage, meter, bar, where }): Surprise[] => {
    const { kind, at } = placed.detail;
    if (kind === 'stop') return stop(song, placed, { bar, where, meter });
    if (kind === 'no-crash') {
      const start = at.bar === 1 && at.ticks === 0;
      return [
        {
          kind: 'no-crash',
          bar,
          sentence: start
            ? `No crash at the beginning of ${passage.name}.`
            : `No crash in ${where}.`,
        },
      ];
    }
    return kind === 'push' ? [{ kind: 'push', bar, sentence: `Push in ${where}.` }] : [];
  });

/** A silence of so many beats in the second half is taken for the end. */
const LIKE_AN_END = 4;

/** The stop that is the end is not said here. */
const stop = (
  { timeline }: Song,
  { startTicks, endTicks }: Placed<'hit'>,
  { bar, where, meter }: { readonly bar: number; readonly where: string; readonly meter: Meter },
): Surprise[] => {
  const length = endTicks - startTicks;
  if (endTicks >= timeline.ticks) return [];
  const ends = startTicks > timeline.ticks / 2 && length >= LIKE_AN_END * beatTicks(meter);
  const next = timeline.passages.find((one) => one.startTicks >= endTicks)?.name;
  return [
    {
      kind: ends ? 'not-over' : 'stop',
      bar,
      sentence: `Stop in ${where}, for ${spanText(timeline, startTicks, endTicks)}${ends ? `; it is not over${next ? `, ${next} comes` : ''}` : ''}.`,
    },
  ];
};

/** Fills that lead to no crash, where everybody expects one. */
const softLandings: Look = (song) =>
  firstOf(song, 'fill')
    .filter(({ placed }) => placed.detail.lands === 'nothing')
    .map(({ bar, where }) => ({
      kind: 'no-crash',
      bar,
      sentence: `No crash after the fill in ${where}.`,
    }));

const unsure: Look = (song) =>
  firstOf(song, 'cue')
    .filter(({ placed }) => placed.detail.byEar)
    .map(({ placed, bar, where }) => ({
      kind: 'unsure',
      bar,
      sentence: `Nobody is sure yet: ${placed.detail.words} (${where}).`,
    }));

/** How it ends, where it does not just stop after its last bar. */
const ending: Look = (song) => {
  const { timeline } = song;
  const last = timeline.passages.at(-1);
  const lastBar = timeline.bars.at(-1);
  if (!last || !lastBar) return [];
  const say = (sentence: string): Surprise[] => [{ kind: 'end', bar: lastBar.played, sentence }];
  if (last.tacet) return [];
  const fermata = timeline.fermatas.find(({ ticks }) => ticks >= lastBar.startTicks);
  if (fermata)
    return say(
      `It ends on a fermata${fermata.cue ? `, until ${fermata.cue}` : ` of ${fermata.seconds} s`}.`,
    );
  const inLast = timeline.details.filter(({ startTicks }) => startTicks >= lastBar.startTicks);
  const hit = inLast.findLast(
    (one): one is Placed<'hit'> => one.kind === 'hit' && one.detail.kind !== 'no-crash',
  );
  if (hit) {
    const beat = positionText(
      { bar: 1, ticks: hit.startTicks - lastBar.startTicks },
      lastBar.meter,
    ).slice(2);
    return say(`It ends with a ${hit.detail.kind} on ${beat} of the last bar.`);
  }
  const fade = timeline.details.find(
    (one): one is Placed<'cue'> =>
      one.kind === 'cue' &&
      one.detail.kind === 'fade' &&
      one.passage === timeline.passages.length - 1,
  );
  if (!fade) return [];
  const from = timeline.bars.findLast(({ startTicks }) => startTicks <= fade.startTicks);
  return [
    { kind: 'end', bar: from?.played ?? last.firstPlayed, sentence: `It fades in ${last.name}.` },
  ];
};

export const placeLooks: readonly Look[] = [fermatas, hits, softLandings, unsure, ending];
