import type { ButtonHTMLAttributes, ReactNode } from 'react';
import classes from './Button.module.css';

type Props = Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'className'> & {
  readonly icon?: ReactNode;
  /** The one thing to do here; an ordinary action; one that stays in the background. */
  readonly look?: 'main' | 'plain' | 'bare';
  readonly small?: boolean;
  /** Where there is little room only its icon is shown. */
  readonly terse?: string;
};

/** A button in words. The browser's own: every page has some, and their code comes with every visit. */
export const Button = ({
  icon,
  look = 'plain',
  small = false,
  terse,
  type = 'button',
  children,
  ...rest
}: Props) => (
  <button
    type={type}
    className={classes.button}
    data-look={look}
    data-small={small}
    {...rest}
    aria-label={terse}
  >
    {icon}
    {terse === undefined ? children : <span>{terse}</span>}
  </button>
);

type FileProps = {
  readonly href: string;
  readonly ready: boolean;
  readonly children: ReactNode;
};

/** A file to download; without an address, and so not to be followed, until it is ready. */
export const FileLink = ({ href, ready, children }: FileProps) => (
  <a
    className={classes.button}
    data-look="plain"
    data-button
    aria-disabled={!ready}
    download
    {...(ready && { href })}
  >
    {children}
  </a>
);
