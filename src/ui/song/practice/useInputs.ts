'use client';

import { useEffect, useMemo, useState } from 'react';
import { findPorts } from '@/audio/midi/ports';
import { simulatedDevice } from '@/audio/midi/simulated';
import {
  keyInput,
  kitInput,
  microphoneInput,
  padInput,
  type StrokeInput,
  simulatedDrummer,
} from '@/audio/strokes';
import { learntKeys } from './learntKeys';

/**
 * What strokes may come from on this device, and how the pad on the screen is struck.
 *
 * @param onTap is given what a tap of the tempo’s key means
 */
export const useInputs = (
  onTap: Parameters<typeof keyInput>[0],
): { readonly inputs: readonly StrokeInput[]; readonly strike: (at: number) => void } => {
  const pad = useMemo(padInput, []);
  const own = useMemo(
    () => [keyInput(onTap), pad, microphoneInput(), simulatedDrummer()],
    [onTap, pad],
  );
  const [kits, setKits] = useState<readonly StrokeInput[]>([]);
  useEffect(() => {
    void findPorts().then((ports) =>
      setKits(
        ports
          .filter((port) => port !== simulatedDevice)
          .map((port) => kitInput(port, () => learntKeys(port.id))),
      ),
    );
  }, []);
  return { inputs: useMemo(() => [...own, ...kits], [own, kits]), strike: pad.strike };
};
