import { Group, Text } from '@mantine/core';
import { VOICES, type VoiceId } from '@/core/music/kit';
import { Select } from '../../shared/Select';
import { learnKey } from './learntKeys';

type Props = {
  /** The id of the kit. */
  readonly kit: string;
  readonly unknownKey: number;
  readonly onLearnt: () => void;
};

/** A kit has sent a key that General MIDI does not know: what was struck? */
export const LearnKey = ({ kit, unknownKey, onLearnt }: Props) => (
  <Group role="alert" gap="sm">
    <Text>Your kit has sent key {unknownKey}, and nothing says what that is. You have struck</Text>
    <Select
      label={`What key ${unknownKey} is`}
      value=""
      choices={[['', 'choose'], ...VOICES.map(({ id, name }) => [id, name.toLowerCase()] as const)]}
      onChange={(voice) => {
        learnKey(kit, unknownKey, voice as VoiceId);
        onLearnt();
      }}
    />
  </Group>
);
