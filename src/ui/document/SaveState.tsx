import { IconX } from '@tabler/icons-react';
import classes from './SaveState.module.css';
import type { LiveDocument } from './useDocument';

const WORDS = {
  saved: 'Everything is saved',
  saving: 'Saving',
  waiting: 'Not saved yet: the server does not answer. Your edits are kept here.',
} as const;

type Props = Pick<LiveDocument<unknown>, 'saving' | 'notice' | 'dismiss' | 'mayEdit'>;

/** Says in words whether everything is saved, and what was refused. */
export const SaveState = ({ saving, notice, dismiss, mayEdit }: Props) => (
  <div className={classes.state}>
    <span role="status" data-saving={saving}>
      {mayEdit ? WORDS[saving] : 'You may read this; drummers and leaders edit it.'}
    </span>
    {notice && (
      <span role="alert" className={classes.notice}>
        {notice}
        <button type="button" aria-label="Dismiss" onClick={dismiss}>
          <IconX size={14} />
        </button>
      </span>
    )}
  </div>
);
