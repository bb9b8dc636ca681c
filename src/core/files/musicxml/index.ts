/**
 * The chart of a road map as MusicXML 4.0 (W3C Music Notation Community Group): measures, meters,
 * tempos, repeats with times and endings, rehearsal marks, cues, grooves and fills. What the notation
 * cannot fold is written out.
 */
export { COUNT_IN, measuresOf, PICKUP } from './form';
export { chartAsMusicXml } from './write';
