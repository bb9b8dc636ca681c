import type { Passage } from './types';

/** A passage as it is called: `Chorus`, or `Chorus 2/3` where it is played several times. */
export const passageName = ({ name, pass, passes }: Passage): string =>
  passes > 1 ? `${name} ${pass}/${passes}` : name;
