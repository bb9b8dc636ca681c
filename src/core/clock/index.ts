/**
 * MIDI clock: what is sent so that other machines run along, and what such a machine makes of it.
 * MIDI 1.0 (MIDI Manufacturers Association): 24 clocks a quarter; a song position counts sixteenths,
 * six clocks each.
 */
export * from './listen';
export * from './send';
