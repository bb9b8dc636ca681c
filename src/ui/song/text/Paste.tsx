'use client';

import { Button, Kbd, SegmentedControl, Textarea } from '@mantine/core';
import { useParams, useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { aligned, difference } from '@/core/advice/compare';
import { placeAt } from '@/core/base/document';
import { plural } from '@/core/base/words';
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
  type PastedSong,
  readPasted,
  usualDecision,
} from '@/core/text/paste';
import { type Edit, useDraft } from '../../document';
import { call } from '../../shared/call';
import { newId } from '../../shared/newId';
import classes from './Paste.module.css';
import { PasteLine } from './PasteLine';

type Props = {
  readonly map: RoadMap;
  readonly edit: Edit;
  readonly onPreview: (map: RoadMap | undefined) => void;
  readonly onDone: () => void;
};

/** Anything that a band sends, line by line with what became of it, before it is taken over. */
export const Paste = ({ map, edit, onPreview, onDone }: Props) => {
  const [draft, keep] = useDraft('pasted');
  const text = draft?.text ?? '';
  const [decisions, setDecisions] = useState<ReadonlyMap<number, Decision>>(new Map());
  const [chosen, setChosen] = useState(0);
  const pasted = useMemo(() => readPasted(text), [text]);
  const song = pasted.songs[chosen] ?? pasted.songs[0];
  const lines = useMemo(() => linesOf(pasted.lines, song), [pasted, song]);
  const read = lines.filter(({ status }) => status !== 'empty');
  const preview = useMemo(() => {
    let count = 0;
    return mapFromPasted(lines, decisions, () => `pasted-${++count}`);
  }, [lines, decisions]);
  const sections = sectionsOf(preview).length;
  useEffect(() => onPreview(sections > 0 ? preview : undefined), [onPreview, preview, sections]);
  useEffect(() => () => onPreview(undefined), [onPreview]);
  const decide = useCallback(
    (line: number, decision: Decision) =>
      setDecisions((before) => new Map([...before, [line, decision]])),
    [],
  );
  const write = (next: string) => {
    setDecisions(new Map());
    setChosen(0);
    keep(next ? { label: 'Pasted and not used yet', text: next, message: '' } : undefined);
  };
  const use = (how: 'replace' | 'append') => {
    const taken = mapFromPasted(lines, decisions, newId);
    const wanted =
      how === 'replace'
        ? aligned(map, { ...taken, parts: map.parts, click: map.click })
        : undefined;
    const operations = wanted ? difference(map, wanted) : appended(map, taken);
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
        onChange={({ currentTarget: { value } }) => write(value)}
      />
      {pasted.problem && (
        <p role="alert" className={classes.problem}>
          {pasted.problem}
        </p>
      )}
      {pasted.songs.length > 1 && song && (
        <Songs
          songs={pasted.songs}
          chosen={song}
          onChoose={setChosen}
          map={preview}
          isEmpty={sections === 0}
        />
      )}
      {read.length > 0 && (
        <>
          <p data-testid="paste-summary">{summaryOf(read, decisions, sections)}</p>
          <p className={classes.hint}>
            On a line: <Kbd>↑</Kbd> <Kbd>↓</Kbd> to the next, <Kbd>O</Kbd> the other reading,{' '}
            <Kbd>X</Kbd> leave it out.
          </p>
          <table className={classes.lines}>
            <thead>
              <tr>
                <th>Line</th>
                <th>As it was written</th>
                <th>Taken as</th>
                <th>To look at</th>
                <th aria-label="Leave out" />
              </tr>
            </thead>
            {groupsOf(read.slice(0, MOST_SHOWN)).map((group) => (
              <tbody key={group[0]?.line}>
                {group.map((line) => (
                  <PasteLine
                    key={line.line}
                    line={line}
                    decision={decisions.get(line.line) ?? usualDecision(line)}
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
        <Button variant="filled" disabled={sections === 0} onClick={() => use('replace')}>
          {sectionsOf(map).length > 0 ? 'Use these in place of what is here' : 'Use these'}
        </Button>
        {sectionsOf(map).length > 0 && (
          <Button disabled={sections === 0} onClick={() => use('append')}>
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

type SongsProps = {
  readonly songs: readonly PastedSong[];
  readonly chosen: PastedSong;
  readonly onChoose: (index: number) => void;
  /** What the chosen one comes to. */
  readonly map: RoadMap;
  readonly isEmpty: boolean;
};

/** A message about several songs: which one belongs here, and a song of its own for the others. */
const Songs = ({ songs, chosen, onChoose, map, isEmpty }: SongsProps) => {
  const { band } = useParams<{ band: string }>();
  const router = useRouter();
  const [refused, setRefused] = useState<string>();
  const title = titleOf(chosen, songs.indexOf(chosen));
  const make = async () => {
    const { writeSongFile } = await import('@/core/files/sheet');
    const called = await call<{ arrangement: string }>('POST', `/api/bands/${band}/songs/file`, {
      text: writeSongFile(title, [{ name: 'As pasted', map }]),
    });
    if (called.ok) router.push(`/${band}/songs/${called.value.arrangement}`);
    else setRefused(called.sentence);
  };
  return (
    <div className={classes.songs}>
      <p>The message speaks of {plural(songs.length, 'song')}. Take here:</p>
      <SegmentedControl
        aria-label="Which song"
        value={String(songs.indexOf(chosen))}
        data={songs.map((song, index) => ({ value: String(index), label: titleOf(song, index) }))}
        onChange={(value) => onChoose(Number(value))}
      />
      <Button size="compact-sm" disabled={isEmpty} onClick={make}>
        Make a new song of “{title}”
      </Button>
      {refused && <p role="alert">{refused}</p>}
    </div>
  );
};

const titleOf = ({ title }: PastedSong, index: number): string => title || `Song ${index + 1}`;

const linesOf = (lines: readonly PastedLine[], song: PastedSong | undefined) =>
  song ? lines.slice(song.from - 1, song.to) : lines;

const summaryOf = (
  read: readonly PastedLine[],
  decisions: ReadonlyMap<number, Decision>,
  sections: number,
): string => {
  const taken = (line: PastedLine) => decisions.get(line.line) ?? usualDecision(line);
  const guessed = read.filter(({ status }) => status === 'guessed').length;
  const out = read.filter((line) => taken(line) === 'leave out').length;
  return [
    plural(sections, 'section'),
    `${plural(guessed, 'line')} with a guess`,
    `${out} left out`,
  ].join('; ');
};

const MOST_SHOWN = 500;
const GROUP = 20;

/** Lines in groups, of which only those in sight are laid out. */
const groupsOf = (lines: readonly PastedLine[]): (readonly PastedLine[])[] =>
  Array.from({ length: Math.ceil(lines.length / GROUP) }, (_, index) =>
    lines.slice(index * GROUP, (index + 1) * GROUP),
  );

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
