'use client';

import { useSortable } from '@dnd-kit/sortable';
import { IconArrowDown, IconArrowUp, IconGripVertical, IconX } from '@tabler/icons-react';
import Link from 'next/link';
import type { KeyboardEvent } from 'react';
import { type Gap, STRAIGHT_ON } from '@/core/set';
import { clock, meterText } from '@/core/time';
import { NoteIcon, Thumbnail } from '../profile';
import type { SetEntry } from './entries';
import classes from './SetPage.module.css';

type Props = {
  readonly entry: SetEntry;
  readonly index: number;
  readonly count: number;
  readonly band: string;
  readonly mayEdit: boolean;
  readonly onMove: (to: number) => void;
  readonly onRemove: () => void;
  /** Plays the song in another of its arrangements. */
  readonly onArrangement: (arrangement: string) => void;
  readonly onGap: (gap: Gap) => void;
};

/** A song of the set: what the drummer asks first, its shape, and what comes after it. */
export const SetRow = (props: Props) => {
  const { entry, index, count, band, mayEdit, onMove, onRemove, onArrangement, onGap } = props;
  const { item, song, placed } = entry;
  const sortable = useSortable({ id: item.id, disabled: !mayEdit });
  const shift = sortable.transform;
  const press = (event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!event.altKey || !step || !mayEdit) return;
    event.preventDefault();
    onMove(index + step);
  };
  return (
    <tr
      ref={sortable.setNodeRef}
      className={classes.row}
      data-item={item.id}
      data-lifted={sortable.isDragging}
      style={
        shift
          ? { transform: `translateY(${shift.y}px)`, transition: sortable.transition }
          : undefined
      }
      onKeyDown={press}
    >
      <td className={classes.grip}>
        {mayEdit && (
          <button
            type="button"
            ref={sortable.setActivatorNodeRef}
            {...sortable.attributes}
            {...sortable.listeners}
            aria-label={`Move ${song?.title ?? 'song'}; Alt and an arrow key move it too`}
          >
            <IconGripVertical size={18} />
          </button>
        )}
      </td>
      <td className={classes.place}>{index + 1}</td>
      <td className={classes.song}>
        {song ? (
          <Link href={`/${band}/songs/${song.arrangement}`} className="name">
            {song.title}
          </Link>
        ) : (
          'Loading this song'
        )}
        {song && entry.versions.length > 1 && (
          <select
            aria-label={`Arrangement of ${song.title}`}
            value={song.arrangement}
            disabled={!mayEdit}
            onChange={({ currentTarget }) => onArrangement(currentTarget.value)}
          >
            {entry.versions.map(({ arrangement, arrangementName }) => (
              <option key={arrangement} value={arrangement}>
                {arrangementName}
              </option>
            ))}
          </select>
        )}
      </td>
      {song ? <Facts song={song} counted={placed?.counted ?? true} /> : <td colSpan={6} />}
      <td className={classes.figure} data-testid="starts">
        {placed ? clock(placed.start) : ''}
      </td>
      <td className={classes.gap}>
        {index < count - 1 && (
          <GapField gap={item.gap} title={song?.title ?? ''} mayEdit={mayEdit} onGap={onGap} />
        )}
      </td>
      <td className={classes.tools}>
        {mayEdit && (
          <>
            <Tool
              label="Up"
              disabled={index === 0}
              onClick={() => onMove(index - 1)}
              icon={<IconArrowUp size={16} />}
            />
            <Tool
              label="Down"
              disabled={index === count - 1}
              onClick={() => onMove(index + 1)}
              icon={<IconArrowDown size={16} />}
            />
            <Tool
              label={`Take ${song?.title ?? 'song'} out of the set`}
              onClick={onRemove}
              icon={<IconX size={16} />}
            />
          </>
        )}
      </td>
    </tr>
  );
};

const Facts = ({
  song,
  counted,
}: {
  readonly song: NonNullable<SetEntry['song']>;
  readonly counted: boolean;
}) => {
  const { tempo, meter, countIn } = song.map.start;
  return (
    <>
      <td className={classes.figure}>
        <NoteIcon value={tempo.unit} height={12} /> {tempo.perMinute}
      </td>
      <td className={classes.figure}>{meterText(meter)}</td>
      <td className={classes.figure}>{counted ? countIn : <em>none</em>}</td>
      <td className={classes.figure}>{song.timeline.bars.length}</td>
      <td className={classes.figure}>{clock(song.timeline.seconds)}</td>
      <td className={classes.thumb}>
        <Thumbnail timeline={song.timeline} width={150} height={34} />
      </td>
    </>
  );
};

type ToolProps = {
  readonly label: string;
  readonly icon: React.ReactNode;
  readonly onClick: () => void;
  readonly disabled?: boolean;
};

const Tool = ({ label, icon, onClick, disabled = false }: ToolProps) => (
  <button type="button" aria-label={label} title={label} onClick={onClick} disabled={disabled}>
    {icon}
  </button>
);

type GapProps = {
  readonly gap: Gap;
  readonly title: string;
  readonly mayEdit: boolean;
  readonly onGap: (gap: Gap) => void;
};

/** What comes after a song: seconds, or straight on into the next without its count-in. */
const GapField = ({ gap, title, mayEdit, onGap }: GapProps) => {
  const straight = gap.kind === 'straight-on';
  return (
    <span className={classes.after}>
      <select
        aria-label={`After ${title}`}
        value={gap.kind}
        disabled={!mayEdit}
        onChange={({ currentTarget }) =>
          onGap(
            currentTarget.value === 'straight-on' ? STRAIGHT_ON : { kind: 'seconds', seconds: 10 },
          )
        }
      >
        <option value="seconds">gap of</option>
        <option value="straight-on">straight on</option>
      </select>
      {!straight && (
        <input
          type="number"
          aria-label={`Seconds after ${title}`}
          value={gap.seconds}
          min={0}
          max={3600}
          disabled={!mayEdit}
          onChange={({ currentTarget: { valueAsNumber } }) => {
            if (!Number.isNaN(valueAsNumber)) onGap({ kind: 'seconds', seconds: valueAsNumber });
          }}
        />
      )}
      {!straight && 's'}
    </span>
  );
};
