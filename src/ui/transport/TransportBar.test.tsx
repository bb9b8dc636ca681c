/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { simulatedTransport, songOf } from '../testing/transport';
import { TransportBar } from './TransportBar';
import { useProgram } from './useProgram';

let path = '/band/songs/one';
jest.mock('next/navigation', () => ({ usePathname: () => path }));
jest.mock('next/link', () => ({
  __esModule: true,
  default: ({ href, children }: { href: string; children: string }) => (
    <a href={href}>{children}</a>
  ),
}));
jest.mock('next/dynamic', () => ({
  __esModule: true,
  default: jest.requireActual('../testing/dynamic').dynamic,
}));

const FERRY = songOf('song 240, in 4/4, count 4\nA: 4\nTalk: 4, vamp "nod"\nB: 4');
const OTHER = songOf('song 120, in 4/4, count 4\nA: 4');

const Page = ({ program = FERRY, title = 'Nine Mile Ferry' }) => {
  useProgram({ title, program });
  return null;
};

beforeEach(() => {
  path = '/band/songs/one';
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

const where = () => screen.getByTestId('where').textContent;
const position = () => screen.getByTestId('position').textContent;

const withBar = (program: typeof FERRY, title?: string) => (
  <>
    <Page key={title} program={program} {...(title && { title })} />
    <TransportBar />
  </>
);

const shown = (program = FERRY) => {
  const made = simulatedTransport();
  const view = render(made.page(withBar(program)));
  const run = async (time: number) => {
    made.speakers.advance(time);
    await act(() => jest.advanceTimersByTimeAsync(time * 1000));
  };
  return { ...made, ...view, run };
};

test('without a song it says what to do, and there is nothing to play', () => {
  render(simulatedTransport().page(<TransportBar />));
  expect(where()).toBe('Open a set or a song to play its click.');
  expect(screen.getByRole('button', { name: 'Play' })).toHaveProperty('disabled', true);
});

test('Space plays, the words follow, and Space stops', async () => {
  const { run, speakers } = shown();
  expect(position()).toBe('Count 1 of 4');
  fireEvent.keyDown(window, { key: ' ' });
  await run(0.5);
  await run(1);
  expect(screen.getByRole('button', { name: 'Stop' })).toBeTruthy();
  await run(1.3);
  expect(position()).toBe('Bar 2 · 1');
  expect(where()).toBe('A, 3 bars left, then Talk');
  expect(speakers.heard().length).toBeGreaterThan(8);
  fireEvent.keyDown(window, { key: ' ' });
  await run(0.1);
  expect(screen.getByRole('button', { name: 'Play' })).toBeTruthy();
});

test('while sounds are made ready it says so, and Space calls it off', async () => {
  const { run, speakers } = shown();
  speakers.opensAfter(new Promise(() => undefined));
  fireEvent.keyDown(window, { key: ' ' });
  await run(0.1);
  expect(where()).toBe('Getting the sounds ready');
  fireEvent.keyDown(window, { key: ' ' });
  await run(0.1);
  expect(where()).toBe('then A');
  expect(speakers.started).toEqual([]);
});

test('on another page it plays on, and a link leads back', async () => {
  const { page, speakers } = simulatedTransport();
  const { rerender } = render(page(withBar(FERRY, 'Nine Mile Ferry')));
  fireEvent.keyDown(window, { key: ' ' });
  await act(() => jest.advanceTimersByTimeAsync(500));
  path = '/band/songs/two';
  rerender(page(withBar(OTHER, 'Slack Water')));
  speakers.advance(2.4);
  await act(() => jest.advanceTimersByTimeAsync(500));
  expect(where()).toBe('A, 3 bars left, then Talk');
  expect(screen.getByRole('link', { name: 'Back to Nine Mile Ferry' }).getAttribute('href')).toBe(
    '/band/songs/one',
  );
});

test('from a bar by its number; one that is not there is told', async () => {
  const { run } = shown();
  fireEvent.click(screen.getByRole('button', { name: 'Play from a bar (B)' }));
  // Its form is fetched when it is asked for.
  const bar = await screen.findByRole('textbox', { name: 'Bar' });
  fireEvent.change(bar, { target: { value: '13' } });
  expect(screen.getByText(/There is no bar 13; the song has bars 1 to 12\./)).toBeTruthy();
  fireEvent.change(bar, { target: { value: '10' } });
  fireEvent.submit(bar.closest('form') as HTMLFormElement);
  await run(0.5);
  expect(position()).toMatch(/^Bar 10 /);
});

test('the speed goes in steps of five per cent between its limits', () => {
  shown();
  const rate = () => screen.getByTestId('rate').textContent;
  fireEvent.keyDown(window, { key: '[' });
  expect(rate()).toBe('95 %');
  for (let step = 0; step < 30; step++) fireEvent.keyDown(window, { key: ']' });
  expect(rate()).toBe('150 %');
  expect(screen.getByRole('button', { name: 'Faster' })).toHaveProperty('disabled', true);
});

test('a song that goes away under the music stops it with a sentence', async () => {
  const { page, speakers } = simulatedTransport();
  const { rerender } = render(page(withBar(FERRY)));
  fireEvent.keyDown(window, { key: ' ' });
  await act(() => jest.advanceTimersByTimeAsync(500));
  speakers.advance(3);
  rerender(page(withBar(songOf('song 240, in 4/4, count 4'))));
  await act(() => jest.advanceTimersByTimeAsync(500));
  expect(where()).toBe('What played has been removed, so it stopped.');
});
