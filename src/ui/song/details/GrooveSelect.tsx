import { NativeSelect } from '@mantine/core';
import type { Pattern } from '@/core/music/kit';

type Props = {
  readonly label: string;
  readonly patterns: Readonly<Record<string, Pattern>>;
  readonly value: string | null;
  /** What it is called to choose none. */
  readonly none: string;
  readonly kind?: Pattern['kind'];
  readonly mayEdit: boolean;
  readonly onChange: (id: string | null) => void;
};

/** One of the song’s grooves or fills, or none. */
export const GrooveSelect = (props: Props) => {
  const { label, patterns, value, none, kind = 'groove', mayEdit, onChange } = props;
  const choices = Object.values(patterns)
    .filter((one) => one.kind === kind)
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <NativeSelect
      aria-label={label}
      value={value && patterns[value] ? value : ''}
      disabled={!mayEdit || choices.length === 0}
      title={choices.length === 0 ? 'Write one on the song’s Kit page' : undefined}
      onChange={({ currentTarget }) => onChange(currentTarget.value || null)}
    >
      <option value="">{none}</option>
      {choices.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </NativeSelect>
  );
};
