import { NO_OVERRIDES } from '../../music/click';
import { clickText, readClick } from './clicks';

const read = (text: string) => readClick({ text, column: 0 });
const refused = (text: string) => {
  const result = read(text);
  return result.ok ? undefined : [result.problem.message, result.at?.text];
};

test('what is said of the click stands there, and nothing else', () => {
  expect(clickText(NO_OVERRIDES)).toBeUndefined();
  const text =
    'click pulses half, divide 2, divide below 90, 3 over 2, silence 6 on 2 off, soft 1.5 dB, count halves, at bar block -2 dB left 0.5, say names on, ahead 2, at speech -3 dB';
  const settings = read(text.slice('click '.length));
  if (!settings.ok) throw new Error(settings.problem.message);
  expect(settings.value).toEqual({
    ...NO_OVERRIDES,
    pulses: 'half',
    divide: 2,
    divideBelow: 90,
    polyrhythm: { notes: 3, pulses: 2 },
    silence: { kind: 'bars', on: 6, off: 2 },
    soft: 1.5,
    countIn: 'halves',
    atBar: { sound: 'block', level: -2, pan: -0.5 },
    sayNames: true,
    ahead: 2,
    atSpeech: { level: -3, pan: 0 },
  });
  expect(clickText(settings.value)).toBe(text);
});

test('silent bars by chance go by the same seed again', () => {
  expect(read('silence 20% seed 7')).toMatchObject({
    value: { silence: { kind: 'chance', percent: 20, seed: 7 } },
  });
  expect(read('silence never')).toMatchObject({ value: { silence: { kind: 'never' } } });
});

test.each([
  ['divide 5', 'A pulse is divided into 1 to 4.', 'divide 5'],
  ['pulses half, pulses off', 'This is said twice.', 'pulses off'],
  ['divide 2, louder', expect.stringMatching(/^Of the click can be said/), 'louder'],
  ['say names maybe', expect.stringMatching(/^Of the click can be said/), 'say names maybe'],
  ['at bar gong -2 dB', 'There is no such click sound.', 'at bar gong -2 dB'],
])('“%s” is refused at its place', (text, message, at) => {
  expect(refused(text)).toEqual([message, at]);
});
