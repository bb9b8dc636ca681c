'use client';

import { useEffect, useState } from 'react';
import { call } from '../shared/call';

/** Whether spoken cues can be heard here; nothing while that is not known. */
export const useSpeaks = (): boolean | undefined => {
  const [speaks, setSpeaks] = useState<boolean>();
  useEffect(() => {
    void call<{ speaks: boolean }>('GET', '/api/speech').then(
      (answer) => answer.ok && setSpeaks(answer.value.speaks),
    );
  }, []);
  return speaks;
};
