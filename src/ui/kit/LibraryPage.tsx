'use client';

import { Button, TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import {
  addPattern,
  type Division,
  type Layout,
  type Pattern,
  VOICES,
  type VoiceId,
} from '@/core/music/kit';
import type { Meter, Tempo } from '@/core/music/time';
import { found, type Library, libraryKind } from '@/core/song/library';
import { STRAIGHT } from '@/core/song/roadmap';
import {
  DraftsProvider,
  FieldsOf,
  SaveState,
  type Sent,
  UndoButtons,
  useDocument,
  useUndoKeys,
} from '../document';
import { Select } from '../shared/Select';
import { FillMaker } from './FillMaker';
import classes from './Kit.module.css';
import { KitSettings } from './KitSettings';
import { PatternDesk } from './PatternDesk';
import { PatternList } from './PatternList';
import { StartList } from './StartList';

type Props = {
  readonly opened: Sent<Library>;
  readonly layout: Layout;
};

const TEMPO: Tempo = { perMinute: 100, unit: 'quarter' };
const METER: Meter = { numerator: 4, denominator: 4 };

/** The band’s library of grooves and fills, searched by what they are; and the player’s own kit. */
export const LibraryPage = ({ opened, layout: saved }: Props) => {
  const live = useDocument(libraryKind, opened);
  const { document: library, edit, mayEdit } = live;
  const [layout, setLayout] = useState(saved);
  const [chosen, setChosen] = useState<string>();
  const [search, setSearch] = useState<Wish>({
    words: '',
    kind: '',
    beats: '',
    voice: '',
    hardest: '',
    division: '',
  });
  const list = useMemo(() => found(library.patterns, asked(search)), [library.patterns, search]);
  const pattern = library.patterns[chosen ?? ''];
  const around = useMemo(
    () => Object.values(library.patterns).find(({ kind }) => kind === 'groove'),
    [library.patterns],
  );
  const start = (one: Omit<Pattern, 'order'>) => {
    if (edit(addPattern(library.patterns, one)) === undefined) setChosen(one.id);
  };
  useUndoKeys(live);
  const shared = { layout, tempo: TEMPO, feel: STRAIGHT, around };
  return (
    <DraftsProvider document={opened.id}>
      <div>
        <div className={classes.title}>
          <h1>The band’s pattern library</h1>
          <SaveState {...live} />
          {mayEdit && <UndoButtons {...live} />}
          <KitSettings layout={layout} onChange={setLayout} />
        </div>
        <div className={classes.page}>
          <nav className={classes.nav} aria-label="Grooves and fills">
            <SearchFields search={search} onChange={setSearch} />
            <PatternList
              title={`${list.length} of ${Object.keys(library.patterns).length}`}
              list={list}
              patterns={library.patterns}
              selected={chosen}
              onSelect={setChosen}
              say={({ kind }) => kind}
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
                patterns={library.patterns}
                pattern={pattern}
                mayEdit={mayEdit}
                edit={edit}
                onSelect={setChosen}
                {...shared}
              />
            </FieldsOf>
          ) : mayEdit ? (
            <div className={classes.begin}>
              <StartList meter={METER} onStart={start} />
              <FillMaker meter={METER} {...shared} onKeep={start} />
            </div>
          ) : (
            <p className={classes.quiet}>Choose a groove or a fill to see and hear it.</p>
          )}
        </div>
      </div>
    </DraftsProvider>
  );
};

/** What is typed and chosen; empty where it is not asked. */
type Wish = {
  readonly words: string;
  readonly kind: string;
  readonly beats: string;
  readonly voice: string;
  readonly hardest: string;
  readonly division: string;
};

const asked = ({ words, kind, beats, voice, hardest, division }: Wish) => ({
  words,
  ...(kind && { kind: kind as Pattern['kind'] }),
  ...(beats && { beats: Number(beats) }),
  ...(voice && { voices: [voice as VoiceId] }),
  ...(hardest && { hardest: Number(hardest) }),
  ...(division && { division: division as Division }),
});

const LENGTHS = ['1', '2', '3', '4', '6', '8', '12', '16'];

const SearchFields = ({
  search,
  onChange,
}: {
  readonly search: Wish;
  readonly onChange: (search: Wish) => void;
}) => {
  const set = (field: keyof Wish) => (value: string) => onChange({ ...search, [field]: value });
  return (
    <search className={classes.search}>
      <TextInput
        type="search"
        aria-label="Words in the name or the note"
        placeholder="Name, or what to mind"
        value={search.words}
        onChange={({ currentTarget }) => set('words')(currentTarget.value)}
      />
      <Select
        label="Kind"
        value={search.kind}
        choices={[
          ['', 'grooves and fills'],
          ['groove', 'grooves'],
          ['fill', 'fills'],
        ]}
        onChange={set('kind')}
      />
      <Select
        label="Length"
        value={search.beats}
        choices={[['', 'any length'], ...LENGTHS.map((one) => [one, `${one} beats`] as const)]}
        onChange={set('beats')}
      />
      <Select
        label="With"
        value={search.voice}
        choices={[['', 'any voice'], ...VOICES.map(({ id, name }) => [id, name] as const)]}
        onChange={set('voice')}
      />
      <Select
        label="Difficulty"
        value={search.hardest}
        choices={[
          ['', 'any difficulty'],
          ...['1', '2', '3', '4'].map((one) => [one, `up to ${one} of 5`] as const),
        ]}
        onChange={set('hardest')}
      />
      <Select
        label="Feel"
        value={search.division}
        choices={[
          ['', 'any feel'],
          ['straight', 'straight'],
          ['triplets', 'triplets'],
          ['mixed', 'mixed'],
        ]}
        onChange={set('division')}
      />
    </search>
  );
};
