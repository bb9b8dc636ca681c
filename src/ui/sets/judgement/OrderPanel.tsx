'use client';

import { Button, Group, Modal, Stack, Text, Title } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import {
  type BetterOrder,
  type SetOrder,
  type SongFacts,
  stepsBetween,
} from '@/core/advice/setlist';
import { setFields } from '@/core/base/document';
import { meterText } from '@/core/music/time';
import { reordered, type SetItem, type SongSet } from '@/core/song/set';
import type { LiveDocument } from '../../document';
import { Select } from '../../shared/Select';
import { tell } from '../../shared/tell';
import classes from './Judgement.module.css';
import { ask } from './judge';

type Props = {
  readonly songs: readonly SongFacts[];
  readonly live: LiveDocument<SongSet>;
  readonly onClose: () => void;
};

/** Today's order beside the one that takes least, with what stands between the songs. */
const OrderPanel = ({ songs, live, onClose }: Props) => {
  const { document: set, edit, undo } = live;
  const found = useBetterOrder(songs);
  const same = found?.best.songs.every(({ id }, index) => id === songs[index]?.id);
  const taking = useRef<HTMLButtonElement>(null);
  // By Enter, as soon as there is something to take.
  const offers = found !== undefined && !same;
  useEffect(() => {
    if (offers) taking.current?.focus();
  }, [offers]);
  const take = () => {
    if (!found) return;
    const refused = edit(
      reordered(
        set,
        found.best.songs.map(({ id }) => id),
      ),
    );
    if (!refused) void tell({ words: 'The songs are in their new order.', undo });
    onClose();
  };
  const pin = (id: string, keeps: SetItem['keeps']) => edit([setFields('items', id, { keeps })]);
  return (
    <Modal opened onClose={onClose} size={1060} title="An order that works better">
      <Stack>
        <Text size="sm">
          Jumps of tempo, meter, feel and key, limbs that get no rest, slow songs together: each has
          its weight, a tempo twice as fast 10. What the evening is about, and what a singer’s voice
          can do, it does not know.
        </Text>
        <div className={classes.orders} aria-busy={!found}>
          <Column title={`Today: ${weight(found?.today)}`} order={songs} onPin={pin} />
          {found && offers && (
            <Column
              title={`Better: ${weight(found.best)}`}
              order={found.best.songs}
              before={songs}
            />
          )}
          {found && same && <Text>No order that is allowed takes less than today’s.</Text>}
          {!found && <Text role="status">All orders are being looked at</Text>}
        </div>
        {found && !found.exact && (
          <Text size="sm">
            With so many songs not every order is tried: there may be a better one still.
          </Text>
        )}
        <Group justify="flex-end">
          <Button onClick={onClose}>Leave it as it is</Button>
          <Button ref={taking} variant="filled" disabled={!offers} onClick={take}>
            Take this order
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
};

const weight = (order: SetOrder | undefined): string =>
  order ? String(Math.round(order.cost)) : '';

/** Looked for anew whenever a song or a pin changes; the last one stays in sight until then. */
const useBetterOrder = (songs: readonly SongFacts[]): BetterOrder | undefined => {
  const [found, setFound] = useState<BetterOrder>();
  useEffect(() => ask({ of: 'order', songs }, setFound), [songs]);
  return found;
};

const PINS = [
  ['', 'may move'],
  ['place', 'keeps its place'],
  ['after', 'stays after the one before'],
] as const;

type ColumnProps = {
  readonly title: string;
  readonly order: readonly SongFacts[];
  /** The order that it is compared with. */
  readonly before?: readonly SongFacts[];
  readonly onPin?: (id: string, keeps: SetItem['keeps']) => void;
};

const Column = ({ title, order, before, onPin }: ColumnProps) => (
  <section aria-label={title}>
    <Title order={3} size="h5">
      {title}
    </Title>
    <ol className={classes.order}>
      {order.map((song, index) => {
        const { id, begins, keeps } = song;
        const last = order[index - 1];
        return (
          <li key={id}>
            {last && <Steps before={last} after={song} />}
            <div
              className={classes.song}
              data-moved={before !== undefined && before[index]?.id !== id}
            >
              <span className={classes.number}>{index + 1}</span>
              <span>
                <strong className="name">{song.title}</strong> {Math.round(begins.pulse)},{' '}
                {meterText(begins.meter)}
              </span>
              {onPin && (
                <Select
                  className={classes.pin}
                  label={`Whether ${song.title} may move`}
                  value={keeps ?? ''}
                  choices={index === 0 ? PINS.slice(0, 2) : PINS}
                  onChange={(value) =>
                    onPin(id, value === 'place' || value === 'after' ? value : null)
                  }
                />
              )}
            </div>
          </li>
        );
      })}
    </ol>
  </section>
);

/** What it takes from one song into the next. */
const Steps = ({ before, after }: { readonly before: SongFacts; readonly after: SongFacts }) => {
  const steps = stepsBetween(before, after);
  const cost = Math.round(steps.reduce((sum, step) => sum + step.cost, 0));
  return (
    <p className={classes.step}>
      {steps.length > 0 && (
        <>
          <span>
            {before.gap.kind === 'straight-on' ? 'straight on: ' : ''}
            {steps.map(({ words }) => words).join('; ')}
          </span>
          <span>{cost > 0 ? cost : ''}</span>
        </>
      )}
    </p>
  );
};

export default OrderPanel;
