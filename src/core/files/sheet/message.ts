import { clock, meterText, noteName } from '../../music/time';
import { chartRows, smallTempos, surprisesOf } from '../../song/chart';
import type { RoadMap } from '../../song/roadmap';
import type { Program, SongInSet } from '../../song/set';
import type { Timeline } from '../../song/timeline';

/**
 * A song as a message to the band, in Markdown that also reads as plain text: one line a section, with
 * what to remember under it.
 */
export const message = (title: string, map: RoadMap, timeline: Timeline): string => {
  const { tempo, meter, countIn, pickup } = map.start;
  const lines = chartRows(map, timeline).flatMap((row): string[] => {
    const indent = '  '.repeat(row.depth);
    if (row.kind === 'bracket') return [`${indent}- **${plain(row.words)}:**`];
    const how = [
      row.tacet ? '' : row.dynamics,
      row.groove ? plain(row.groove) : '',
      ...row.how.map(plain),
      row.until ? `until ${plain(row.until)}` : '',
    ].filter(Boolean);
    const times = row.times > 1 ? ` × ${row.times}` : '';
    return [
      `${indent}- **${plain(row.name)}** ${row.counted}${times}, ${how.join(', ')}`,
      ...(row.minds ? [`${indent}  - ${plain(row.minds)}`] : []),
      ...row.passes.map((words) => `${indent}  - ${plain(words)}`),
      ...row.notes.map(({ at, words }) => `${indent}  - ${at} ${plain(words)}`),
    ];
  });
  const surprises = surprisesOf(map, timeline).map(({ sentence }) => `- ${plain(sentence)}`);
  const head = `${noteName(tempo.unit)} = ${tempo.perMinute}, ${meterText(meter)}, count ${countIn}${pickup > 0 ? `, pickup ${pickup}` : ''}, ${timeline.bars.length} bars, ${clock(timeline.seconds)}`;
  const small = smallTempos(map, timeline);
  return [
    `# ${plain(title)}`,
    small ? `${head}; ${small}` : head,
    ...(map.start.notes ? [plain(map.start.notes)] : []),
    ...(surprises.length > 0 ? [`What will catch you out:\n\n${surprises.join('\n')}`] : []),
    lines.join('\n'),
  ]
    .join('\n\n')
    .concat('\n');
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
