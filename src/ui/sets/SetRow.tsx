'use client';

import { useSortable } from '@dnd-kit/sortable';
import { ActionIcon, NativeSelect, TextInput, UnstyledButton } from '@mantine/core';
import {
  IconAdjustmentsHorizontal,
  IconArrowDown,
  IconArrowUp,
  IconGripVertical,
  IconPlayerPlay,
  IconX,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import type { KeyboardEvent } from 'react';
import type { Problem } from '@/core/base/result';
import { clock, meterText } from '@/core/music/time';
import type { RoadMap } from '@/core/song/roadmap';
import { type Gap, type SetItem, STRAIGHT_ON } from '@/core/song/set';
import { FieldsOf } from '../document';
import { Drop } from '../menus';
import { NoteIcon, Thumbnail } from '../profile';
import { orNothing } from '../shared/orNothing';
import type { SetEntry } from './entries';
import classes from './SetPage.module.css';

const SongChanges = dynamic(() => orNothing(import('./SongChanges')), { ssr: false });

type Props = {
  readonly entry: SetEntry;
  readonly index: number;
  readonly count: number;
  readonly band: string;
  readonly mayEdit: boolean;
  /** Plays the set from this song's count-in on. */
  readonly onPlay: () => void;
  readonly onMove: (to: number) => void;
  readonly onRemove: () => void;
  /** Whether the song before it leads straight into it. */
  readonly follows: boolean;
  /** What this set says of the song: its arrangement, what comes after it, what is changed. */
  readonly onChange: <F extends keyof SetItem & string>(
    field: F,
    value: SetItem[F],
  ) => Problem | undefined;
};

/** A song of the set: what the drummer asks first, its shape, and what comes after it. */
export const SetRow = (props: Props) => {
  const { entry, index, count, band, mayEdit, follows, onPlay, onMove, onRemove, onChange } = props;
  const { item, song, joined, placed } = entry;
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
          <UnstyledButton
            ref={sortable.setActivatorNodeRef}
            {...sortable.attributes}
            {...sortable.listeners}
            aria-label={`Move ${song?.title ?? 'song'}; Alt and an arrow key move it too`}
          >
            <IconGripVertical size={18} />
          </UnstyledButton>
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
          <NativeSelect
            aria-label={`Arrangement of ${song.title}`}
            value={song.arrangement}
            disabled={!mayEdit}
            onChange={({ currentTarget }) => void onChange('arrangement', currentTarget.value)}
          >
            {entry.versions.map(({ arrangement, arrangementName }) => (
              <option key={arrangement} value={arrangement}>
                {arrangementName}
              </option>
            ))}
          </NativeSelect>
        )}
        {song && <ChangeWords item={item} map={song.map} />}
      </td>
      {joined ? <Facts song={joined} counted={placed?.counted ?? true} /> : <td colSpan={6} />}
      <td className={classes.figure} data-testid="starts">
        {placed ? clock(placed.start) : ''}
      </td>
      <td className={classes.gap}>
        {index < count - 1 && (
          <GapField
            gap={item.gap}
            title={song?.title ?? ''}
            mayEdit={mayEdit}
            onGap={(gap) => void onChange('gap', gap)}
          />
        )}
      </td>
      <td className={classes.tools}>
        {song && (
          <Tool
            label={`Play from ${song.title}`}
            onClick={onPlay}
            icon={<IconPlayerPlay size={16} />}
          />
        )}
        {mayEdit && (
          <>
            {song && (
              <Drop
                face={<IconAdjustmentsHorizontal size={16} />}
                label={`Change ${song.title} for this set`}
              >
                <FieldsOf record={item.id}>
                  <SongChanges item={item} song={song} follows={follows} onChange={onChange} />
                </FieldsOf>
              </Drop>
            )}
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
  readonly song: NonNullable<SetEntry['joined']>;
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

/** `96 %, in B flat, without Bridge`. */
const ChangeWords = ({ item, map }: { readonly item: SetItem; readonly map: RoadMap }) => {
  const { tempo, key, cuts } = item;
  const gone = cuts.flatMap((id) => map.sections[id]?.name ?? []);
  const words = [
    tempo?.kind === 'percent' && `${tempo.percent} %`,
    tempo?.kind === 'as-before' && 'tempo as before',
    key && `in ${key}`,
    gone.length > 0 && `without ${gone.join(', ')}`,
  ].filter(Boolean);
  return words.length === 0 ? null : <p className={classes.changed}>{words.join(', ')}</p>;
};

type ToolProps = {
  readonly label: string;
  readonly icon: React.ReactNode;
  readonly onClick: () => void;
  readonly disabled?: boolean;
};

const Tool = ({ label, icon, onClick, disabled = false }: ToolProps) => (
  <ActionIcon size={26} aria-label={label} title={label} onClick={onClick} disabled={disabled}>
    {icon}
  </ActionIcon>
);

type GapProps = {
  readonly gap: Gap;
  readonly title: string;
  readonly mayEdit: boolean;
  readonly onGap: (gap: Gap) => void;
};

const GAPS: Readonly<Record<Gap['kind'], (seconds: number) => Gap>> = {
  seconds: (seconds) => ({ kind: 'seconds', seconds }),
  talk: (seconds) => ({ kind: 'talk', seconds, words: '' }),
  'straight-on': () => STRAIGHT_ON,
};

/** What comes after a song: seconds, talk, or straight on into the next without its count-in. */
const GapField = ({ gap, title, mayEdit, onGap }: GapProps) => (
  <span className={classes.after}>
    <NativeSelect
      aria-label={`After ${title}`}
      value={gap.kind}
      disabled={!mayEdit}
      onChange={({ currentTarget }) => {
        const make = GAPS[currentTarget.value as Gap['kind']];
        onGap(make(gap.kind === 'straight-on' ? 10 : gap.seconds));
      }}
    >
      <option value="seconds">gap of</option>
      <option value="talk">talk of</option>
      <option value="straight-on">straight on</option>
    </NativeSelect>
    {gap.kind !== 'straight-on' && (
      <>
        <TextInput
          type="number"
          aria-label={`Seconds after ${title}`}
          value={gap.seconds}
          min={0}
          max={3600}
          disabled={!mayEdit}
          onChange={({ currentTarget: { valueAsNumber } }) => {
            if (!Number.isNaN(valueAsNumber)) onGap({ ...gap, seconds: valueAsNumber });
          }}
        />
        s
      </>
    )}
    {gap.kind === 'talk' && (
      <TextInput
        className={classes.who}
        aria-label={`Who speaks after ${title}, or of what`}
        placeholder="who"
        value={gap.words}
        maxLength={200}
        disabled={!mayEdit}
        onChange={({ currentTarget }) => onGap({ ...gap, words: currentTarget.value })}
      />
    )}
  </span>
);
