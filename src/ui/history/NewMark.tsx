import { Badge } from '@mantine/core';
import { newsWords, type SinceSeen } from './useHistoryButton';

/** Says in a list that others have changed something since the member looked at it last. */
export const NewMark = ({ since }: { readonly since: SinceSeen | undefined }) =>
  since && (
    <Badge size="sm" color="ember" variant="filled" title={newsWords(since)}>
      {since.count} new
    </Badge>
  );
