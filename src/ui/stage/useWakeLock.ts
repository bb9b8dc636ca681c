'use client';

import { useEffect, useState } from 'react';

/** Whether the screen stays on. */
export type Awake = 'yes' | 'no' | 'unknown';

/** Keeps the screen on while the component is on the page, also after another page was looked at. */
export const useWakeLock = (): Awake => {
  const [awake, setAwake] = useState<Awake>('unknown');
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (gone) await lock.release();
        else setAwake('yes');
      } catch {
        // Not in this browser, not without TLS, or the battery is low.
        if (!gone) setAwake('no');
      }
    };
    const again = () => void hold();
    again();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
  return awake;
};
