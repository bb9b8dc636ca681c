'use client';

import { Kbd, Modal, Table } from '@mantine/core';
import {
  createSpotlight,
  Spotlight,
  type SpotlightActionGroupData,
  type SpotlightFilterFunction,
} from '@mantine/spotlight';
import '@mantine/spotlight/styles.css';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { CHAPTERS } from '../guide/chapters';
import { type Command, keyText, useRegistry } from './commands';
import { type Found, readFound } from './found';

type Props = {
  readonly show: 'commands' | 'keys';
  readonly band: string;
  readonly query: string;
  readonly onQuery: (query: string) => void;
  /** Whether Enter was pressed before the field had the focus: the first that is found is meant. */
  readonly entered: boolean;
  readonly onClose: () => void;
};

/** Every action, song and set that is to be found by typing; or all keys, to be read. */
const Palette = ({ show, ...finder }: Props) =>
  show === 'keys' ? <Keys onClose={finder.onClose} /> : <Finder {...finder} />;

/** Keys that belong to no command of the page. */
const FURTHER = [
  ['Enter', 'In a row: down to the next section; in the last row: a new section'],
  ['Esc', 'Out of a field, so that Space plays'],
] as const;

const Keys = ({ onClose }: Pick<Props, 'onClose'>) => {
  const keyed = useRegistry()
    .all()
    .flatMap(({ keys, label }) => (keys ? [[keyText(keys), label] as const] : []));
  return (
    <Modal opened onClose={onClose} title="All keys" size={560}>
      <Table>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Key</Table.Th>
            <Table.Th>What it does</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {[...keyed, ...FURTHER].map(([keys, label]) => (
            <Table.Tr key={`${keys} ${label}`}>
              <Table.Td>
                <Kbd>{keys}</Kbd>
              </Table.Td>
              <Table.Td>{label}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Modal>
  );
};

const [store, spotlight] = createSpotlight();

const Finder = ({ band, query, onQuery, entered, onClose }: Omit<Props, 'show'>) => {
  const registry = useRegistry();
  const router = useRouter();
  const [found, setFound] = useState<Found>();
  useEffect(() => {
    let gone = false;
    void readFound(band).then((read) => !gone && setFound(read));
    spotlight.open();
    return () => {
      gone = true;
      spotlight.close();
    };
  }, [band]);
  const groups = useMemo((): SpotlightActionGroupData[] => {
    const places = (of: 'songs' | 'sets') =>
      (found?.[of] ?? []).map(({ id, title, about }) => ({
        id: `${of}-${id}`,
        label: title,
        description: about,
        onClick: () => router.push(`/${band}/${of}/${id}`),
      }));
    return [
      {
        group: 'Here',
        actions: registry
          .all()
          .filter(({ hidden }) => !hidden)
          .map(commandAction),
      },
      { group: 'Songs', actions: places('songs') },
      { group: 'Sets', actions: places('sets') },
      {
        group: 'Guide',
        actions: CHAPTERS.map(({ id, title, words }) => ({
          id: `guide-${id}`,
          label: title,
          keywords: words,
          onClick: () => router.push(`/${band}/guide#${id}`),
        })),
      },
    ];
  }, [registry, found, router, band]);
  const takeMeant = useRef(() => {});
  takeMeant.current = () => {
    const [first] = everyWord(query, groups).filter(isGroup);
    const take = first?.actions[0]?.onClick as (() => void) | undefined;
    if (!take) return;
    onClose();
    take();
  };
  const isKnown = found !== undefined;
  useEffect(() => {
    if (entered && isKnown) takeMeant.current();
  }, [entered, isKnown]);
  return (
    <Spotlight
      store={store}
      query={query}
      onQueryChange={onQuery}
      filter={everyWord}
      actions={groups}
      shortcut={null}
      scrollable
      maxHeight={420}
      highlightQuery
      overlayProps={{ blur: 0 }}
      limit={60}
      nothingFound="Nothing here is called that or does that."
      searchProps={{
        placeholder: 'Type a song, a set, or what you want to do',
        'aria-label': 'Type what you look for',
        onKeyDown: takeTheFirst,
      }}
      attributes={{ content: { 'aria-label': 'Find' } }}
      scrollAreaProps={{ viewportProps: { tabIndex: 0 } }}
      onSpotlightClose={onClose}
    />
  );
};

/** Enter takes the first of what is found; what comes late makes the library forget which it was. */
const takeTheFirst = ({ key, currentTarget }: KeyboardEvent<HTMLInputElement>) => {
  const dialog = currentTarget.closest('[role="dialog"]');
  if (key !== 'Enter' || dialog?.querySelector('[data-selected]')) return;
  dialog?.querySelector<HTMLButtonElement>('.mantine-Spotlight-action')?.click();
};

/** What has every word of what is typed, in its name or beside it. */
const everyWord: SpotlightFilterFunction = (query, groups) => {
  const words = query.toLowerCase().split(' ').filter(Boolean);
  return groups
    .filter(isGroup)
    .map((group) => ({
      ...group,
      actions: group.actions.filter(({ label = '', description = '', keywords = '' }) =>
        words.every((word) => `${label} ${description} ${keywords}`.toLowerCase().includes(word)),
      ),
    }))
    .filter(({ actions }) => actions.length > 0);
};

const isGroup = (
  one: Parameters<SpotlightFilterFunction>[1][number],
): one is SpotlightActionGroupData => 'actions' in one;

const commandAction = ({ id, label, keys, run }: Command) => ({
  id,
  label,
  rightSection: keys && <Kbd>{keyText(keys)}</Kbd>,
  // After the dialog has given the focus back.
  onClick: () => void setTimeout(() => run()),
});

export default Palette;
