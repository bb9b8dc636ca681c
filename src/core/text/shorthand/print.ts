import { exactClock, meterText } from '../../music/time';
import { partsOf, type Row, rowsOf } from '../../song/editing';
import {
  detailsBySection,
  NO_DETAILS,
  passesText,
  type RoadMap,
  tempoText,
} from '../../song/roadmap';
import { type MeterAt, writtenMeters } from '../../song/timeline';
import { clickText } from './clicks';
import { detailTexts } from './detailText';
import { type NameOf, namesIn } from './names';
import { patternLines } from './patterns';
import { saidOf, saidText } from './properties';
import { nameText, quote, referenceText } from './text';

/**
 * A road map as short-hand: the song's line, a line for each part, then a line for each section,
 * repeat and ending.
 */
export const printShorthand = (map: RoadMap): string => {
  const context: Printing = {
    map,
    details: detailsBySection(map),
    meters: writtenMeters(map),
    nameOf: namesIn(map),
  };
  return [
    songLine(map),
    ...clickLine(map),
    ...patternLines(map, context.nameOf),
    ...partLines(context),
    ...formLines(context),
  ].join('\n');
};

type Printing = {
  readonly map: RoadMap;
  readonly details: ReturnType<typeof detailsBySection>;
  readonly meters: ReadonlyMap<string, MeterAt>;
  readonly nameOf: NameOf;
};

const songLine = ({ start }: RoadMap): string => {
  const { tempo, meter, countIn, pickup, firstBar, recording, recordingEnd, notes } = start;
  return [
    `song ${tempoText({ kind: 'held', ...tempo }, 'quarter')}`,
    `in ${meterText(meter)}`,
    `count ${countIn}`,
    pickup > 0 && `pickup ${pickup}`,
    firstBar !== 1 && `from bar ${firstBar}`,
    (recording !== 0 || recordingEnd !== null) &&
      `recording ${exactClock(recording)}${recordingEnd === null ? '' : ` to ${exactClock(recordingEnd)}`}`,
    notes && `note ${quote(notes)}`,
  ]
    .filter(Boolean)
    .join(', ');
};

const clickLine = ({ click }: RoadMap): string[] => {
  const text = clickText(click);
  return text ? [text] : [];
};

const partLines = ({ map, nameOf }: Printing): string[] =>
  partsOf(map).map((part) => {
    const said = saidText(saidOf(part, nameOf), map.start.tempo.unit);
    return `part ${referenceText(nameOf(part.id)!)}${said.length > 0 ? ` = ${said.join(', ')}` : ''}`;
  });

const formLines = (printing: Printing): string[] => {
  const rows = rowsOf(printing.map);
  const lines: string[] = [];
  const open: Row[] = [];
  const closeTo = (depth: number) => {
    while (open.length > depth) {
      open.pop();
      lines.push(`${'  '.repeat(open.length)}end`);
    }
  };
  for (const row of rows) {
    closeTo(row.kind === 'ending' ? row.depth + 1 : row.depth);
    const indent = '  '.repeat(row.depth);
    if (row.kind === 'section') lines.push(indent + sectionLine(printing, row.section.id));
    else if (row.kind === 'ending')
      lines.push(`${indent}ending ${passesText(row.node.ending.passes)}:`);
    else {
      const { times, vamp } = row.node.repeat;
      const until = vamp ? `, vamp${vamp.cue ? ` ${quote(vamp.cue)}` : ''}` : '';
      lines.push(`${indent}repeat ${times}${until}:`);
      open.push(row);
    }
  }
  closeTo(0);
  return lines;
};

const sectionLine = ({ map, details, meters, nameOf }: Printing, id: string): string => {
  const section = map.sections[id]!;
  const unit = map.start.tempo.unit;
  const items = saidText(
    {
      ...saidOf(section, nameOf),
      ...(section.tacet && { tacet: true }),
      ...(!section.click && { click: false }),
      ...(section.inRecording !== null && { inRecording: section.inRecording }),
    },
    unit,
  );
  const inside = detailTexts(details.get(id) ?? NO_DETAILS, {
    meterAt: meters.get(id)!,
    unit,
    nameOf,
  });
  const head = `${nameText(section.name)}:${items.length > 0 ? ` ${items.join(', ')}` : ''}`;
  const click = section.clickSettings ? clickText(section.clickSettings) : undefined;
  return [head, ...inside, ...(click ? [click] : [])].join('; ');
};
