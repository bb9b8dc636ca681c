import { songAt } from '../../song/set';
import { isOver, type Plan, placeIn, segmentAt, type Waiting } from './plan';
import { vampAt } from './steps';

/** What a transport is doing. */
export type TransportState =
  | { readonly is: 'stopped' }
  /** Sounds are being made ready. */
  | { readonly is: 'preparing' }
  | { readonly is: 'counting-in' }
  | { readonly is: 'playing' }
  /** Everybody waits at a place; for the cue of a fermata, or because somebody said so. */
  | { readonly is: 'waiting'; readonly for: Waiting['pause'] }
  | { readonly is: 'waiting-in-vamp'; readonly cue: string }
  | { readonly is: 'between-songs' };

/** What a plan is doing at a time of the clock. */
export const stateAt = (plan: Plan, clock: number): TransportState => {
  if (isOver(plan, clock)) return { is: 'stopped' };
  const segment = segmentAt(plan, clock);
  const { intent, waits } = segment;
  if (waits) return { is: 'waiting', for: waits.pause };
  const place = placeIn(segment, clock);
  const vamp = vampAt({ place, intent });
  if (vamp) return { is: 'waiting-in-vamp', cue: vamp.cue };
  const song = songAt(intent.program, place)?.song;
  if (song && place >= song.end) return { is: 'between-songs' };
  return { is: song && place < song.barOne ? 'counting-in' : 'playing' };
};
