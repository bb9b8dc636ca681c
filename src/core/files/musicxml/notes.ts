import { engrave, type Group, type Sign } from '../../music/engrave';
import {
  gridFor,
  newPattern,
  type StickedStroke,
  type Stroke,
  VOICES,
  type VoiceId,
  voiceOf,
} from '../../music/kit';
import { barTicks, beatTicks, type Meter, TICKS_PER_QUARTER } from '../../music/time';
import type { Music } from './form';

/** MusicXML counts time in these: our own ticks. */
export const DIVISIONS = TICKS_PER_QUARTER;

const TYPES: Readonly<Record<number, string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
  128: '128th',
};

/**
 * What stands in a measure as MusicXML notes.
 *
 * @param held places of fermatas, in ticks from the bar line; what sounds up to one has the sign
 */
export const musicXmlOf = (music: Music, meter: Meter, held: readonly number[] = []): string[] => {
  if (music === 'slashes') return eachBeat(meter, held, SLASH);
  if (music === 'beats') return eachBeat(meter, held, REST);
  const strokes = music === 'rest' ? [] : music;
  const length = barTicks(meter);
  if (strokes.length === 0) {
    const sign = isHeld(held, 0, length) ? notations(FERMATA) : '';
    return [`<note><rest measure="yes"/><duration>${length}</duration>${sign}</note>`];
  }
  const [staff] = engrave({ ...barPattern(strokes, meter), order: 'a0' });
  const { hands, feet } = staff!;
  const [upper, lower] = [hands, feet].map((groups) => groups.some(hasStrokes));
  return [
    ...(upper ? partXml(hands, 1, held) : []),
    ...(upper && lower ? [`<backup><duration>${length}</duration></backup>`] : []),
    ...(lower ? partXml(feet, upper ? 2 : 1, upper ? [] : held) : []),
  ];
};

const FERMATA = '<fermata/>';

const notations = (...marks: readonly string[]): string =>
  marks.some(Boolean) ? `<notations>${marks.join('')}</notations>` : '';

/** Whether time stands still within what sounds, or at its end. */
const isHeld = (held: readonly number[], from: number, to: number): boolean =>
  held.some((place) => place > from && place <= to);

const hasStrokes = ({ signs }: Group): boolean => signs.some(({ strokes }) => strokes.length > 0);

/** What stands on a beat, before and behind its length. */
type OnBeat = { readonly sign: string; readonly head: string };

/** Time kept as one likes. */
const SLASH: OnBeat = {
  sign: '<unpitched><display-step>B</display-step><display-octave>4</display-octave></unpitched>',
  head: '<stem>none</stem><notehead>slash</notehead>',
};
const REST: OnBeat = { sign: '<rest/>', head: '' };

const eachBeat = (meter: Meter, held: readonly number[], { sign, head }: OnBeat): string[] =>
  Array.from({ length: meter.numerator }, (_, beat) => {
    const length = beatTicks(meter);
    const type = `<voice>1</voice><type>${TYPES[meter.denominator]}</type>`;
    const mark = isHeld(held, beat * length, (beat + 1) * length) ? notations(FERMATA) : '';
    return `<note>${sign}<duration>${length}</duration>${type}${head}${mark}</note>`;
  });

/** The strokes of a bar as a pattern of one bar, to be engraved. */
const barPattern = (strokes: readonly StickedStroke[], meter: Meter) => {
  const rows = new Map<VoiceId, Map<number, Stroke>>();
  for (const { voice, ...stroke } of strokes) {
    const row = rows.get(voice) ?? new Map<number, Stroke>();
    rows.set(voice, row);
    row.set(stroke.at, stroke);
  }
  const inOrder = [...rows].map(
    ([voice, row]) => [voice, [...row.values()].sort((a, b) => a.at - b.at)] as const,
  );
  const places = strokes.map(({ at }) => at);
  return newPattern('bar', meter, {
    grid: gridFor({ beats: meter.numerator, meter, grid: [2] }, places),
    ...Object.fromEntries(inOrder),
  });
};

const partXml = (groups: readonly Group[], voice: 1 | 2, held: readonly number[]): string[] => {
  let from = 0;
  return groups.flatMap(({ signs, tuplet }) =>
    signs.flatMap((sign, index) => {
      const mark = isHeld(held, from, from + sign.ticks) ? FERMATA : '';
      from += sign.ticks;
      return signXml(sign, index, signs, tuplet, voice, mark);
    }),
  );
};

const signXml = (
  sign: Sign,
  index: number,
  signs: readonly Sign[],
  tuplet: Group['tuplet'],
  voice: 1 | 2,
  mark: string,
): string[] => {
  const { ticks, value, strokes } = sign;
  const ratio = tuplet
    ? `<time-modification><actual-notes>${tuplet.actual}</actual-notes><normal-notes>${tuplet.normal}</normal-notes></time-modification>`
    : '';
  const written = `<duration>${ticks}</duration>`;
  const type = `<voice>${voice}</voice><type>${TYPES[value.of] ?? '128th'}</type>${value.dotted ? '<dot/>' : ''}${ratio}`;
  const ends = tuplet ? tupletMark(index, signs.length) : '';
  if (strokes.length === 0)
    return [`<note><rest/>${written}${type}${notations(ends, mark)}</note>`];
  const beams = beamsOf(signs, index);
  return strokes.map((stroke, at) => {
    const { staff, head } = voiceOf(stroke.voice);
    const [step = 'c', octave = '5'] = staff.split('/');
    const first = at === 0;
    return [
      '<note>',
      first ? '' : '<chord/>',
      `<unpitched><display-step>${step.toUpperCase()}</display-step><display-octave>${octave}</display-octave></unpitched>`,
      written,
      `<instrument id="${instrumentOf(stroke.voice)}"/>`,
      type,
      `<stem>${voice === 1 ? 'up' : 'down'}</stem>`,
      `<notehead${stroke.force === 'ghost' ? ' parentheses="yes"' : ''}>${HEADS[head]}</notehead>`,
      first ? beams : '',
      first ? notations(ends, articulations(stroke), mark) : '',
      '</note>',
    ].join('');
  });
};

const HEADS = { oval: 'normal', cross: 'x', triangle: 'triangle' } as const;

const tupletMark = (index: number, count: number): string => {
  if (index === 0) return '<tuplet type="start"/>';
  return index === count - 1 ? '<tuplet type="stop"/>' : '';
};

const articulations = ({ force, ornament, shoulder }: StickedStroke): string =>
  [
    force === 'accent' || shoulder
      ? `<articulations>${force === 'accent' ? '<accent/>' : ''}${shoulder ? '<tenuto/>' : ''}</articulations>`
      : '',
    ornament === 'roll' || ornament === 'buzz'
      ? '<ornaments><tremolo type="single">3</tremolo></ornaments>'
      : '',
  ].join('');

/** Beams over the notes of a group, level by level: 1 over eighths, 2 over sixteenths. */
const beamsOf = (signs: readonly Sign[], index: number): string => {
  const levels = (sign: Sign | undefined) =>
    sign && sign.strokes.length > 0 ? Math.max(0, Math.log2(sign.value.of) - 2) : 0;
  const [before, own, after] = [signs[index - 1], signs[index], signs[index + 1]].map(levels) as [
    number,
    number,
    number,
  ];
  if (before === 0 && after === 0) return '';
  return Array.from({ length: own }, (_, at) => {
    const [joins, goesOn] = [before > at, after > at];
    const hook = before > 0 ? 'backward hook' : 'forward hook';
    const words = joins ? (goesOn ? 'continue' : 'end') : goesOn ? 'begin' : hook;
    return `<beam number="${at + 1}">${words}</beam>`;
  }).join('');
};

const instrumentOf = (voice: VoiceId): string => `P1-${voice}`;

/** All voices of the kit as instruments, with their General MIDI keys; MusicXML counts these from 1. */
export const instruments = (): string =>
  [
    ...VOICES.map(
      ({ id, name }) =>
        `<score-instrument id="${instrumentOf(id)}"><instrument-name>${name}</instrument-name></score-instrument>`,
    ),
    ...VOICES.map(
      ({ id, articulations: [usual] }) =>
        `<midi-instrument id="${instrumentOf(id)}"><midi-channel>10</midi-channel><midi-unpitched>${usual.key + 1}</midi-unpitched></midi-instrument>`,
    ),
  ].join('');
