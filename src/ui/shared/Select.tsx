import classes from './Select.module.css';

type Props = {
  readonly label: string;
  /** Whether the label stands over it. */
  readonly shown?: boolean;
  readonly value: string;
  readonly choices: readonly (readonly [value: string, words: string])[];
  readonly onChange: (value: string) => void;
};

/** The browser's own choice from a list. */
export const Select = ({ label, shown = false, value, choices, onChange }: Props) => (
  <label className={classes.select}>
    {shown && <span aria-hidden="true">{label}</span>}
    <select
      aria-label={label}
      value={value}
      onChange={({ currentTarget }) => onChange(currentTarget.value)}
    >
      {choices.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </select>
  </label>
);
