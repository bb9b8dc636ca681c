import { ActionIcon } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { memo } from 'react';

type UndoProps = {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
};

/** With their keys on every page that edits. */
export const UndoButtons = memo(({ canUndo, canRedo, undo, redo }: UndoProps) => (
  <ActionIcon.Group>
    <ActionIcon
      variant="default"
      size={30}
      aria-label="Undo"
      title="Undo"
      disabled={!canUndo}
      onClick={undo}
    >
      <IconArrowBackUp size={18} />
    </ActionIcon>
    <ActionIcon
      variant="default"
      size={30}
      aria-label="Redo"
      title="Redo"
      disabled={!canRedo}
      onClick={redo}
    >
      <IconArrowForwardUp size={18} />
    </ActionIcon>
  </ActionIcon.Group>
));
