'use client';

import { useCommands } from '../shared/commands';

type Steps = {
  readonly mayEdit: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
};

/** Undo and redo by key, while typing too. */
export const useUndoKeys = ({ mayEdit, undo, redo }: Steps): void =>
  useCommands(
    mayEdit
      ? [
          { id: 'undo', label: 'Undo', keys: 'Mod+Z', whileTyping: true, run: undo },
          { id: 'redo', label: 'Redo', keys: 'Mod+Shift+Z', whileTyping: true, run: redo },
          {
            id: 'redo-y',
            label: 'Redo',
            keys: 'Mod+Y',
            whileTyping: true,
            hidden: true,
            run: redo,
          },
        ]
      : [],
  );
