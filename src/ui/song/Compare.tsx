'use client';

import { NativeSelect } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { differencesInWords } from '@/core/advice/compare';
import { parseDocument } from '@/core/base/document';
import { type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { call } from '../shared/call';
import type { Arrangement } from './Arrangements';
import classes from './Compare.module.css';
import { useSong } from './SongContext';

type Props = {
  readonly current: string;
  readonly others: readonly Arrangement[];
};

/** What another arrangement of the song does differently, in plain sentences. */
export const Compare = ({ current, others }: Props) => {
  const { map } = useSong();
  const [chosen, setChosen] = useState(others[0]?.id);
  const [other, setOther] = useState<RoadMap>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    let gone = false;
    setOther(undefined);
    void call<{ body: unknown }>('GET', `/api/documents/${chosen}`).then((called) => {
      if (gone) return;
      const parsed = called.ok ? parseDocument(roadMapKind, called.value.body) : undefined;
      if (parsed?.ok) setOther(parsed.value);
      setProblem(called.ok ? undefined : called.sentence);
    });
    return () => {
      gone = true;
    };
  }, [chosen]);
  const sentences = useMemo(() => (other ? differencesInWords(map, other) : []), [map, other]);
  return (
    <div className={classes.compare}>
      <p>
        Against “{current}”,{' '}
        <NativeSelect
          aria-label="Arrangement to compare with"
          value={chosen}
          onChange={({ currentTarget }) => setChosen(currentTarget.value)}
        >
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </NativeSelect>{' '}
        does this differently:
      </p>
      {problem && <p role="alert">{problem}</p>}
      {other && sentences.length === 0 && <p>Nothing.</p>}
      <ul>
        {sentences.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two sentences may be the same
          <li key={index}>{one}</li>
        ))}
      </ul>
    </div>
  );
};
