import { ActionIcon, Button, UnstyledButton } from '@mantine/core';
import type { ComponentPropsWithRef, ReactNode } from 'react';

export type FaceProps = {
  /** Words, or an icon. */
  readonly face: ReactNode;
  /** What it is for; an icon needs it. */
  readonly label?: string;
  readonly title?: string;
  readonly variant?: 'default' | 'subtle';
  /** Looks as its page has it look. */
  readonly className?: string;
};

/** The button of something that opens. */
export const Face = ({
  face,
  label,
  title = label,
  variant = 'subtle',
  className,
  ...rest
}: FaceProps & Omit<ComponentPropsWithRef<'button'>, keyof FaceProps>) => {
  const button = { ...rest, 'aria-label': label, title };
  if (className)
    return (
      <UnstyledButton className={className} {...button}>
        {face}
      </UnstyledButton>
    );
  return typeof face === 'string' ? (
    <Button size="xs" px="xs" variant={variant} {...button}>
      {face}
    </Button>
  ) : (
    <ActionIcon {...button}>{face}</ActionIcon>
  );
};
