'use client';

import { Modal, TextInput } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import { type Command, keyText, useRegistry } from './commands';
import classes from './Palette.module.css';

type Props = { readonly show: 'commands' | 'keys'; readonly onClose: () => void };

/** Every action that is possible here: to be found by typing, or read with its key. */
const Palette = ({ show, onClose }: Props) => {
  const commands = useRegistry().all();
  const listed = commands.filter((command) => (show === 'keys' ? command.keys : !command.hidden));
  return (
    <Modal
      opened
      onClose={onClose}
      title={show === 'keys' ? 'All keys' : 'Find an action'}
      transitionProps={{ duration: 0 }}
      size={560}
    >
      {show === 'keys' ? (
        <Keys commands={listed} />
      ) : (
        <Finder commands={listed} onClose={onClose} />
      )}
    </Modal>
  );
};

const Keys = ({ commands }: { readonly commands: readonly Command[] }) => (
  <dl className={classes.keys}>
    {commands.map(({ id, label, keys }) => (
      <div key={id}>
        <dt>
          <kbd>{keyText(keys!)}</kbd>
        </dt>
        <dd>{label}</dd>
      </div>
    ))}
    <div>
      <dt>
        <kbd>Enter</kbd>
      </dt>
      <dd>In a row: down to the next section; in the last row: a new section</dd>
    </div>
    <div>
      <dt>
        <kbd>Esc</kbd>
      </dt>
      <dd>Out of a field, so that Space plays</dd>
    </div>
  </dl>
);

const Finder = ({
  commands,
  onClose,
}: {
  readonly commands: readonly Command[];
  readonly onClose: () => void;
}) => {
  const [words, setWords] = useState('');
  const [at, setAt] = useState(0);
  const found = commands.filter(({ label }) =>
    words
      .toLowerCase()
      .split(' ')
      .every((word) => label.toLowerCase().includes(word)),
  );
  const run = (command: Command | undefined) => {
    if (!command) return;
    onClose();
    // After the dialog has given the focus back.
    setTimeout(() => command.run());
  };
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      setAt((index) => Math.max(0, Math.min(found.length - 1, index + step)));
    } else if (event.key === 'Enter') run(found[at]);
  };
  return (
    <>
      <TextInput
        data-autofocus
        aria-label="Type what you want to do"
        placeholder="Type what you want to do"
        value={words}
        onChange={({ currentTarget }) => {
          setWords(currentTarget.value);
          setAt(0);
        }}
        onKeyDown={press}
      />
      <ul className={classes.found}>
        {found.map((command, index) => (
          <li key={command.id}>
            <button type="button" data-at={index === at} onClick={() => run(command)}>
              {command.label}
              {command.keys && <kbd>{keyText(command.keys)}</kbd>}
            </button>
          </li>
        ))}
        {found.length === 0 && <li className={classes.nothing}>Nothing here does that.</li>}
      </ul>
    </>
  );
};

export default Palette;
