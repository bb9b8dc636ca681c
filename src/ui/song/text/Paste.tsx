'use client';

import { Button, NativeSelect, Textarea } from '@mantine/core';
import { useMemo, useState } from 'react';
import { aligned, difference } from '@/core/advice/compare';
import { placeAt } from '@/core/base/document';
import { insertRecord } from '@/core/song/editing';
import {
  collectionFor,
  DETAILS,
  type DetailName,
  type RoadMap,
  sectionsOf,
  siblingsIn,
} from '@/core/song/roadmap';
import {
  type Decision,
  mapFromPasted,
  type PastedLine,
  type PastedSection,
  readPasted,
} from '@/core/text/paste';
import { type Edit, useDraft } from '../../document';
import { newId } from '../../shared/newId';
import classes from './Paste.module.css';

type Props = { readonly map: RoadMap; readonly edit: Edit; readonly onDone: () => void };

/** Anything that a band sends, line by line with what became of it, before it is taken over. */
export const Paste = ({ map, edit, onDone }: Props) => {
  const [draft, keep] = useDraft('pasted');
  const text = draft?.text ?? '';
  const [decisions, setDecisions] = useState<ReadonlyMap<number, Decision>>(new Map());
  const { lines, problem } = useMemo(() => readPasted(text), [text]);
  const read = lines.filter(({ status }) => status !== 'empty');
  const counts = {
    sections: read.reduce((sum, { sections }) => sum + sections.length, 0),
    guessed: read.filter(({ status }) => status === 'guessed').length,
    lost: read.filter(({ status }) => status === 'not understood').length,
  };
  const decide = (line: number, decision: Decision) =>
    setDecisions(new Map([...decisions, [line, decision]]));
  const use = (how: 'replace' | 'append') => {
    const pasted = mapFromPasted(lines, decisions, newId);
    const wanted = how === 'replace' ? aligned(map, { ...pasted, parts: map.parts }) : undefined;
    const operations = wanted ? difference(map, wanted) : appended(map, pasted);
    if (edit(operations) !== undefined) return;
    keep(undefined);
    onDone();
  };
  return (
    <div className={classes.paste}>
      <Textarea
        label="Paste the song as the band wrote it"
        value={text}
        rows={text ? 6 : 10}
        spellCheck={false}
        placeholder={'Intro - 8 bars drums only\nV1 16\nCH x2 (8)\nBridge 7\nout 4 w/ ritard'}
        onChange={({ currentTarget: { value } }) =>
          keep(value ? { label: 'Pasted and not used yet', text: value, message: '' } : undefined)
        }
      />
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      {read.length > 0 && (
        <>
          <p data-testid="paste-summary">
            {counts.sections} sections; {counts.guessed} lines with a guess; {counts.lost} not
            understood
          </p>
          <table className={classes.lines}>
            <thead>
              <tr>
                <th>Line</th>
                <th>As it was written</th>
                <th>Understood as</th>
                <th>To look at</th>
              </tr>
            </thead>
            {groupsOf(read.slice(0, MOST_SHOWN)).map((group) => (
              <tbody key={group[0]?.line}>
                {group.map((line) => (
                  <Line
                    key={line.line}
                    line={line}
                    decision={decisions.get(line.line) ?? 'leave out'}
                    onDecide={decide}
                  />
                ))}
              </tbody>
            ))}
          </table>
          {read.length > MOST_SHOWN && <p>and {read.length - MOST_SHOWN} more lines</p>}
        </>
      )}
      <div className={classes.actions}>
        <Button variant="filled" disabled={counts.sections === 0} onClick={() => use('replace')}>
          {sectionsOf(map).length > 0 ? 'Use these in place of what is here' : 'Use these'}
        </Button>
        {sectionsOf(map).length > 0 && (
          <Button disabled={counts.sections === 0} onClick={() => use('append')}>
            Add these at the end
          </Button>
        )}
        <Button variant="subtle" onClick={onDone}>
          Back to the text
        </Button>
      </div>
    </div>
  );
};

const MOST_SHOWN = 500;
const GROUP = 20;

/** Lines in groups, of which only those in sight are laid out. */
const groupsOf = (lines: readonly PastedLine[]): (readonly PastedLine[])[] =>
  Array.from({ length: Math.ceil(lines.length / GROUP) }, (_, index) =>
    lines.slice(index * GROUP, (index + 1) * GROUP),
  );

type LineProps = {
  readonly line: PastedLine;
  readonly decision: Decision;
  readonly onDecide: (line: number, decision: Decision) => void;
};

const Line = ({ line, decision, onDecide }: LineProps) => (
  <tr data-status={line.status}>
    <td>{line.line}</td>
    <td className="name">{line.text.slice(0, 200)}</td>
    <td>
      {line.sections.map(inWords).join('; ') || songWords(line)}
      {line.status === 'not understood' && line.sections.length === 0 && (
        <NativeSelect
          aria-label={`What to do with line ${line.line}`}
          value={decision}
          onChange={({ currentTarget }) => onDecide(line.line, currentTarget.value as Decision)}
        >
          <option value="leave out">leave it out</option>
          <option value="cue">keep it as a cue of the section above</option>
          <option value="section">make it a section of 8 bars</option>
        </NativeSelect>
      )}
    </td>
    <td>{line.guesses.join(' ') || (line.status === 'not understood' ? 'not understood' : '')}</td>
  </tr>
);

const inWords = ({ name, bars, times, tacet, level, timekeeper, vamp }: PastedSection): string =>
  [
    `${name} ${bars}${times ? ` × ${times}` : ''}`,
    level &&
      (level.from === level.to ? `level ${level.from}` : `level ${level.from} > ${level.to}`),
    timekeeper && `timekeeper ${timekeeper}`,
    tacet && 'tacet',
    vamp && `until “${vamp.cue}”`,
  ]
    .filter(Boolean)
    .join(', ');

const songWords = ({ song }: PastedLine): string =>
  [
    song.tempo && `tempo ${song.tempo.perMinute}`,
    song.meter && `meter ${song.meter.numerator}/${song.meter.denominator}`,
    song.countIn !== undefined && `a count of ${song.countIn}`,
  ]
    .filter(Boolean)
    .join(', ');

/** The pasted sections behind those that are there, with what stands in them. */
const appended = (map: RoadMap, pasted: RoadMap) => {
  let last = siblingsIn(map, null);
  const sections = sectionsOf(pasted).map((section) => {
    const { order } = placeAt(collectionFor, last, last.length);
    const placed = { ...section, order };
    last = [...last, placed];
    return insertRecord('sections', placed);
  });
  const details = (Object.keys(DETAILS) as DetailName[]).flatMap((where) =>
    Object.values(pasted[where]).map((detail) => insertRecord(where, detail as { id: string })),
  );
  return [...sections, ...details];
};
