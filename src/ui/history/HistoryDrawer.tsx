'use client';

import { Anchor, Button, Drawer, Group, Stack, Text } from '@mantine/core';
import { type ReactNode, useMemo, useState } from 'react';
import { type DocumentKind, operationsBetween } from '@/core/base/document';
import type { LiveDocument } from '../document';
import { call } from '../shared/call';
import { tell } from '../shared/tell';
import { When } from '../shared/When';
import classes from './History.module.css';
import { type Choice, HistoryList } from './HistoryList';
import { Moment } from './Moment';
import { type History, type StepsOf, useHistory } from './useHistory';

/** What a kind of document has to say for its history to be shown. */
export type Shown<D> = {
  readonly kind: DocumentKind<D>;
  readonly stepsOf: StepsOf<D>;
  readonly draw: (document: D) => ReactNode;
  readonly differences: (from: D, to: D) => readonly string[];
  readonly sections: (document: D) => readonly Choice[];
};

type Props<D> = Shown<D> & {
  readonly live: LiveDocument<D>;
  readonly title: string;
  readonly seen: number | undefined;
  readonly onClose: () => void;
};

/** A song’s or a set’s history: who changed what and when, any moment as it was, and taking back. */
export const HistoryDrawer = <D,>(props: Props<D>) => {
  const { kind, stepsOf, live, title, seen, onClose } = props;
  const { history, problem, readEarlier, readAgain } = useHistory(
    kind,
    live.id,
    live.revision,
    stepsOf,
  );
  const [shown, setShown] = useState<number>();
  const sections = useMemo(
    () => sectionsEver(history, props.sections, live.document),
    [history, props.sections, live.document],
  );
  const then = useMemo(
    () => (shown === undefined ? undefined : history?.at(shown)),
    [history, shown],
  );
  return (
    <Drawer
      opened
      onClose={onClose}
      title={`History of ${title}`}
      position="right"
      size={620}
      overlayProps={{ backgroundOpacity: 0.15 }}
    >
      <Stack>
        {problem && <Text role="alert">{problem}</Text>}
        {!history && !problem && <Text>The log is being read.</Text>}
        {history && (
          <Named
            history={history}
            document={live.id}
            mayEdit={live.mayEdit}
            onShow={setShown}
            onChange={readAgain}
          />
        )}
        {then && shown !== undefined && (
          <Moment
            key={shown}
            document={live.id}
            revision={shown}
            called={then.since === undefined ? 'the beginning' : <When at={new Date(then.since)} />}
            then={props.draw(then.document)}
            today={props.draw(live.document)}
            differences={props.differences(then.document, live.document)}
            mayEdit={live.mayEdit}
            onRestore={() => {
              const refused = live.edit(operationsBetween(kind, live.document, then.document));
              void tell(
                refused
                  ? { words: refused.message, wrong: true }
                  : { words: 'It is as it was then, as a new change.', undo: live.undo },
              );
            }}
            onNamed={readAgain}
            onClose={() => setShown(undefined)}
          />
        )}
        {history && (
          <HistoryList
            sittings={history.sittings}
            sections={sections}
            mayEdit={live.mayEdit}
            edit={(operations) => live.edit(operations)}
            seen={seen}
            onShow={setShown}
          />
        )}
        {history?.earlier && <Button onClick={() => void readEarlier()}>Earlier</Button>}
      </Stack>
    </Drawer>
  );
};

type NamedProps<D> = {
  readonly history: History<D>;
  readonly document: string;
  readonly mayEdit: boolean;
  readonly onShow: (revision: number) => void;
  readonly onChange: () => void;
};

/** Moments with a name, and those in which a gig or rehearsal began. */
const Named = <D,>({ history, document, mayEdit, onShow, onChange }: NamedProps<D>) => {
  const { versions, played } = history;
  const forget = async (version: string) => {
    const called = await call('DELETE', `/api/documents/${document}/versions?version=${version}`);
    if (!called.ok) void tell({ words: called.sentence, wrong: true });
    onChange();
  };
  if (versions.length === 0 && played.length === 0) return null;
  return (
    <ul className={classes.named} aria-label="Moments with a name">
      {versions.map(({ id, revision, name, madeBy }) => (
        <li key={id}>
          <Group justify="space-between" wrap="nowrap">
            <Anchor component="button" className="name" onClick={() => onShow(revision)}>
              {name}
            </Anchor>
            <Text size="sm" c="var(--quiet)">
              {madeBy && `named by ${madeBy}`}
            </Text>
            {mayEdit && (
              <Button
                size="compact-xs"
                variant="subtle"
                aria-label={`Forget the name ${name}`}
                onClick={() => void forget(id)}
              >
                Forget
              </Button>
            )}
          </Group>
        </li>
      ))}
      {played.map(({ title, startsAt, revision }) => (
        <li key={`${title} ${startsAt}`}>
          <Group justify="space-between" wrap="nowrap">
            <Anchor component="button" className="name" onClick={() => onShow(revision)}>
              When “{title}” began
            </Anchor>
            <Text size="sm" c="var(--quiet)">
              <When at={new Date(startsAt)} />
            </Text>
          </Group>
        </li>
      ))}
    </ul>
  );
};

/** All sections that there are, and those that were taken out. */
const sectionsEver = <D,>(
  history: History<D> | undefined,
  sectionsOf: (document: D) => readonly Choice[],
  today: D,
): readonly Choice[] => {
  const found = new Map(sectionsOf(today).map((one) => [one.value, one]));
  for (const { before } of history?.sittings ?? [])
    for (const one of sectionsOf(before))
      if (!found.has(one.value))
        found.set(one.value, { ...one, label: `${one.label} (taken out)` });
  return [...found.values()];
};
