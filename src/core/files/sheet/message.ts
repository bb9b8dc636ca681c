import { clock, meterText, noteName } from '../../music/time';
import { rowsOf } from '../../song/editing';
import {
  countedAs,
  detailsBySection,
  feelText,
  levelText,
  passesText,
  type RoadMap,
  resolve,
} from '../../song/roadmap';
import type { Program, SongInSet } from '../../song/set';
import type { Timeline } from '../../song/timeline';

/**
 * A song as a message to the band, in Markdown that also reads as plain text: one line a section, with
 * what to remember under it.
 */
export const message = (title: string, map: RoadMap, timeline: Timeline): string => {
  const { tempo, meter, countIn, pickup } = map.start;
  const details = detailsBySection(map);
  const lines = rowsOf(map).flatMap((row): string[] => {
    const indent = '  '.repeat(row.depth);
    if (row.kind === 'repeat') return [`${indent}- **${row.node.repeat.times} times:**`];
    if (row.kind === 'ending')
      return [`${indent}- *ending ${passesText(row.node.ending.passes)}:*`];
    const { section } = row;
    const { bars, phrase, level, feel, timekeeper, tacet } = resolve(map, section);
    const how = [
      tacet ? 'no drums' : `level ${levelText(level)}`,
      feelText(feel) === 'straight' ? '' : feelText(feel),
      tacet ? '' : (timekeeper ?? ''),
    ].filter(Boolean);
    const times = section.times > 1 ? ` × ${section.times}` : '';
    const cues = details.get(section.id)?.cues ?? [];
    return [
      `${indent}- **${plain(section.name)}** ${countedAs(bars, phrase)}${times}, ${how.join(', ')}`,
      ...cues.map(({ words, by }) => `${indent}  - ${plain(words)}${by ? ` (${plain(by)})` : ''}`),
    ];
  });
  const head = `${noteName(tempo.unit)} = ${tempo.perMinute}, ${meterText(meter)}, count ${countIn}${pickup > 0 ? `, pickup ${pickup}` : ''}, ${timeline.bars.length} bars, ${clock(timeline.seconds)}`;
  return `# ${plain(title)}\n\n${head}\n\n${lines.join('\n')}\n`;
};

/**
 * A set as a message to the band: its songs in order, when each begins, how it is counted in, and what
 * this set changes.
 */
export const setMessage = (
  title: string,
  songs: readonly SongInSet[],
  { songs: placed, seconds }: Program,
): string => {
  const lines = songs.map(({ title: song, map, item }, index) => {
    const { tempo, meter, countIn } = map.start;
    const { start, counted } = placed[index]!;
    const changes = [
      item.key && `in ${plain(item.key)}`,
      item.gap.kind === 'talk' && `then talk${item.gap.words ? ` (${plain(item.gap.words)})` : ''}`,
      item.gap.kind === 'straight-on' && 'straight on',
    ].filter(Boolean);
    const how = `${noteName(tempo.unit)} = ${tempo.perMinute}, ${meterText(meter)}, ${counted ? `count ${countIn}` : 'no count'}`;
    return `${index + 1}. **${plain(song)}** ${clock(start)}, ${[how, ...changes].join(', ')}`;
  });
  return `# ${plain(title)}\n\n${songs.length} songs, ${clock(seconds)}\n\n${lines.join('\n')}\n`;
};

/** Text that means nothing but itself in Markdown. */
const plain = (text: string): string => text.replaceAll(/[\\`*_[\]<>#]/g, (sign) => `\\${sign}`);
