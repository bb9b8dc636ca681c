import { type RecordName, recordNamed } from '../../base/document';
import { printTyped } from '../../music/kit';
import { meterText } from '../../music/time';
import { rowsOf } from '../../song/editing';
import {
  DETAILS,
  type DetailName,
  passesText,
  type RoadMap,
  roadMapKind,
  type Section,
} from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { namesIn, saidOf, saidText } from '../../text/shorthand';
import { type Speaking, speaking } from '../compare';
import { fieldsThatDiffer, instead, joined, type Step } from './step';

/**
 * What became of some records of a road map between two moments, a sentence each; nothing of those
 * that are as they were.
 *
 * @param records those that were touched, in the order in which they were
 */
export const songSteps = (
  before: RoadMap,
  after: RoadMap,
  records: readonly RecordName[],
): readonly Step[] => {
  const moments = {
    before,
    after,
    old: speaking(before),
    now: speaking(after),
    wasCalled: namesOf(before),
    isCalled: namesOf(after),
  };
  const whole = ['taps', 'dismissed'].flatMap((where) =>
    records.some((record) => record.in === where) ? countedStep(moments, where) : [],
  );
  const single = records
    .filter(({ in: where }) => where !== 'taps' && where !== 'dismissed')
    .flatMap((record) => {
      const words = wordsOf(moments, record);
      return words === undefined ? [] : [{ record, section: sectionOf(moments, record), words }];
    });
  return [...single, ...whole];
};

type Moments = {
  readonly before: RoadMap;
  readonly after: RoadMap;
  readonly old: Speaking;
  readonly now: Speaking;
  readonly wasCalled: Named;
  readonly isCalled: Named;
};

const isDetail = (where: string): where is DetailName => Object.hasOwn(DETAILS, where);

const sectionOf = ({ before, after }: Moments, record: RecordName): string | null => {
  if (record.in === 'sections') return record.id ?? null;
  const found = recordNamed(after, record) ?? recordNamed(before, record);
  return isDetail(record.in) && typeof found?.section === 'string' ? found.section : null;
};

const wordsOf = (moments: Moments, record: RecordName): string | undefined => {
  const { before, after } = moments;
  const [was, is] = [recordNamed(before, record), recordNamed(after, record)];
  if (JSON.stringify(was) === JSON.stringify(is)) return undefined;
  const { in: where, id = '' } = record;
  const [old, now] = [before[where as 'parts'], after[where as 'parts']];
  if (where === 'sections') return sectionWords(moments, before.sections[id], after.sections[id]);
  if (where === 'start') return startWords(before.start, after.start);
  if (where === 'click') return 'changed the click of the song.';
  if (where === 'parts') return partWords(moments, id);
  if (where === 'patterns') return patternWords(before.patterns[id], after.patterns[id]);
  if (where === 'repeats') return repeatWords(before.repeats[id], after.repeats[id]);
  if (where === 'endings') return endingWords(before.endings[id], after.endings[id]);
  if (isDetail(where)) return detailWords(moments, where, id);
  return `changed ${roadMapKind.call(where, now?.[id] ?? old?.[id])}.`;
};

// ---- Sections -----------------------------------------------------------------------------------

/** What a section is called in its map: with the bar that it begins at, where others have its name. */
type Named = (section: Section | undefined) => string;

const namesOf = (map: RoadMap): Named => {
  const sections = Object.values(map.sections);
  let bars: ReadonlyMap<string, number> | undefined;
  const barOf = (id: string) => {
    bars ??= new Map(
      compile(map)
        .passages.toReversed()
        .map(({ section, firstPlayed }) => [section, firstPlayed]),
    );
    return bars.get(id);
  };
  return (section) => {
    if (!section) return 'a section';
    const isAlone = sections.every(({ id, name }) => id === section.id || name !== section.name);
    const bar = isAlone ? undefined : barOf(section.id);
    return `“${section.name}”${bar === undefined ? '' : ` at bar ${bar}`}`;
  };
};

const barsText = (bars: number | null): string =>
  bars === null ? 'as long as its part' : `${bars} ${bars === 1 ? 'bar' : 'bars'}`;

const wholeOf = (speaks: Speaking, section: Section): string => {
  const [, ...rest] =
    section.bars === null ? ['', ...speaks.items(section)] : speaks.items(section);
  return [barsText(section.bars), ...rest].join(', ');
};

const sectionWords = (
  { before, after, old, now, wasCalled, isCalled }: Moments,
  was: Section | undefined,
  is: Section | undefined,
): string => {
  if (!was && is) return `added ${isCalled(is)}: ${wholeOf(now, is)}.`;
  if (was && !is) return `took ${wasCalled(was)} out: ${wholeOf(old, was)}.`;
  if (!was || !is) return 'changed a section.';
  const differs = fieldsThatDiffer(was, is);
  const phrases: string[] = [];
  if (differs.has('name')) phrases.push(`renamed ${wasCalled(was)} to “${is.name}”`);
  if (differs.has('bars'))
    phrases.push(lengthWords(isCalled(is), barsIn(before, was), barsIn(after, is)));
  if (differs.has('order') || differs.has('within'))
    phrases.push(`moved ${isCalled(is)} ${placeWords(after, isCalled, is)}`);
  const [had, has] = [bareItems(old, was), bareItems(now, is)];
  const gained = has.filter((item) => !had.includes(item)).join(', ');
  const lost = had.filter((item) => !has.includes(item)).join(', ');
  if (gained || lost)
    phrases.push(
      gained
        ? `gave ${isCalled(is)} ${instead(gained, lost)}`
        : `took ${lost} from ${isCalled(is)}`,
    );
  if (differs.has('notes'))
    phrases.push(
      is.notes ? `noted at ${isCalled(is)}: “${is.notes}”` : `took the note at ${isCalled(is)} out`,
    );
  if (differs.has('inRecording'))
    phrases.push(`said where ${isCalled(is)} begins in the recording`);
  if (differs.has('clickSettings')) phrases.push(`changed the click of ${isCalled(is)}`);
  const known = phrases.length > 0 || before === after;
  return known ? joined(phrases) : `changed ${isCalled(is)}.`;
};

/** What is said of a section beside its length and its note. */
const bareItems = (speaks: Speaking, section: Section): string[] =>
  speaks.items({ ...section, notes: '' }).slice(section.bars === null ? 0 : 1);

/** How long a section is, by itself or by its part. */
const barsIn = ({ parts }: RoadMap, { bars, part }: Section): number | null =>
  bars ?? (part === null ? null : (parts[part]?.bars ?? null));

const lengthWords = (name: string, was: number | null, is: number | null): string => {
  if (was === null || is === null || was === is)
    return `made ${name} ${barsText(is)}${was === is ? ', said in another place' : ` in place of ${barsText(was)}`}`;
  const more = is - was;
  return `made ${name} ${barsText(Math.abs(more))} ${more > 0 ? 'longer' : 'shorter'}: ${barsText(is)}`;
};

/** Where a section stands, by the one before it. */
const placeWords = (map: RoadMap, called: Named, { id }: Section): string => {
  const sections = rowsOf(map).flatMap((row) => (row.kind === 'section' ? [row.section] : []));
  const at = sections.findIndex((section) => section.id === id);
  return at <= 0 ? 'to the beginning' : `behind ${called(sections[at - 1])}`;
};

// ---- What stands in sections ---------------------------------------------------------------------

const detailWords = (
  { before, after, old, now, wasCalled, isCalled }: Moments,
  where: DetailName,
  id: string,
): string => {
  const [was, is] = [before[where][id], after[where][id]];
  const say = (speaks: Speaking, map: RoadMap, one: typeof was): string => {
    const section = one && map.sections[one.section];
    // Without its section it has no meter to be counted in.
    return one && section
      ? speaks.detail(section, where, one)
      : roadMapKind.call(where, one).toLowerCase();
  };
  const there = after.sections[(is ?? was)?.section ?? ''];
  const place = there ? isCalled(there) : wasCalled(before.sections[was?.section ?? '']);
  if (is && !was) return `put ${say(now, after, is)} into ${place}.`;
  if (was && !is) return `took ${say(old, before, was)} out of ${place}.`;
  const [had, has] = [say(old, before, was), say(now, after, is)];
  return had === has
    ? `changed ${has} in ${place}.`
    : `put ${has} into ${place} in place of ${had}.`;
};

// ---- The song as a whole -------------------------------------------------------------------------

const startWords = (was: RoadMap['start'], is: RoadMap['start']): string => {
  const differs = fieldsThatDiffer(was, is);
  const tempo = ({ tempo: { unit, perMinute } }: RoadMap['start']) =>
    `${unit.replace('-', ' ')} = ${perMinute}`;
  const phrases: string[] = [];
  if (differs.has('tempo'))
    phrases.push(`set the tempo of the song to ${instead(tempo(is), tempo(was))}`);
  if (differs.has('meter'))
    phrases.push(
      `set the meter of the song to ${instead(meterText(is.meter), meterText(was.meter))}`,
    );
  if (differs.has('countIn'))
    phrases.push(`set the count-in to ${is.countIn} in place of ${was.countIn}`);
  if (differs.has('pickup'))
    phrases.push(`set the pickup to ${is.pickup} in place of ${was.pickup}`);
  if (differs.has('firstBar'))
    phrases.push(`numbered the bars from ${is.firstBar} in place of ${was.firstBar}`);
  if (differs.has('notes'))
    phrases.push(is.notes ? `noted at the song: “${is.notes}”` : 'took the note at the song out');
  if (['recording', 'recordingEnd', 'fingerprint'].some((field) => differs.has(field)))
    phrases.push('said where the song lies in its recording');
  return phrases.length > 0 ? joined(phrases) : 'changed what holds at the start of the song.';
};

const partWords = ({ before, after }: Moments, id: string): string => {
  const [was, is] = [before.parts[id], after.parts[id]];
  const say = (map: RoadMap) => {
    const part = map.parts[id];
    return part ? saidText(saidOf(part, namesIn(map)), map.start.tempo.unit).join(', ') : '';
  };
  if (is && !was) return `added the part “${is.name}”: ${say(after) || 'nothing said yet'}.`;
  if (was && !is) return `took the part “${was.name}” out.`;
  if (!was || !is) return 'changed a part.';
  const phrases: string[] = [];
  if (was.name !== is.name) phrases.push(`renamed the part “${was.name}” to “${is.name}”`);
  const [had, has] = [say(before), say(after)];
  if (had !== has)
    phrases.push(`said of the part “${is.name}”: ${instead(has || 'nothing', had || 'nothing')}`);
  return phrases.length > 0 ? joined(phrases) : `moved the part “${is.name}”.`;
};

const patternWords = (
  was: RoadMap['patterns'][string] | undefined,
  is: RoadMap['patterns'][string] | undefined,
): string => {
  if (is && !was) return `added the ${is.kind} “${is.name}”.`;
  if (was && !is) return `took the ${was.kind} “${was.name}” out.`;
  if (!was || !is) return 'changed a pattern.';
  const phrases: string[] = [];
  if (was.name !== is.name) phrases.push(`renamed the ${is.kind} “${was.name}” to “${is.name}”`);
  if (printTyped(was) !== printTyped(is))
    phrases.push(`changed what the ${is.kind} “${is.name}” plays`);
  return phrases.length > 0
    ? joined(phrases)
    : `changed what is said of the ${is.kind} “${is.name}”.`;
};

const repeatWords = (
  was: RoadMap['repeats'][string] | undefined,
  is: RoadMap['repeats'][string] | undefined,
): string => {
  if (is && !was) return `added a repeat of ${is.times} times.`;
  if (was && !is) return `took a repeat of ${was.times} times out.`;
  if (!was || !is) return 'changed a repeat.';
  if (was.times !== is.times) return `made a repeat ${is.times} times in place of ${was.times}.`;
  if (JSON.stringify(was.vamp) === JSON.stringify(is.vamp)) return 'moved a repeat.';
  return is.vamp ? `made a repeat go round until “${is.vamp.cue}”.` : 'counted a repeat out again.';
};

const endingWords = (
  was: RoadMap['endings'][string] | undefined,
  is: RoadMap['endings'][string] | undefined,
): string => {
  if (is && !was) return `added an ending for ${passesText(is.passes)}.`;
  if (was && !is) return `took the ending for ${passesText(was.passes)} out.`;
  if (!was || !is) return 'changed an ending.';
  return `made an ending serve ${passesText(is.passes)} in place of ${passesText(was.passes)}.`;
};

// ---- What is only counted ------------------------------------------------------------------------

const countedStep = ({ before, after }: Moments, where: string): Step[] => {
  const count = (map: RoadMap) => Object.keys(map[where as 'taps']).length;
  const ids = (map: RoadMap) => Object.keys(map[where as 'taps']).join(' ');
  if (JSON.stringify(before[where as 'taps']) === JSON.stringify(after[where as 'taps'])) return [];
  const more = count(after) - count(before);
  const some = `${Math.abs(more)} ${where === 'taps' ? 'beats' : 'remarks'}`.replace(
    /^(1 \w+)s$/,
    '$1',
  );
  const words =
    where === 'taps'
      ? more > 0
        ? `tapped ${some} along with the recording.`
        : more < 0
          ? `took ${some} out that were tapped along.`
          : ids(before) === ids(after)
            ? 'moved beats that were tapped along.'
            : 'tapped beats along with the recording anew.'
      : more > 0
        ? `dismissed ${some}.`
        : more < 0
          ? `brought ${some} back.`
          : 'dismissed other remarks.';
  return [{ record: { in: where }, section: null, words }];
};
