import { plural } from '../../../base/words';
import { type Meter, meterText } from '../../../music/time';
import { detailsBySection, NO_DETAILS, type TempoChange } from '../../roadmap';
import { tellsTempo } from '../tempos';
import { type Look, type Surprise, together } from './surprise';

/** Other meters, tempos and feels than the song begins with, and how it is counted in. */

/** Other meters than the one that the song begins in. */
const meters: Look = ({ map, sections }) => {
  const details = detailsBySection(map);
  const usual = bare(map.start.meter);
  return [
    ...together(
      'meter',
      sections
        .filter(({ meter }) => meter && bare(meter) !== usual)
        .map(({ name, bar, meter }) => ({ name, bar, said: meterText(meter ?? map.start.meter) })),
      (names, said, several) => `${names} ${several ? 'are' : 'is'} in ${said}.`,
    ),
    ...sections.flatMap(({ id, name, bar }) =>
      (details.get(id) ?? NO_DETAILS).timeChanges.flatMap((one): Surprise[] =>
        one.meter
          ? [
              {
                kind: 'meter',
                bar: bar + one.bar - 1,
                sentence: `${name}: ${meterText(one.meter)} from its bar ${one.bar} on.`,
              },
            ]
          : [],
      ),
    ),
  ];
};

const bare = ({ numerator, denominator }: Meter): string => `${numerator}/${denominator}`;

const tempos: Look = ({ map, timeline, sections }) => {
  const details = detailsBySection(map);
  const tells = tellsTempo(map, timeline);
  return sections.flatMap(({ id, name, bar, tempo }) => [
    ...(tempo && tells(id, 1, tempo) ? [tempoSurprise(name, bar, tempo)] : []),
    ...(details.get(id) ?? NO_DETAILS).timeChanges.flatMap((one) =>
      one.tempo && tells(id, one.bar, one.tempo)
        ? [tempoSurprise(`${name}, bar ${one.bar}`, bar + one.bar - 1, one.tempo)]
        : [],
    ),
  ]);
};

const tempoSurprise = (where: string, bar: number, tempo: TempoChange): Surprise => ({
  kind: 'tempo',
  bar,
  sentence:
    tempo.kind === 'held'
      ? `${where}: the tempo is ${tempo.perMinute} from here on.`
      : `${where}: the tempo goes ${tempo.from === null ? '' : `from ${tempo.from} `}to ${tempo.to}.`,
});

const half: Look = ({ sections }) => {
  const other = sections.filter(({ whole }) => whole.feel.backbeat !== 'normal');
  if (other.length === sections.length) return [];
  return together(
    'feel',
    other.map(({ name, bar, whole }) => ({ name, bar, said: whole.feel.backbeat })),
    (names, said, several) => `${names} ${several ? 'are' : 'is'} ${said}.`,
  );
};

/** A count that is not one or two bars, or music before bar 1. */
const countIn: Look = ({ map: { start }, timeline }) => {
  const { countIn: beats, pickup, meter } = start;
  const usual = beats % meter.numerator === 0 && beats <= 2 * meter.numerator && pickup === 0;
  const leadsIn = timeline.details.find(({ kind, startTicks }) => startTicks < 0 && kind !== 'cue');
  if (usual && beats > 0 && !leadsIn) return [];
  const count = beats === 0 ? 'There is no count-in' : `The count-in is ${plural(beats, 'beat')}`;
  const then =
    pickup > 0
      ? `${beats === 0 ? '; ' : ', then '}${plural(pickup, 'beat')} are played before bar 1`
      : '';
  return [
    {
      kind: 'count-in',
      bar: timeline.bars[0]?.played ?? 1,
      sentence: `${count}${then}${leadsIn ? `; a ${leadsIn.kind} leads in` : ''}.`.replace(
        '1 beat are',
        '1 beat is',
      ),
    },
  ];
};

export const timeLooks: readonly Look[] = [meters, tempos, half, countIn];
