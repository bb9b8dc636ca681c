'use client';

import { useCallback, useMemo, useState } from 'react';
import { firstOrders } from '@/core/base/document';
import { sayOfClick } from '@/core/music/click';
import { type Meter, pulsesOf, type Tempo } from '@/core/music/time';
import { type Library, libraryKind } from '@/core/song/library';
import { blankRoadMap, newSection, type RoadMap } from '@/core/song/roadmap';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import {
  DraftsProvider,
  SaveState,
  type Sent,
  UndoButtons,
  useDocument,
  useUndoKeys,
} from '../document';
import { Profile, useNeedle } from '../profile';
import { Segments } from '../shared/Segments';
import { useProgram } from '../transport';
import classes from './Click.module.css';
import { ClickSettingsForm } from './ClickSettingsForm';
import type { Say } from './Fields';
import { useSpeaks } from './useSpeaks';

type Props = { readonly opened: Sent<Library> };

/** Short songs to hear the click in. */
const TRIALS: readonly { readonly words: string; readonly meter: Meter; readonly tempo: Tempo }[] =
  [
    { words: '4/4 at 112', meter: { numerator: 4, denominator: 4 }, tempo: quarters(112) },
    { words: '4/4 at 58', meter: { numerator: 4, denominator: 4 }, tempo: quarters(58) },
    {
      words: '6/8 at 54',
      meter: { numerator: 6, denominator: 8 },
      tempo: { perMinute: 54, unit: 'dotted-quarter' },
    },
    { words: '7/8 at 150', meter: { numerator: 7, denominator: 8 }, tempo: quarters(150) },
  ];

/** What the band's click is like unless a set, a song or a section says otherwise. */
export const ClickPage = ({ opened }: Props) => {
  const live = useDocument(libraryKind, opened);
  const { document: library, edit, mayEdit } = live;
  const [trial, setTrial] = useState(TRIALS[0]!);
  const timeline = useMemo(
    () => compile(trialSong(trial), [library.click]),
    [trial, library.click],
  );
  const program = useMemo(() => soloProgram('Trial', timeline), [timeline]);
  const say: Say = useCallback((field, value) => edit(sayOfClick(field, value)), [edit]);
  useProgram({ title: 'The band’s click', program });
  useUndoKeys(live);
  const speaks = useSpeaks();
  const needle = useNeedle(timeline);
  return (
    <DraftsProvider document={opened.id}>
      <div>
        <div className={classes.title}>
          <h1>The band’s click</h1>
          <SaveState {...live} />
          {mayEdit && <UndoButtons {...live} />}
        </div>
        <p className={classes.lead}>
          Every song sounds like this unless its set, the song or one of its sections says
          otherwise. Space plays a few bars of it.
        </p>
        <div className={classes.trial}>
          <Segments
            label="Hear it in"
            value={trial.words}
            choices={TRIALS.map(({ words }) => words)}
            onChange={(words) => setTrial(TRIALS.find((one) => one.words === words)!)}
          />
          <Profile
            timeline={timeline}
            unit={trial.tempo.unit}
            selected={undefined}
            zoom={1}
            needle={needle}
          />
        </div>
        <ClickSettingsForm
          said={library.click}
          above={[]}
          as="usual"
          onSay={say}
          mayEdit={mayEdit}
          meter={trial.meter}
          perMinute={pulsesAMinute(trial)}
          speaks={speaks}
        />
      </div>
    </DraftsProvider>
  );
};

function quarters(perMinute: number): Tempo {
  return { perMinute, unit: 'quarter' };
}

/** A quiet section, a full one, a vamp and a rest: whatever a click may do differently. */
const trialSong = ({ meter, tempo }: (typeof TRIALS)[number]): RoadMap => {
  const blank = blankRoadMap();
  const sections = [
    newSection('quiet', { name: 'Verse', bars: 4, level: { from: 2, to: 2 } }),
    newSection('full', { name: 'Chorus', bars: 4, level: { from: 5, to: 5 } }),
    newSection('vamp', { name: 'Vamp', bars: 2, times: 3, vamp: { cue: 'nod' } }),
    newSection('rest', { name: 'Drums rest', bars: 2, tacet: true }),
  ];
  const orders = firstOrders(sections.length);
  return {
    ...blank,
    start: { ...blank.start, meter, tempo, countIn: 2 * meter.numerator },
    sections: Object.fromEntries(
      sections.map((section, index) => [section.id, { ...section, order: orders[index]! }]),
    ),
  };
};

const pulsesAMinute = ({ meter, tempo }: (typeof TRIALS)[number]): number =>
  meter.denominator === 8 && tempo.unit === 'quarter'
    ? (tempo.perMinute * meter.numerator) / 2 / pulsesOf(meter).length
    : tempo.perMinute;
