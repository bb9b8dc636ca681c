'use client';

import { ActionIcon, Button, Group, Progress, Stack, Text } from '@mantine/core';
import { IconTrash, IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { removeRecording, type Space, spaceHere } from '@/audio/recordings';
import { snapped, withHalves } from '@/core/listening';
import { clock, exactClock, rateOf, seconds, TICKS_PER_QUARTER } from '@/core/music/time';
import { checkHere, markedSections, markSection, moveMark, tappedIn } from '@/core/song/editing';
import { useCommands } from '../../shared/commands';
import { newId } from '../../shared/newId';
import { useControls } from '../../transport';
import { useSong } from '../SongContext';
import { BarOne } from './BarOne';
import { BeatLine } from './BeatLine';
import { Checks } from './Checks';
import { Closed } from './Closed';
import { Counted } from './Counted';
import type { OpenRecording } from './openRecording';
import classes from './Recording.module.css';
import { Wave } from './Wave';

/** Names that a key gives, in the order of the keys. */
const NAMES = [
  'Intro',
  'Verse',
  'Pre-chorus',
  'Chorus',
  'Bridge',
  'Solo',
  'Break',
  'Outro',
] as const;

type Props = {
  /** The song: each has one recording on a device. */
  readonly song: string;
  readonly recording: OpenRecording | undefined;
  readonly onRecording: (recording: OpenRecording | undefined) => void;
  /** Where the recording begins in what is played, in seconds. */
  readonly start: number;
  /** Where Space plays from, in seconds of the recording. */
  readonly at: number;
  readonly onAt: (time: number) => void;
  /** Is told what a tap of the tempo’s key means here. */
  readonly onTap: (tap: ((milliseconds: number) => void) | undefined) => void;
};

/** The recording that a song is learnt from: seen, heard with the click, marked, and counted. */
const RecordingView = (props: Props) => {
  const { recording } = props;
  return recording ? <Opened {...props} recording={recording} /> : <Closed {...props} />;
};

export default RecordingView;

const MOST_PER_SECOND = 800;

const Opened = (props: Props & { readonly recording: OpenRecording }) => {
  const { song, recording, onRecording, start, at, onAt, onTap } = props;
  const { map, timeline, edit, mayEdit } = useSong();
  const { listener } = recording;
  const heard = useSyncExternalStore(listener.subscribe, listener.state, listener.state);
  const { follow, playFrom, state } = useControls();
  const { taps, beat } = heard;
  const [said, setSaid] = useState('');
  const [perSecond, setPerSecond] = useState(() =>
    Math.max(2, Math.min(1100, window.innerWidth - 40) / recording.seconds),
  );
  const space = useSpace(recording);

  const last = useRef<{ time: number; at: number }>(undefined);
  useEffect(
    () =>
      follow((now) => {
        last.current = now && { time: now.place - start, at: performance.now() };
      }),
    [follow, start],
  );
  /** Where it sounds now; where it stands, while nothing plays. */
  const here = useCallback(
    (milliseconds = performance.now()) =>
      last.current
        ? last.current.time + ((milliseconds - last.current.at) / 1000) * state().rate
        : at,
    [at, state],
  );

  const meter = map.start.meter;
  const tapped = useMemo(() => tappedIn(meter), [meter]);
  // Of a song that is only now being written the tempo is not known yet.
  const [isWritten] = useState(() => timeline.bars.length > 0);
  const about = isWritten
    ? (tapped.quarters * TICKS_PER_QUARTER) / rateOf(map.start.tempo)
    : undefined;
  const marks = useMemo(
    () =>
      Object.values(map.sections).flatMap(({ id, inRecording, name }) =>
        inRecording === null ? [] : [{ id, time: inRecording, name }],
      ),
    [map.sections],
  );
  const places = marks.map(({ time }) => time).join(' ');
  useEffect(() => {
    const first = places === '' ? [] : places.split(' ').map(Number);
    // Who asks for another beat than was tapped means it.
    const hints = {
      taps: beat === undefined ? taps : [],
      ...(beat !== undefined && { beat }),
      ...(about !== undefined && { about }),
    };
    // Half a beat more than whole ones: two bars are counted as one.
    const inBar = Number.isInteger(tapped.inBar) ? tapped.inBar : 2 * tapped.inBar;
    listener.ask(hints, inBar, first);
  }, [listener, taps, beat, about, tapped.inBar, places]);

  useEffect(() => {
    onTap((milliseconds) => listener.tap(here(milliseconds)));
    return () => onTap(undefined);
  }, [onTap, here, listener]);

  /** What a mark is moved to: beats, or halves of them where bars begin there. */
  const grid = useMemo(
    () => (Number.isInteger(tapped.inBar) ? heard.beats : withHalves(heard.beats)),
    [heard.beats, tapped.inBar],
  );
  const tell = (called: string, { time, by }: ReturnType<typeof snapped>) => {
    const moved =
      by === 0
        ? ''
        : `, moved by ${String(Math.round(by * 1000)).replace('-', '−')} ms to the beat`;
    setSaid(`${called} begins at ${exactClock(Math.round(time * 100) / 100)}${moved}.`);
  };
  const mark = (name: string | undefined) => {
    const place = snapped(here(), grid);
    const { id, operations } = markSection(map, place.time, name, newId);
    const problem = edit(operations, true);
    if (problem) setSaid(problem.message);
    else tell(map.sections[id]?.name ?? name ?? 'A section', place);
  };
  const check = () => {
    const operations = checkHere(map, timeline, here(), newId);
    const problem = operations.length > 0 ? edit(operations, true) : undefined;
    if (operations.length === 0)
      setSaid('The map has no bar there yet: mark a section before what is to be checked.');
    else setSaid(problem ? problem.message : 'Noted, to be checked by ear.');
  };
  const move = (id: string, wanted: number) => {
    const place = snapped(wanted, grid);
    const problem = edit(moveMark(map, id, place.time), true);
    if (problem) setSaid(problem.message);
    else tell(map.sections[id]!.name, place);
  };
  useCommands(
    mayEdit
      ? [
          {
            id: 'mark-next',
            label: 'The next section begins here',
            keys: '0',
            run: () => mark(undefined),
          },
          ...NAMES.map((name, index) => ({
            id: `mark-${name}`,
            label: `${name} begins here`,
            keys: String(index + 1),
            run: () => mark(name),
          })),
          { id: 'check', label: 'Check this place by ear later', keys: '9', run: check },
        ]
      : [],
  );

  const offset = map.start.recording;
  const bars = useMemo(
    () => timeline.bars.map(({ startSeconds }) => offset + startSeconds),
    [timeline, offset],
  );
  const sections = useMemo(
    () =>
      timeline.passages.map(({ name, startSeconds }) => ({ name, time: offset + startSeconds })),
    [timeline, offset],
  );
  const beats = useMemo(() => {
    const first = new Set(heard.first);
    return heard.beats.map(({ time }, index) => ({ time, isFirst: first.has(index) }));
  }, [heard.beats, heard.first]);
  const end = heard.beats.at(-1)?.time ?? recording.seconds;
  const marked = useMemo(
    () =>
      markedSections(map, timeline, end).map((one) => ({
        ...one,
        beatsInBar: inBeats(one.meter, tapped),
      })),
    [map, timeline, end, tapped],
  );
  const place = (time: number, play: boolean) => {
    onAt(time);
    if (play) playFrom(seconds(time + start));
  };
  const remove = async () => {
    await removeRecording(song);
    listener.end();
    onRecording(undefined);
  };
  return (
    <Stack gap="sm" pt="xs" miw={0}>
      <Group justify="space-between">
        <Text>
          <strong>{recording.name}</strong>, {clock(recording.seconds)}.{' '}
          <span className={classes.quiet}>
            {recording.isKept
              ? 'On this device only.'
              : 'This browser could not keep it: open it again the next time.'}
            {space && ` ${megabytes(space.used)} used, ${megabytes(space.free)} free.`}
          </span>
        </Text>
        <Group gap={6}>
          <ActionIcon
            aria-label="Draw the recording narrower"
            onClick={() => setPerSecond(Math.max(2, perSecond / 2))}
          >
            <IconZoomOut size={18} />
          </ActionIcon>
          <ActionIcon
            aria-label="Draw the recording wider"
            onClick={() => setPerSecond(Math.min(MOST_PER_SECOND, perSecond * 2))}
          >
            <IconZoomIn size={18} />
          </ActionIcon>
          <Button
            size="xs"
            variant="default"
            leftSection={<IconTrash size={16} aria-hidden="true" />}
            onClick={() => void remove()}
          >
            Remove it from this device
          </Button>
        </Group>
      </Group>
      {heard.waveform && (
        <Wave
          waveform={heard.waveform}
          bars={bars}
          sections={sections}
          marks={marks}
          beats={beats}
          perSecond={perSecond}
          start={start}
          at={at}
          onPlace={place}
          onMove={mayEdit ? move : undefined}
        />
      )}
      {heard.hasFailed ? (
        <Text role="alert">
          It plays, but it cannot be drawn or listened to: the network may be away. Marks can be set
          all the same; reload the page to try again.
        </Text>
      ) : heard.progress < 1 ? (
        <Progress value={heard.progress * 100} aria-label="Listening to the recording" />
      ) : (
        <BeatLine heard={heard} listener={listener} />
      )}
      {mayEdit && (
        <Group gap={6}>
          <Text size="sm" className={classes.quiet}>
            While it plays: a section begins
          </Text>
          <Button size="xs" variant="default" onClick={() => mark(undefined)}>
            0 the next one
          </Button>
          {NAMES.map((name, index) => (
            <Button key={name} size="xs" variant="default" onClick={() => mark(name)}>
              {index + 1} {name}
            </Button>
          ))}
          <Button size="xs" variant="default" onClick={check}>
            9 check this later
          </Button>
        </Group>
      )}
      {mayEdit && <BarOne />}
      {said && <Text role="status">{said}</Text>}
      <Checks onPlay={(time) => place(time, true)} />
      <Counted marked={marked} beats={heard.beats} />
    </Stack>
  );
};

/** How many of the beats that are tracked a bar of another meter has. */
const inBeats = (
  meter: Parameters<typeof tappedIn>[0],
  { quarters }: ReturnType<typeof tappedIn>,
) => (meter.numerator * 4) / meter.denominator / quarters;

const useSpace = (recording: OpenRecording): Space | undefined => {
  const [space, setSpace] = useState<Space>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another recording takes other room
  useEffect(() => void spaceHere().then(setSpace), [recording]);
  return space;
};

const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.round(bytes / 1e6)} MB`;
