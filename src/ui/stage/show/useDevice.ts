'use client';

import { useEffect, useState } from 'react';
import { newId } from '../../shared/newId';

const KEPT = 'ebrant-device';

/** Claimed once for as long as the page is open. */
let claimed: Promise<string> | undefined;

/**
 * Names this tab among all that could conduct: the same after a reload, another one in a copy of the tab.
 *
 * @returns an empty name until that is sure
 */
export const useDevice = (): string => {
  const [device, setDevice] = useState('');
  useEffect(() => {
    claimed ??= claim();
    void claimed.then(setDevice);
  }, []);
  return device;
};

const claim = async (): Promise<string> => {
  const kept = sessionStorage.getItem(KEPT);
  if (kept && (await isOurs(kept))) return kept;
  const name = newId();
  sessionStorage.setItem(KEPT, name);
  await isOurs(name);
  return name;
};

/** Whether no other tab has the name; where the browser cannot tell it is taken for ours. */
const isOurs = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    if (!navigator.locks) return resolve(true);
    void navigator.locks.request(`ebrant.device.${name}`, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      // Held until the page is closed.
      return lock ? new Promise(() => undefined) : undefined;
    });
  });
