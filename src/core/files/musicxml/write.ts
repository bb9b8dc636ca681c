import { barTicks, type Meter, meterText, TICKS_PER_QUARTER } from '../../music/time';
import type { RoadMap } from '../../song/roadmap';
import { type Measure, measuresOf, type Playing, type Told } from './form';
import { DIVISIONS, instruments, musicXmlOf } from './notes';

/**
 * A road map as a MusicXML score of one drum part: grooves and fills as percussion notation, slashes
 * where nothing is written, rests where the drums rest. Tempos are given measure by measure, so that
 * each measure lasts as long as in the timeline, ramps included; time that stands still is added to
 * the measure before it. A section or repeat whose passes differ is written out pass by pass.
 *
 * @param playing the timeline of the map, where it is known, and the player’s kit
 */
export const chartAsMusicXml = (map: RoadMap, title: string, playing: Playing = {}): string => {
  const measures = measuresOf(map, playing);
  const lead = measures.filter(({ isLead }) => isLead).length;
  let meter: Meter | undefined;
  const body = measures.map((measure, index) => {
    // What comes before the first bar stands in the meter of that bar.
    const own = measure.isLead ? (measures[lead]?.meter ?? measure.meter) : measure.meter;
    const changed = !meter || meterText(meter) !== meterText(own);
    meter = own;
    const head: Head = {
      number: measure.isLead ? `X${index + 1}` : `${map.start.firstBar + index - lead}`,
      isFirst: index === 0,
      ...((changed || measure.forward) && { meter }),
    };
    return measureXml(measure, head);
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0">
  <work><work-title>${escaped(title)}</work-title></work>
  <part-list><score-part id="P1"><part-name>Drums</part-name>${instruments()}</score-part></part-list>
  <part id="P1">
${body.join('\n')}
  </part>
</score-partwise>
`;
};

/** Text as XML has it: what it may not hold (control characters, halves of a pair) is left out. */
const escaped = (text: string): string =>
  [...text]
    .filter(
      (letter) =>
        letter >= ' ' && !/[\ud800-\udfff\ufffe\uffff]/.test(letter.length > 1 ? '' : letter),
    )
    .join('')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

/** What a measure is called, and the meter that is told at its beginning. */
type Head = { readonly number: string; readonly isFirst: boolean; readonly meter?: Meter };

const measureXml = (measure: Measure, { number, isFirst, meter: told }: Head): string => {
  const { meter, music, fermatas, forward, backward, endingStart, endingStop, isLead } = measure;
  const lines = [
    (forward || endingStart) &&
      `<barline location="left">${endingStart ? `<ending number="${endingStart}" type="start"/>` : ''}${forward ? '<repeat direction="forward"/>' : ''}</barline>`,
    told && attributesXml(told, isFirst),
    ...directions(measure),
    ...musicXmlOf(
      music,
      meter,
      fermatas.map(({ at }) => at),
    ),
    (backward !== undefined || endingStop) &&
      `<barline location="right">${endingStop ? `<ending number="${endingStop}" type="${backward === undefined ? 'discontinue' : 'stop'}"/>` : ''}${backward === undefined ? '' : `<repeat direction="backward" times="${backward}"/>`}</barline>`,
  ].filter(Boolean);
  const implicit = isLead ? ' implicit="yes"' : '';
  return `    <measure number="${number}"${implicit}>\n      ${lines.join('\n      ')}\n    </measure>`;
};

/** The tempo that makes the measure last as it should, its name, its tempo in words, its cues. */
const directions = ({ meter, seconds, name, tempo, words, fermatas }: Measure): string[] => {
  const perMinute = (60 * barTicks(meter)) / TICKS_PER_QUARTER / seconds;
  const type = (inside: string) => `<direction-type>${inside}</direction-type>`;
  const shown = [
    ...(name === undefined ? [] : [type(`<rehearsal>${escaped(name)}</rehearsal>`)]),
    ...(tempo === undefined ? [] : [type(tempoXml(tempo))]),
  ];
  return [
    `<direction placement="above">${shown.join('') || type(SILENT)}<sound tempo="${perMinute}"/></direction>`,
    ...[...words, ...fermatas].map(
      ({ at, text }) =>
        `<direction placement="above">${type(`<words>${escaped(text)}</words>`)}<offset>${Math.round(at)}</offset></direction>`,
    ),
  ];
};

/** A direction that is only heard: programs pass over a tempo that stands in none. */
const SILENT = '<other-direction print-object="no">tempo</other-direction>';

const tempoXml = (tempo: Told): string => {
  if (typeof tempo === 'string') return `<words>${tempo}</words>`;
  const dot = tempo.unit.startsWith('dotted-') ? '<beat-unit-dot/>' : '';
  const unit = `<beat-unit>${tempo.unit.replace('dotted-', '')}</beat-unit>${dot}`;
  return `<metronome>${unit}<per-minute>${tempo.perMinute}</per-minute></metronome>`;
};

/** Beats in their groups where a meter says them: `2+2+3` (MusicXML 4.0, time). */
const attributesXml = ({ numerator, denominator, grouping }: Meter, first: boolean): string =>
  `<attributes>${first ? `<divisions>${DIVISIONS}</divisions>` : ''}<time><beats>${grouping?.join('+') ?? numerator}</beats><beat-type>${denominator}</beat-type></time>${first ? '<clef><sign>percussion</sign></clef>' : ''}</attributes>`;
