import { Alert, Anchor, Text } from '@mantine/core';
import Link from 'next/link';

/** A question that is asked of the member, at a song or a set. */
export type AskedOfMe = {
  readonly id: string;
  readonly document: string;
  readonly kind: 'road-map' | 'set';
  readonly title: string;
  readonly words: string;
  readonly author: string | null;
};

type Props = { readonly band: string; readonly asked: readonly AskedOfMe[] };

/** What others want to know of whoever looks at it; nothing where they want to know nothing. */
export const Asked = ({ band, asked }: Props) =>
  asked.length === 0 ? null : (
    <Alert
      color="ember"
      mb="md"
      title={asked.length === 1 ? 'Asked of you' : 'These are asked of you'}
    >
      {asked.map(({ id, document, kind, title, words, author }) => (
        <Text key={id} size="sm" className="name">
          {author ?? 'A former member'}, at{' '}
          <Anchor
            component={Link}
            href={`/${band}/${kind === 'set' ? 'sets' : 'songs'}/${document}`}
          >
            {title}
          </Anchor>
          : {words}
        </Text>
      ))}
    </Alert>
  );
