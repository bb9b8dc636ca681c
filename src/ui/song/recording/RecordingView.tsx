'use client';

import { Closed, type ClosedProps } from './Closed';
import { Opened, type OpenedProps } from './Opened';
import type { OpenRecording } from './openRecording';

type Props = Omit<OpenedProps, 'recording'> &
  ClosedProps & { readonly recording: OpenRecording | undefined };

/** The recording that a song is learnt from: seen, heard with the click, marked, and counted. */
const RecordingView = (props: Props) => {
  const { recording } = props;
  return recording ? (
    <Opened key={recording.id} {...props} recording={recording} />
  ) : (
    <Closed {...props} />
  );
};

export default RecordingView;
