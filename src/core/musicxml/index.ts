/**
 * The form of a road map as MusicXML 4.0 (W3C Music Notation Community Group): measures, meters,
 * tempos, repeats with times and endings, rehearsal marks. What the notation cannot fold is written
 * out.
 */
export * from './form';
