import { ActionIcon } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { orNothing } from '../shared/orNothing';
import { useDrafts } from './drafts';
import classes from './SaveState.module.css';
import type { LiveDocument } from './useDocument';
import { liveWords, savingWords } from './words';

const DraftList = dynamic(() => orNothing(import('./DraftList')), { ssr: false });
const SetAsideList = dynamic(() => orNothing(import('./SetAsideList')), { ssr: false });

type Props = Pick<
  LiveDocument<unknown>,
  'saving' | 'kept' | 'live' | 'notice' | 'dismiss' | 'aside' | 'dismissAside' | 'mayEdit'
>;

/** Says in words what is saved, what is not, what was refused, and whether others' edits show. */
export const SaveState = (props: Props) => {
  const { saving, kept, live, notice, dismiss, aside, dismissAside, mayEdit } = props;
  const drafts = useDrafts();
  const notLive = liveWords(live);
  return (
    <div className={classes.state}>
      <span role="status" data-saving={saving.kind} data-drafts={drafts.size > 0}>
        {mayEdit
          ? savingWords(saving, kept, [...drafts.values()])
          : 'You may read this; drummers and leaders edit it.'}
      </span>
      {mayEdit && drafts.size > 0 && <DraftList drafts={drafts} />}
      {notLive && (
        <span role="status" data-live={live}>
          {notLive}
        </span>
      )}
      {notice && (
        <span role="alert" className={classes.notice}>
          {notice}
          <ActionIcon size={26} aria-label="Dismiss" onClick={dismiss}>
            <IconX size={14} />
          </ActionIcon>
        </span>
      )}
      {aside.length > 0 && <SetAsideList aside={aside} onDismiss={dismissAside} />}
    </div>
  );
};
