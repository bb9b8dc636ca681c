import { plural } from '../../base/words';
import { leadIn, patternBars, patternTicks, stick, strokesOf, troublesOf } from '../../music/kit';
import { barTicks, beatTicks, meterText, rateOf } from '../../music/time';
import { setField } from '../../song/editing';
import { type Check, named, type Remark, remark } from './remark';

/** A groove in another meter than the bars that it is played in. */
const grooveMeter: Check = ({ map, timeline }) =>
  timeline.passages.flatMap((passage): Remark[] => {
    const pattern = map.patterns[passage.groove ?? ''];
    if (!pattern || passage.tacet || barTicks(pattern.meter) === barTicks(passage.meter)) return [];
    return [
      remark({
        code: 'groove-meter',
        about: [passage.section, pattern.id],
        passage,
        sentence: `The groove ${named(pattern.name)} is in ${meterText(pattern.meter)}, ${named(passage.name)} in ${meterText(passage.meter)}: it is cut or goes round within the bar.`,
      }),
    ];
  });

/** A groove with more bars than the section has: its end is never played. */
const grooveLength: Check = ({ map, timeline }) =>
  timeline.passages.flatMap((passage): Remark[] => {
    const pattern = map.patterns[passage.groove ?? ''];
    const over = pattern ? patternBars(pattern) - passage.bars : 0;
    if (!pattern || passage.tacet || over <= 0) return [];
    return [
      remark({
        code: 'groove-length',
        about: [passage.section, pattern.id],
        passage,
        sentence: `The groove ${named(pattern.name)} has ${plural(patternBars(pattern), 'bar')}, ${named(passage.name)} ${passage.bars}: its last ${over === 1 ? 'bar is' : `${over} bars are`} not played there.`,
      }),
    ];
  });

/** A fill that is longer than its place, or in another meter. */
const fillPlace: Check = ({ map, timeline }) =>
  timeline.details.flatMap((one): Remark[] => {
    if (one.kind !== 'fill') return [];
    const pattern = map.patterns[one.detail.pattern ?? ''];
    const passage = timeline.passages[one.passage]!;
    if (!pattern) return [];
    const room = one.endTicks - one.startTicks;
    const beat = beatTicks(passage.meter);
    const say = (code: string, sentence: string) =>
      remark({ code, about: [one.detail.id, pattern.id], passage, sentence });
    if (barTicks(pattern.meter) !== barTicks(passage.meter))
      return [
        say(
          'fill-meter',
          `The fill ${named(pattern.name)} is in ${meterText(pattern.meter)}, ${named(passage.name)} in ${meterText(passage.meter)}.`,
        ),
      ];
    const over = Math.round((patternTicks(pattern) - room) / beat);
    if (over <= 0) return [];
    return [
      say(
        'fill-room',
        `The fill ${named(pattern.name)} has ${plural(pattern.beats, 'beat')}, its place in ${named(passage.name)} ${plural(Math.round(room / beat), 'beat')}: its first ${plural(over, 'beat')} ${over === 1 ? 'is' : 'are'} left out.`,
      ),
    ];
  });

/** What nobody can play, of the patterns that the song uses. */
const unplayable: Check = ({ map, timeline }) => {
  const rate = rateOf(map.start.tempo);
  return Object.values(map.patterns).flatMap((pattern) => {
    const passage = timeline.passages.find(({ groove }) => groove === pattern.id);
    const trouble = troublesOf(pattern, stick(pattern), 1 / rate)[0];
    if (!trouble) return [];
    return [
      remark({
        code: 'unplayable',
        about: [pattern.id, trouble.sentence],
        passage,
        sentence: `${named(pattern.name)}, ${trouble.sentence.replace(/^Bar/, 'bar')}`,
      }),
    ];
  });
};

/**
 * A feel whose backbeat the groove does not have: the groove is played as it is written. Half-time has
 * the snare in the middle of the bar, double-time off the beats; common practice, no source.
 */
const feltElsewhere: Check = ({ map, timeline }) =>
  timeline.passages.flatMap((passage): Remark[] => {
    const { feel, groove, tacet } = passage;
    const pattern = map.patterns[groove ?? ''];
    if (!pattern || tacet || feel.backbeat === 'normal') return [];
    const beat = beatTicks(pattern.meter);
    const backbeats = strokesOf(pattern)
      .filter(({ voice, force }) => voice === 'snare' && force !== 'ghost')
      .map(({ at }) => ((at + leadIn(pattern)) % barTicks(pattern.meter)) / beat + 1);
    const second = backbeats.filter((place) => place === 2 || place === 4);
    const between = backbeats.some((place) => !Number.isInteger(place));
    const fits = feel.backbeat === 'half-time' ? second.length === 0 : between;
    if (fits || backbeats.length === 0) return [];
    const places = [...new Set(backbeats.filter(Number.isInteger))].sort().join(' and ');
    const section = map.sections[passage.section];
    const fix = section?.feel && {
      label: 'Feel it as the groove is',
      operations: setField('sections', section.id, 'feel', { ...section.feel, backbeat: 'normal' }),
    };
    return [
      remark({
        code: 'backbeat',
        about: [passage.section, pattern.id, feel.backbeat],
        passage,
        sentence: `${named(passage.name)} is felt in ${feel.backbeat}, but its groove ${named(pattern.name)} has the snare on ${places}.`,
        ...(fix && { fix }),
      }),
    ];
  });

export const patternChecks: readonly Check[] = [
  grooveMeter,
  grooveLength,
  fillPlace,
  feltElsewhere,
  unplayable,
];
