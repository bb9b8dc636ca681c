'use client';

import { Button, Group, Modal, NativeSelect, Select, Stack, TextInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import '@mantine/dates/styles.css';
import { useForm } from '@mantine/form';
import { useMemo, useState } from 'react';
import type { EventFile } from '@/core/files/sheet';
import { call } from '../shared/call';
import { instantOf, wallTimeOf } from './wallTime';

/** What is said of a gig or rehearsal. */
export type EventSaid = Omit<EventFile, 'sets'>;

type Props = {
  /** What is changed; a new one where left out. */
  readonly event?: EventSaid & { readonly id: string };
  readonly band: string;
  readonly onClose: () => void;
  /** @param set the first set of a new one */
  readonly onDone: (set: string | undefined) => void;
};

type Values = {
  readonly kind: EventSaid['kind'];
  readonly title: string;
  readonly place: string;
  readonly timeZone: string;
  readonly startsAt: string | null;
  readonly loadInAt: string | null;
};

/** What the parts of a picker are called for who cannot see them. */
const PICKER = {
  timePickerProps: { hoursInputLabel: 'Hours', minutesInputLabel: 'Minutes' },
  submitButtonProps: { 'aria-label': 'Take this day and time' },
};

/** A gig or rehearsal: what, where and when, in the time of its place. */
const EventForm = ({ event, band, onClose, onDone }: Props) => {
  const [refused, setRefused] = useState<string>();
  const zones = useMemo(() => [...new Set(['Etc/UTC', ...Intl.supportedValuesOf('timeZone')])], []);
  const form = useForm<Values>({
    initialValues: initial(event),
    validate: {
      title: (title) => (title.trim() === '' ? 'It needs a name.' : null),
      startsAt: (at) => (at ? null : 'Say on which day and at what time it starts.'),
      loadInAt: (at, { startsAt }) =>
        at && startsAt && at > startsAt ? 'The load-in is after the beginning.' : null,
    },
  });
  const save = async ({ startsAt, loadInAt, timeZone, ...said }: Values) => {
    const body = {
      ...said,
      timeZone,
      startsAt: instantOf(startsAt ?? '', timeZone),
      loadInAt: loadInAt ? instantOf(loadInAt, timeZone) : null,
    };
    const called = event
      ? await call<undefined>('PATCH', `/api/events/${event.id}`, body)
      : await call<{ set: string }>('POST', `/api/bands/${band}/events`, body);
    if (called.ok) onDone(called.value?.set);
    else setRefused(called.sentence);
  };
  return (
    <Modal
      opened
      onClose={onClose}
      title={event ? `Change “${event.title}”` : 'A new gig or rehearsal'}
    >
      <form onSubmit={form.onSubmit(save)}>
        <Stack gap="sm">
          <NativeSelect
            label="What"
            data={[
              { value: 'gig', label: 'Gig' },
              { value: 'rehearsal', label: 'Rehearsal' },
            ]}
            {...form.getInputProps('kind')}
          />
          <TextInput label="Name" maxLength={120} data-autofocus {...form.getInputProps('title')} />
          <TextInput label="Place" maxLength={120} {...form.getInputProps('place')} />
          <DateTimePicker
            size="xs"
            label="Day and time"
            valueFormat="dddd D MMMM YYYY, HH:mm"
            {...PICKER}
            {...form.getInputProps('startsAt')}
          />
          <DateTimePicker
            size="xs"
            label="Load-in"
            placeholder="not said"
            clearable
            valueFormat="dddd D MMMM YYYY, HH:mm"
            {...PICKER}
            {...form.getInputProps('loadInAt')}
          />
          <Select
            size="xs"
            label="Time zone of the place"
            searchable
            allowDeselect={false}
            limit={60}
            data={zones}
            {...form.getInputProps('timeZone')}
          />
          {refused && <p role="alert">{refused}</p>}
          <Group justify="end">
            <Button size="xs" onClick={onClose}>
              Cancel
            </Button>
            <Button size="xs" variant="filled" type="submit">
              {event ? 'Save' : 'Add'}
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
};

export default EventForm;

const initial = (event: EventSaid | undefined): Values => {
  const here = new Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (!event)
    return { kind: 'gig', title: '', place: '', timeZone: here, startsAt: null, loadInAt: null };
  const { kind, title, place, timeZone, startsAt, loadInAt } = event;
  return {
    kind,
    title,
    place,
    timeZone,
    startsAt: wallTimeOf(startsAt, timeZone),
    loadInAt: loadInAt && wallTimeOf(loadInAt, timeZone),
  };
};
