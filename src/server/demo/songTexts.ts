/** Songs as short-hand: title, then each arrangement by its name. */
export type SongTexts = Readonly<Record<string, Readonly<Record<string, string>>>>;
