import { type PastedLine, readPasted } from '.';
import { LOTS, type Sample, samples } from './corpus';

type Score = {
  readonly places: number;
  readonly right: number;
  /** What is not there, by the lines that say so without a mark. */
  readonly silent: readonly string[];
  readonly invented: readonly string[];
  readonly missing: readonly string[];
};

type Read = { readonly line: PastedLine; readonly said: string; readonly open: string };

const readOf = ({ text }: Sample): Read[] =>
  readPasted(text).lines.flatMap((line) =>
    line.sections.map(({ name, bars, times = 1 }) => {
      const often = times > 1 ? ` x${times}` : '';
      return { line, said: `${name} ${bars}${often}`, open: `${name} ?${often}` };
    }),
  );

/** A length that is not said is right if it is marked as a guess. */
const isRight = (wanted: string, { line, said, open }: Read): boolean =>
  wanted === said || (wanted === open && line.status === 'guessed');

/** The longest row of places that both have (Wagner and Fischer 1974): one lost shifts no others. */
const inBoth = (wanted: readonly string[], read: readonly Read[]): [number, number][] => {
  const most = Array.from({ length: wanted.length + 1 }, () =>
    Array<number>(read.length + 1).fill(0),
  );
  for (let i = wanted.length - 1; i >= 0; i--)
    for (let j = read.length - 1; j >= 0; j--)
      most[i]![j] = isRight(wanted[i]!, read[j]!)
        ? 1 + most[i + 1]![j + 1]!
        : Math.max(most[i + 1]![j]!, most[i]![j + 1]!);
  const pairs: [number, number][] = [];
  for (let [i, j] = [0, 0]; i < wanted.length && j < read.length; ) {
    if (isRight(wanted[i]!, read[j]!)) pairs.push([i++, j++]);
    else if (most[i + 1]![j]! >= most[i]![j + 1]!) i++;
    else j++;
  }
  return pairs;
};

const scoreOf = (sample: Sample): Score => {
  const read = readOf(sample);
  const pairs = inBoth(sample.form, read);
  const extra = read.filter((_, index) => !pairs.some(([, at]) => at === index));
  return {
    places: sample.form.length,
    right: pairs.length,
    silent: extra.flatMap(({ line, said }) => (line.status === 'understood' ? [said] : [])),
    invented: extra.map(({ said, line }) => `${said} in ${JSON.stringify(line.text)}`),
    missing: sample.form.filter((_, index) => !pairs.some(([at]) => at === index)),
  };
};

const total = (scores: readonly Score[], of: (score: Score) => number): number =>
  scores.reduce((sum, score) => sum + of(score), 0);

/** Of 100 places so many may be other than a drummer reads them, and always marked. */
const MOST_WRONG = 0.05;

test.each([
  ['first', 80],
  ['second', 60],
  ['third', 60],
] as const)(
  'of the %s %i messages 95 places of 100 are right, and none wrong without a mark',
  (lot, count) => {
    const scores = samples(lot).map(scoreOf);
    expect(scores).toHaveLength(count);
    const places = total(scores, (score) => score.places);
    expect(total(scores, (score) => score.right) / places).toBeGreaterThanOrEqual(1 - MOST_WRONG);
    expect(total(scores, (score) => score.invented.length) / places).toBeLessThan(MOST_WRONG);
    expect(scores.flatMap(({ silent }) => silent)).toEqual([]);
  },
);

test('tempo, meter and count are read where a message says them, and two songs are two', () => {
  const wrong = (Object.keys(LOTS) as (keyof typeof LOTS)[]).flatMap(samples).flatMap((sample) => {
    const { lines, songs } = readPasted(sample.text);
    const song = Object.assign(
      {},
      ...lines.map((line) => line.song).reverse(),
    ) as PastedLine['song'];
    const said = {
      tempo: `tempo ${song.tempo?.perMinute}`,
      meter: `meter ${song.meter?.numerator}/${song.meter?.denominator}`,
      count: `count ${song.countIn}`,
    };
    const heard = new Set<string>(Object.values(said));
    const missed = sample.song.filter((one) => !heard.has(one));
    return missed.length > 0 || (sample.form.length > 0 && songs.length !== sample.songs)
      ? [{ text: sample.text, missed, songs: songs.length }]
      : [];
  });
  expect(wrong).toEqual([]);
});
