import { useId } from 'react';
import classes from './Segments.module.css';

type Props = {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (string | { readonly value: string; readonly label: string })[];
  readonly onChange: (value: string) => void;
};

/** A few choices side by side, of which one holds: native radios, so that they cost nothing. */
export const Segments = ({ label, value, choices, onChange }: Props) => {
  const name = useId();
  return (
    <div role="radiogroup" aria-label={label} className={classes.segments}>
      {choices.map((choice) => {
        const one = typeof choice === 'string' ? { value: choice, label: choice } : choice;
        return (
          <label key={one.value} data-chosen={one.value === value}>
            <input
              type="radio"
              name={name}
              value={one.value}
              checked={one.value === value}
              onChange={() => onChange(one.value)}
            />
            {one.label}
          </label>
        );
      })}
    </div>
  );
};
