'use client';

import { Button, UnstyledButton } from '@mantine/core';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { inOrder } from '@/core/base/document';
import { unpacked } from '@/core/base/packed';
import { addPattern, copyOf, type Layout, type Pattern } from '@/core/music/kit';
import { perMinuteAt } from '@/core/music/time';
import { partsOf } from '@/core/song/editing';
import type { Library } from '@/core/song/library';
import { type RoadMap, resolve, roadMapKind, STRAIGHT, sectionsOf } from '@/core/song/roadmap';
import { compile, speedAt } from '@/core/song/timeline';
import {
  DraftsProvider,
  FieldsOf,
  SaveState,
  type Sent,
  UndoButtons,
  useDocument,
  useUndoKeys,
} from '../document';
import { useCommands } from '../shared/commands';
import { newId } from '../shared/newId';
import { PAUSE, useSettled } from '../shared/useSettled';
import { FillMaker } from './FillMaker';
import { IntoLibrary } from './IntoLibrary';
import classes from './Kit.module.css';
import { PatternDesk } from './PatternDesk';
import { PatternList } from './PatternList';
import { StartList } from './StartList';
import { Uses } from './Uses';

type Props = {
  readonly opened: Sent<RoadMap>;
  readonly title: string;
  readonly song: string;
  readonly library: Sent<Library>;
  readonly layout: Layout;
};

/** What the limbs do in a song: its grooves and fills, and the parts and places they are played in. */
export const KitPage = ({ opened, title, song, library, layout }: Props) => {
  const live = useDocument(roadMapKind, opened);
  const { document: map, edit, mayEdit } = live;
  const patternsOfBand = useMemo(() => unpacked(library.document), [library.document]);
  // The small pictures follow after a pause; what is gone is gone at once.
  const pictured = useSettled(map.patterns, PAUSE);
  const patterns = inOrder(map.patterns)
    .filter(({ of }) => !of || !map.patterns[of])
    .map((one) => pictured[one.id] ?? one);
  const [chosen, setChosen] = useState<string | undefined>(patterns[0]?.id);
  // An address may name the pattern that it is about.
  useEffect(() => {
    const asked = decodeURIComponent(window.location.hash.slice(1));
    if (asked) setChosen(asked);
  }, []);
  const pattern = map.patterns[chosen ?? ''];
  const main = pattern?.of ? map.patterns[pattern.of] : pattern;
  const setting = useSetting(map, main);
  const start = (one: Omit<Pattern, 'order'>) => {
    if (edit(addPattern(map.patterns, one)) === undefined) setChosen(one.id);
  };
  useUndoKeys(live);
  useCommands([
    {
      id: 'new-pattern',
      label: 'Begin another groove or fill',
      keys: 'Alt+N',
      run: () => setChosen(undefined),
    },
  ]);
  return (
    <DraftsProvider document={opened.id}>
      <div>
        <div className={classes.title}>
          <h1>
            <Link href={song} className="name">
              {title}
            </Link>{' '}
            <span>kit</span>
          </h1>
          <SaveState {...live} />
          {mayEdit && <UndoButtons {...live} />}
        </div>
        <div className={classes.page}>
          <nav className={classes.nav} aria-label="Grooves and fills">
            <PatternList
              title="Grooves"
              list={patterns.filter(({ kind }) => kind === 'groove')}
              patterns={map.patterns}
              selected={main?.id}
              onSelect={setChosen}
              say={(one) => playedBy(map, one)}
            />
            <PatternList
              title="Fills"
              list={patterns.filter(({ kind }) => kind === 'fill')}
              patterns={map.patterns}
              selected={main?.id}
              onSelect={setChosen}
              say={(one) => playedBy(map, one)}
            />
            {mayEdit && (
              <Button variant="subtle" size="compact-sm" onClick={() => setChosen(undefined)}>
                Begin another
              </Button>
            )}
          </nav>
          {pattern ? (
            <FieldsOf key={pattern.id} record={pattern.id}>
              <PatternDesk
                patterns={map.patterns}
                pattern={pattern}
                layout={layout}
                mayEdit={mayEdit}
                edit={edit}
                onSelect={setChosen}
                {...setting}
              >
                <Uses map={map} pattern={pattern} mayEdit={mayEdit} edit={edit} />
                {mayEdit && <IntoLibrary library={library} pattern={pattern} />}
              </PatternDesk>
            </FieldsOf>
          ) : mayEdit ? (
            <div className={classes.begin}>
              <StartList meter={map.start.meter} onStart={start} />
              <div>
                <FillMaker meter={map.start.meter} layout={layout} {...setting} onKeep={start} />
                <FromLibrary library={patternsOfBand} onStart={start} />
              </div>
            </div>
          ) : (
            <p className={classes.quiet}>No groove is written yet.</p>
          )}
        </div>
      </div>
    </DraftsProvider>
  );
};

/** The tempo and feel that a pattern is first played at, and the groove around a fill. */
const useSetting = (map: RoadMap, pattern: Pattern | undefined) => {
  const { unit } = map.start.tempo;
  const timeline = useMemo(() => compile(map), [map]);
  const fill = Object.values(map.fills).find((one) => one.pattern && one.pattern === pattern?.id);
  const section = fill && map.sections[fill.section];
  const passage = timeline.passages.find((one) =>
    fill ? one.section === fill.section : pattern && one.groove === pattern.id,
  );
  const speed = speedAt(timeline.tempo, passage?.startTicks ?? timeline.ticks);
  const perMinute = passage && speed ? round(perMinuteAt(speed, unit)) : map.start.tempo.perMinute;
  const tempo = useMemo(() => ({ perMinute, unit }), [perMinute, unit]);
  const groove = section ? resolve(map, section).groove : Object.values(map.parts)[0]?.groove;
  const around = map.patterns[groove ?? ''];
  return { tempo, feel: passage?.feel ?? STRAIGHT, around };
};

const round = (perMinute: number): number => Math.round(perMinute * 1000) / 1000;

const playedBy = (map: RoadMap, { id, kind }: Pattern): string => {
  if (kind === 'fill') {
    const places = Object.values(map.fills).filter(({ pattern }) => pattern === id).length;
    return places === 0 ? 'not placed' : places === 1 ? '1 place' : `${places} places`;
  }
  const parts = partsOf(map).filter(({ groove }) => groove === id);
  const sections = sectionsOf(map).filter(({ groove }) => groove === id);
  const names = [...parts, ...sections].map(({ name }) => name);
  return names.length === 0 ? 'not played yet' : names.join(', ');
};

/** A copy of a pattern of the band’s library. */
const FromLibrary = ({
  library,
  onStart,
}: {
  readonly library: Library;
  readonly onStart: (pattern: Omit<Pattern, 'order'>) => void;
}) => {
  const patterns = inOrder(library.patterns);
  if (patterns.length === 0) return null;
  return (
    <section className={classes.start} aria-label="From the band’s library">
      <h2>From the band’s library</h2>
      <ul>
        {patterns.map((pattern) => (
          <li key={pattern.id}>
            <UnstyledButton onClick={() => onStart(copyOf(pattern, newId()))}>
              {pattern.name}
            </UnstyledButton>
            <span>{pattern.words}</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
