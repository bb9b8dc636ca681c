import { type RecordName, recordNamed } from '../../base/document';
import { type Gap, itemsOf, type SetItem, type SongSet } from '../../song/set';
import { fieldsThatDiffer, joined, type Step } from './step';

/**
 * What became of some records of a set between two moments, a sentence each.
 *
 * @param titleOf what an arrangement is called, by its id
 */
export const setSteps = (
  before: SongSet,
  after: SongSet,
  records: readonly RecordName[],
  titleOf: (arrangement: string) => string,
): readonly Step[] => {
  const dismissed = records.some(({ in: where }) => where === 'dismissed');
  return [
    ...records
      .filter(({ in: where }) => where !== 'dismissed')
      .flatMap((record) => {
        const [was, is] = [recordNamed(before, record), recordNamed(after, record)];
        if (JSON.stringify(was) === JSON.stringify(is)) return [];
        const words =
          record.in === 'heading'
            ? headingWords(before, after)
            : record.in === 'click'
              ? 'changed the click of the set.'
              : itemWords(before, after, record.id ?? '', titleOf);
        return [{ record, section: null, words }];
      }),
    ...(dismissed ? dismissedStep(before, after) : []),
  ];
};

const headingWords = ({ heading: was }: SongSet, { heading: is }: SongSet): string => {
  const phrases: string[] = [];
  if (was.title !== is.title) phrases.push(`renamed the set from “${was.title}” to “${is.title}”`);
  if (was.slotMinutes !== is.slotMinutes)
    phrases.push(
      is.slotMinutes === null
        ? 'took the time slot out'
        : `set the time slot to ${is.slotMinutes} min${was.slotMinutes === null ? '' : ` in place of ${was.slotMinutes}`}`,
    );
  return joined(phrases.length > 0 ? phrases : ['changed what is said of the set']);
};

const itemWords = (
  before: SongSet,
  after: SongSet,
  id: string,
  titleOf: (arrangement: string) => string,
): string => {
  const [was, is] = [before.items[id], after.items[id]];
  const title = (item: SetItem) => `“${titleOf(item.arrangement)}”`;
  const number = (set: SongSet) => itemsOf(set).findIndex((item) => item.id === id) + 1;
  if (is && !was) return `put ${title(is)} in as number ${number(after)}.`;
  if (was && !is) return `took ${title(was)} out, which was number ${number(before)}.`;
  if (!was || !is) return 'changed a song in the set.';
  const differs = fieldsThatDiffer(was, is);
  const phrases: string[] = [];
  if (differs.has('arrangement')) phrases.push(`put ${title(is)} in place of ${title(was)}`);
  if (differs.has('order'))
    phrases.push(
      number(before) === number(after)
        ? `kept ${title(is)} as number ${number(after)}`
        : `moved ${title(is)} from number ${number(before)} to ${number(after)}`,
    );
  if (differs.has('gap'))
    phrases.push(
      `set what follows ${title(is)} to ${gapWords(is.gap)} in place of ${gapWords(was.gap)}`,
    );
  if (differs.has('tempo')) phrases.push(`set ${title(is)} ${tempoWords(is.tempo)}`);
  if (differs.has('key'))
    phrases.push(is.key ? `put ${title(is)} in ${is.key}` : `put ${title(is)} back in its own key`);
  if (differs.has('cuts'))
    phrases.push(
      is.cuts.length === 0
        ? `put all sections of ${title(is)} back`
        : `left ${is.cuts.length === 1 ? 'one section' : `${is.cuts.length} sections`} of ${title(is)} out`,
    );
  if (differs.has('keeps'))
    phrases.push(
      is.keeps === 'place'
        ? `had ${title(is)} keep its place`
        : is.keeps === 'after'
          ? `had ${title(is)} stay after the song before it`
          : `let ${title(is)} be moved`,
    );
  return joined(phrases.length > 0 ? phrases : [`changed what is said of ${title(is)}`]);
};

const gapWords = (gap: Gap): string => {
  if (gap.kind === 'straight-on') return 'straight on';
  const seconds = `${gap.seconds} s`;
  return gap.kind === 'seconds' ? seconds : `${gap.words || 'talk'} for ${seconds}`;
};

const tempoWords = (tempo: SetItem['tempo']): string => {
  if (tempo === null) return 'back to its own tempo';
  return tempo.kind === 'percent'
    ? `to ${tempo.percent} % of its tempo`
    : 'to the tempo of the song before it';
};

const dismissedStep = (before: SongSet, after: SongSet): Step[] => {
  const more = Object.keys(after.dismissed).length - Object.keys(before.dismissed).length;
  if (JSON.stringify(before.dismissed) === JSON.stringify(after.dismissed)) return [];
  const some = Math.abs(more) === 1 ? 'a remark' : `${Math.abs(more)} remarks`;
  const words =
    more === 0
      ? 'dismissed other remarks.'
      : more > 0
        ? `dismissed ${some}.`
        : `brought ${some} back.`;
  return [{ record: { in: 'dismissed' }, section: null, words }];
};
