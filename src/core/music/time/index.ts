/**
 * Musical time. Positions are integers (ticks); note values, meters and tempos say how long things
 * are; stretches of held or changing tempo turn positions into seconds and back in closed form; taps
 * become a tempo, and a clock the fewest tempos that meet it. Nothing here knows of songs.
 */
export * from './clock';
export * from './meter';
export * from './noteValue';
export * from './ramp';
export * from './tap';
export * from './tempo';
export * from './tempoFit';
export * from './ticks';
