'use client';

import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import classes from './Drop.module.css';

type Props = {
  /** What the button says; its label where it says nothing in words. */
  readonly face: ReactNode;
  readonly label?: string;
  readonly buttonClass?: string | undefined;
  readonly align?: 'start' | 'end';
  readonly above?: boolean;
  /** Whether a click on something inside closes it, as in a list of actions. */
  readonly closesOnClick?: boolean;
  readonly children: ReactNode;
};

/**
 * A button with something that drops down from it, by the browser's own popover: Escape or a click
 * elsewhere closes it. What is in it is made, and its code fetched, when it is first opened.
 */
export const Drop = ({
  face,
  label,
  buttonClass,
  align = 'end',
  above = false,
  closesOnClick = false,
  children,
}: Props) => {
  const id = useId().replaceAll(/[^a-zA-Z0-9]/g, '');
  const panel = useRef<HTMLDivElement>(null);
  const anchor = `--drop-${id}`;
  const [wanted, setWanted] = useState(false);
  // It may have been opened before the page came to life.
  useEffect(() => setWanted(panel.current?.matches(':popover-open') ?? false), []);
  return (
    <>
      <button
        type="button"
        popoverTarget={id}
        aria-label={label}
        title={label}
        className={buttonClass ?? classes.plain}
        style={{ anchorName: anchor }}
      >
        {face}
      </button>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents lint/a11y/noStaticElementInteractions: a key press on a button inside is a click too */}
      <div
        ref={panel}
        id={id}
        popover="auto"
        className={classes.panel}
        data-align={align}
        data-above={above}
        style={{ positionAnchor: anchor }}
        onBeforeToggle={() => setWanted(true)}
        onClick={() => closesOnClick && panel.current?.hidePopover()}
      >
        {wanted && children}
      </div>
    </>
  );
};
