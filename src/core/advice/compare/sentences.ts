import { same } from '../../base/document';
import { printTyped } from '../../music/kit';
import { clock, meterText } from '../../music/time';
import { rowsOf } from '../../song/editing';
import { passesText, type RoadMap, type Section } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { namesIn, saidOf, saidText } from '../../text/shorthand';
import { aligned } from './difference';
import { type Speaking, speaking } from './speaking';

/**
 * What the second arrangement does differently, in plain sentences, in the order of the song.
 *
 * @example “Bridge”: 8 in place of 10.
 */
export const differencesInWords = (from: RoadMap, other: RoadMap): string[] => {
  const to = aligned(from, other);
  return [
    ...songWords(from, to),
    ...patternWords(from, to),
    ...partWords(from, to),
    ...formWords(from, to),
  ];
};

const songWords = (from: RoadMap, to: RoadMap): string[] => {
  const [a, b] = [compile(from), compile(to)];
  const said: string[] = [];
  const tempo = ({ start }: RoadMap) =>
    `${start.tempo.unit.replace('-', ' ')} = ${start.tempo.perMinute}`;
  if (!same(from.start.tempo, to.start.tempo))
    said.push(`Tempo ${tempo(to)} in place of ${tempo(from)}.`);
  if (!same(from.start.meter, to.start.meter))
    said.push(`Meter ${meterText(to.start.meter)} in place of ${meterText(from.start.meter)}.`);
  if (from.start.countIn !== to.start.countIn)
    said.push(`A count of ${to.start.countIn} in place of ${from.start.countIn}.`);
  if (from.start.pickup !== to.start.pickup)
    said.push(`A pickup of ${to.start.pickup} in place of ${from.start.pickup}.`);
  if (!same(from.click, to.click)) said.push('Another click.');
  if (a.bars.length !== b.bars.length || Math.round(a.seconds) !== Math.round(b.seconds))
    said.push(
      `${b.bars.length} bars and ${clock(b.seconds)} in place of ${a.bars.length} and ${clock(a.seconds)}.`,
    );
  return said;
};

const patternWords = (from: RoadMap, to: RoadMap): string[] =>
  Object.values(to.patterns).flatMap((pattern) => {
    const was = from.patterns[pattern.id];
    if (!was) return [`A new ${pattern.kind} “${pattern.name}”.`];
    return printTyped(was) === printTyped(pattern)
      ? []
      : [`The ${pattern.kind} “${pattern.name}” is played differently: ${printTyped(pattern)}.`];
  });

const partWords = (from: RoadMap, to: RoadMap): string[] => {
  const say = (map: RoadMap, id: string) =>
    saidText(saidOf(map.parts[id]!, namesIn(map)), map.start.tempo.unit).join(', ');
  return Object.values(to.parts).flatMap(({ id, name }) => {
    if (!from.parts[id]) return [`A new part “${name}”: ${say(to, id) || 'nothing said yet'}.`];
    const [before, after] = [say(from, id), say(to, id)];
    return before === after
      ? []
      : [`The part “${name}”: ${after || 'nothing said'} in place of ${before || 'nothing said'}.`];
  });
};

const formWords = (from: RoadMap, to: RoadMap): string[] => {
  const [before, after] = [rowsOf(from), rowsOf(to)];
  const [old, now] = [speaking(from), speaking(to)];
  const gone = before
    .filter(({ id }) => !after.some((row) => row.id === id))
    .flatMap((row) =>
      row.kind === 'section'
        ? [`Without “${row.section.name}” (${old.whole(row.section)}).`]
        : [
            `Without ${row.kind === 'repeat' ? `the repeat of ${row.node.repeat.times}` : 'an ending'}.`,
          ],
    );
  const changed = after.flatMap((row): string[] => {
    const was = before.find(({ id }) => id === row.id);
    if (row.kind === 'repeat') {
      if (was?.kind !== 'repeat') return [`A repeat of ${row.node.repeat.times} times.`];
      return was.node.repeat.times === row.node.repeat.times
        ? []
        : [`A repeat of ${row.node.repeat.times} in place of ${was.node.repeat.times}.`];
    }
    if (row.kind === 'ending') {
      const passes = passesText(row.node.ending.passes);
      if (was?.kind !== 'ending') return [`An ending for ${passes}.`];
      return same(was.node.ending.passes, row.node.ending.passes)
        ? []
        : [`The ending for ${passes} in place of ${passesText(was.node.ending.passes)}.`];
    }
    if (was?.kind !== 'section')
      return [`“${row.section.name}” is new: ${now.whole(row.section)}.`];
    return sectionWords(was.section, row.section, old, now);
  });
  const moved = order(before, after);
  return [...changed, ...gone, ...moved];
};

type Rows = ReturnType<typeof rowsOf>;

/** Whether what both have comes in another order. */
const order = (before: Rows, after: Rows): string[] => {
  const common = (rows: Rows, others: Rows) =>
    rows.filter(({ id }) => others.some((row) => row.id === id)).map(({ id }) => id);
  return same(common(before, after), common(after, before))
    ? []
    : ['The sections come in another order.'];
};

const sectionWords = (was: Section, is: Section, old: Speaking, now: Speaking): string[] => {
  const said: string[] = [];
  const name = `“${is.name}”`;
  if (!same(was.clickSettings, is.clickSettings)) said.push(`${name} clicks differently.`);
  if (was.name !== is.name) said.push(`${name} in place of “${was.name}”.`);
  const [before, after] = [old.items(was), now.items(is)];
  const gained = after.filter((item) => !before.includes(item));
  const lost = before.filter((item) => !after.includes(item));
  if (gained.length > 0 && lost.length > 0)
    said.push(`${name}: ${gained.join(', ')} in place of ${lost.join(', ')}.`);
  else if (gained.length > 0) said.push(`${name}: also ${gained.join(', ')}.`);
  else if (lost.length > 0) said.push(`${name}: without ${lost.join(', ')}.`);
  const [had, has] = [old.details(was), now.details(is)];
  for (const one of has.filter((detail) => !had.includes(detail)))
    said.push(`${name}: with ${one}.`);
  for (const one of had.filter((detail) => !has.includes(detail)))
    said.push(`${name}: without ${one}.`);
  return said;
};
