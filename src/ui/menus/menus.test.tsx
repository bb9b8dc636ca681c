/** @jest-environment jsdom */
import { MantineProvider } from '@mantine/core';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { theme } from '../shared/theme';
import { ActionMenu, Drop } from '.';

const show = (children: ReactNode) =>
  render(
    <MantineProvider env="test" theme={theme}>
      {children}
    </MantineProvider>,
  );

const item = (name: string) => screen.findByRole('menuitem', { name });

it('opens by the first click, closes by Escape, and gives the focus back each time', async () => {
  const user = userEvent.setup();
  show(<ActionMenu face="More" actions={[{ label: 'Copy', run: () => undefined }]} />);
  const button = () => screen.getByRole('button', { name: 'More' });
  expect(button().getAttribute('aria-haspopup')).toBe('menu');
  expect(button().getAttribute('aria-expanded')).toBe('false');
  for (const _ of ['first', 'second']) {
    await user.click(button());
    expect(await item('Copy')).toBeTruthy();
    expect(button().getAttribute('aria-expanded')).toBe('true');
    await user.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('menuitem')).toBeNull());
    expect(document.activeElement).toBe(button());
  }
});

it('runs the action that is chosen, and none that is disabled', async () => {
  const user = userEvent.setup();
  const done: string[] = [];
  show(
    <ActionMenu
      face="More"
      actions={[
        { label: 'Copy', run: () => done.push('copy') },
        { label: 'Write out', disabled: true, run: () => done.push('write out') },
        { label: 'Other band', href: '/other/sets' },
      ]}
    />,
  );
  await user.click(screen.getByRole('button', { name: 'More' }));
  expect(await screen.findByRole('menu', { name: 'More' })).toBeTruthy();
  await user.click(await item('Write out'));
  expect((await item('Other band')).getAttribute('href')).toBe('/other/sets');
  await user.click(await item('Copy'));
  expect(done).toEqual(['copy']);
});

it('fills what drops down only when it opens, and lets it close itself', async () => {
  const user = userEvent.setup();
  show(
    <Drop face="From bar">
      {(close) => (
        <button type="button" onClick={close}>
          Done
        </button>
      )}
    </Drop>,
  );
  expect(screen.queryByText('Done')).toBeNull();
  await user.click(screen.getByRole('button', { name: 'From bar' }));
  await user.click(await screen.findByText('Done'));
  await waitFor(() => expect(screen.queryByText('Done')).toBeNull());
  await waitFor(() =>
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'From bar' })),
  );
});
