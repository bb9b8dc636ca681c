import { listed, plural } from '../../../base/words';
import { countedAs, detailsBySection, isOdd, NO_DETAILS, passesWords } from '../../roadmap';
import { variationWords } from '../rows';
import { type Look, type Surprise, together } from './surprise';

/** What the form does that nobody expects: lengths, passes, silence, what goes on until a cue. */

const oddLengths: Look = ({ sections }) =>
  together(
    'odd-length',
    sections
      .filter(({ whole }) => isOdd(whole.bars, whole.phrase))
      .map(({ name, bar, whole: { bars, phrase } }) => {
        const counted = countedAs(bars, phrase);
        return {
          name,
          bar,
          said: `${bars} bars${counted === String(bars) ? '' : ` (${counted})`}`,
        };
      }),
    (names, said, several) => `${names} ${several ? 'have' : 'has'} ${said}.`,
  );

/** What differs by pass: other lengths shift all that comes after them. */
const passes: Look = ({ map, sections }) => {
  const details = detailsBySection(map);
  return sections.flatMap(({ id, name, bar }) =>
    (details.get(id) ?? NO_DETAILS).variations.map(
      (one): Surprise => ({
        kind: one.bars === null ? 'pass' : 'pass-length',
        bar,
        sentence: `${name}, ${passesWords(one.passes)}: ${variationWords(map, one)}.`,
      }),
    ),
  );
};

/** Passages in a row through which the drums rest. */
const noDrums: Look = ({ timeline: { passages } }) => {
  const found: Surprise[] = [];
  for (let at = 0; at < passages.length; at++) {
    if (!passages[at]?.tacet) continue;
    const from = at;
    while (passages[at + 1]?.tacet) at++;
    const silent = passages.slice(from, at + 1);
    const bars = silent.reduce((sum, { bars: length }) => sum + length, 0);
    const names = listed([...new Set(silent.map(({ name }) => name))]);
    const next = passages[at + 1];
    const bar = silent[0]?.firstPlayed ?? 1;
    const length = plural(bars, 'bar');
    found.push({
      kind: 'no-drums',
      bar,
      sentence: !next
        ? `It ends without drums, in ${names} (${length}).`
        : from === 0
          ? `The drums come in with ${next.name}, after ${length}.`
          : `No drums in ${names} (${length}); in again with ${next.name}.`,
    });
  }
  return distinct(found);
};

/** Once where the same comes by several times. */
const distinct = (found: readonly Surprise[]): Surprise[] =>
  [...new Map([...found].reverse().map((one) => [one.sentence, one])).values()].reverse();

const vamps: Look = ({ map, timeline, sections }) => [
  ...sections
    .filter(({ vamp }) => vamp)
    .map(
      ({ name, vamp, bar }): Surprise => ({
        kind: 'vamp',
        bar,
        sentence: `${name} goes on until ${vamp?.cue || 'the cue'}.`,
      }),
    ),
  ...Object.values(map.repeats)
    .filter(({ vamp }) => vamp)
    .flatMap(({ id, vamp }): Surprise[] => {
      const inside = timeline.passages.find(({ trail }) => trail.some((one) => one.repeat === id));
      return inside
        ? [
            {
              kind: 'vamp',
              bar: inside.firstPlayed,
              sentence: `From ${inside.name} it goes round until ${vamp?.cue || 'the cue'}.`,
            },
          ]
        : [];
    }),
];

const noClick: Look = ({ sections }) => {
  const without = sections.filter(({ click }) => !click);
  return without.length === sections.length
    ? []
    : together(
        'no-click',
        without.map(({ name, bar }) => ({ name, bar, said: '' })),
        (names) => `No click in ${names}.`,
      );
};

export const formLooks: readonly Look[] = [oddLengths, passes, noDrums, vamps, noClick];
