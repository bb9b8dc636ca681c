'use client';

import { Button, Group, Modal, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { nameSchema } from '@/core/song/roadmap';
import { type Thing, useLifecycle } from './things';

type Props = {
  readonly thing: Thing;
  readonly field: 'title' | 'name';
  readonly onClose: () => void;
};

/** Another name for something. */
const Rename = ({ thing, field, onClose }: Props) => {
  const { rename } = useLifecycle();
  const form = useForm({
    initialValues: { name: thing.title },
    validate: {
      name: (name) => nameSchema('It').safeParse(name).error?.issues[0]?.message ?? null,
    },
  });
  return (
    <Modal opened onClose={onClose} title={`Rename “${thing.title}”`}>
      <form
        onSubmit={form.onSubmit(
          ({ name }) => void rename(thing, { [field]: name }).then((done) => done && onClose()),
        )}
      >
        <TextInput label="Name" data-autofocus {...form.getInputProps('name')} />
        <Group justify="end" mt="md">
          <Button size="xs" onClick={onClose}>
            Cancel
          </Button>
          <Button size="xs" variant="filled" type="submit">
            Rename
          </Button>
        </Group>
      </form>
    </Modal>
  );
};

export default Rename;
