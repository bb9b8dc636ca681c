import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { memo } from 'react';
import { Button } from '../shared/Button';

type UndoProps = {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
};

/** With their keys on every page that edits. */
export const UndoButtons = memo(({ canUndo, canRedo, undo, redo }: UndoProps) => (
  <>
    <Button
      small
      terse="Undo"
      disabled={!canUndo}
      onClick={undo}
      icon={<IconArrowBackUp size={16} />}
    />
    <Button
      small
      terse="Redo"
      disabled={!canRedo}
      onClick={redo}
      icon={<IconArrowForwardUp size={16} />}
    />
  </>
));
