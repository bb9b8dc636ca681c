/**
 * What a click is there for: to count in, to mark a bar, a group of beats or a pulse, to divide a
 * pulse, or to lay other notes across the pulses.
 */
export const CLICK_KINDS = ['count', 'bar', 'group', 'pulse', 'division', 'polyrhythm'] as const;
export type ClickKind = (typeof CLICK_KINDS)[number];
