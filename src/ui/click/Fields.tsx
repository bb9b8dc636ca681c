import { ActionIcon } from '@mantine/core';
import { IconArrowBackUp } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { Problem, Result } from '@/core/base/result';
import type { ClickSettings, ClickSettingsField, FullClickSettings } from '@/core/music/click';
import { Cell } from '../shared/Cell';
import classes from './Click.module.css';
import { PickOne } from './PickOne';
import { CHOICES, LABELS } from './words';

export type Say = <F extends ClickSettingsField>(
  field: F,
  value: FullClickSettings[F] | null,
) => Problem | undefined;

export type Shared = {
  readonly said: ClickSettings;
  readonly inherited: FullClickSettings;
  readonly as: string;
  readonly onSay: Say;
};

type ChoiceField = keyof typeof CHOICES;

/** A field that is one of a few. */
export const Choice = ({ field, said, inherited, as, onSay }: Shared & { field: ChoiceField }) => (
  <Row field={field} said={said} onSay={onSay}>
    <PickOne
      label={LABELS[field]}
      value={said[field]}
      inherited={inherited[field]}
      as={as}
      choices={CHOICES[field] as readonly (readonly [FullClickSettings[ChoiceField], string])[]}
      onPick={(value) => onSay(field, value as never)}
    />
  </Row>
);

type TypedProps<F extends ClickSettingsField> = Shared & {
  readonly field: F;
  readonly say: (value: FullClickSettings[F]) => string;
  readonly parse: (text: string) => Result<FullClickSettings[F]>;
};

/** A field that is written. */
export const Typed = <F extends 'polyrhythm' | 'silence'>(props: TypedProps<F>) => {
  const { field, said, inherited, as, onSay, say, parse } = props;
  const own = said[field];
  const type = (text: string): Problem | undefined => {
    if (text.trim() === '') return onSay(field, null);
    const read = parse(text);
    return read.ok ? onSay(field, read.value) : read.problem;
  };
  return (
    <Row field={field} said={said} onSay={onSay}>
      <Cell
        label={LABELS[field]}
        value={own === null ? '' : say(own as FullClickSettings[F])}
        placeholder={`${as}: ${say(inherited[field])}`}
        onText={type}
        onLeave
      />
    </Row>
  );
};

type RowProps = Pick<Shared, 'said' | 'onSay'> & {
  readonly field: keyof typeof LABELS;
  readonly children: ReactNode;
};

const Row = ({ field, said, onSay, children }: RowProps) => (
  <div className={classes.row} data-said={said[field] !== null}>
    <span aria-hidden="true">{LABELS[field]}</span>
    {children}
    <PutBack label={LABELS[field]} shown={said[field] !== null} onPut={() => onSay(field, null)} />
  </div>
);

type PutBackProps = { readonly label: string; readonly shown: boolean; readonly onPut: () => void };

export const PutBack = ({ label, shown, onPut }: PutBackProps) =>
  shown ? (
    <ActionIcon size={26} aria-label={`Put back: ${label}`} title="Put back" onClick={onPut}>
      <IconArrowBackUp size={16} />
    </ActionIcon>
  ) : (
    <span />
  );
