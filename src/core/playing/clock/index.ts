/**
 * MIDI clock: what is sent so that other machines run along, what such a machine makes of it, and how
 * to go along with one that leads.
 * MIDI 1.0 (MIDI Manufacturers Association): 24 clocks a quarter; a song position counts sixteenths,
 * six clocks each.
 */
export * from './follow';
export * from './listen';
export * from './send';
