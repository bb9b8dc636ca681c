import type { Parting } from '@/core/listening';
import { partingWords } from './partingWords';

test.each<[Parting, string]>([
  [
    { kind: 'offset', by: 0.12 },
    'Bar 1 lies 120 ms before a beat of the recording: it was set a little off.',
  ],
  [
    { kind: 'offset', by: -0.05 },
    'Bar 1 lies 50 ms after a beat of the recording: it was set a little off.',
  ],
  [
    { kind: 'offset', by: 2.5 },
    'Bar 1 lies 2.50 s before the first bar that is heard: nobody has said where it is.',
  ],
  [
    { kind: 'length', bar: 41, name: 'Verse', before: 'Chorus', beats: 4, beatsInBar: 4 },
    'From bar 41 on the map is 1 bar too long: likely Chorus has 1 bar too many.',
  ],
  [
    { kind: 'length', bar: 9, name: 'Verse', before: 'Intro', beats: -2, beatsInBar: 4 },
    'From bar 9 on the map is 2 beats too short: likely Intro lacks 2 beats.',
  ],
  [
    { kind: 'tempo', bar: 21, from: 'Chorus', to: 'Out', ratio: 1.021, beat: 0.6 },
    'From bar 21 (Chorus) to Out the recording is 2.1 % faster than the map: 100.0 beats a minute.',
  ],
  [
    { kind: 'tempo', bar: 1, from: 'Intro', to: 'Intro', ratio: 0.97, beat: 0.5 },
    'From bar 1 (Intro) the recording is 3.0 % slower than the map: 120.0 beats a minute.',
  ],
  [
    { kind: 'tempo', bar: 1, from: 'Intro', to: 'Out', ratio: 2.01, beat: 0.5 },
    'From bar 1 (Intro) to Out twice as many beats are heard as the map counts (120.0 beats a minute): half-time or double-time, or the beat was taken otherwise.',
  ],
  [{ kind: 'end', by: 12 }, 'The recording goes on for 12.0 s after the map has ended.'],
  [{ kind: 'end', by: -4.2 }, 'The recording ends 4.2 s before the map does.'],
])('%j is said as: %s', (parting, sentence) => expect(partingWords(parting)).toBe(sentence));
