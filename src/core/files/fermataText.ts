import { LONGEST_FERMATA } from '../song/roadmap';

/** A fermata as our own files say it in words, whose length neither MIDI nor MusicXML has a sign for. */
export type SaidFermata = { readonly seconds: number; readonly words: string };

/**
 * Its length in seconds, to the millisecond, and what is waited for.
 *
 * @example fermataText({ seconds: 3, words: 'nod' }) // => 'fermata 3 s: nod'
 */
export const fermataText = ({ seconds, words }: SaidFermata): string =>
  `fermata ${Math.round(seconds * 1000) / 1000} s${words ? `: ${words}` : ''}`;

const SAID = /^(?:fermata|hold) (\d+(?:\.\d+)?) s(?:: (.*))?$/;

/**
 * A fermata read from words; nothing where they say none that lasts more than 0 and at most 300 s.
 *
 * @example readFermataText('fermata 2.5 s') // => { seconds: 2.5, words: '' }
 */
export const readFermataText = (text: string): SaidFermata | undefined => {
  const [, said, words = ''] = SAID.exec(text) ?? [];
  const seconds = Number(said);
  return seconds > 0 && seconds <= LONGEST_FERMATA ? { seconds, words } : undefined;
};
