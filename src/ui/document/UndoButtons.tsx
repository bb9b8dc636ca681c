import { Button } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { memo } from 'react';

type UndoProps = {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
};

export const UndoButtons = memo(({ canUndo, canRedo, undo, redo }: UndoProps) => (
  <Button.Group>
    <Button
      variant="default"
      size="compact-md"
      disabled={!canUndo}
      onClick={undo}
      leftSection={<IconArrowBackUp size={16} />}
    >
      Undo
    </Button>
    <Button
      variant="default"
      size="compact-md"
      disabled={!canRedo}
      onClick={redo}
      leftSection={<IconArrowForwardUp size={16} />}
    >
      Redo
    </Button>
  </Button.Group>
));
