/**
 * What bands call the sections of a song, in English, German, Spanish, French and Portuguese, by the name
 * that is used here. Common practice, no source. Accents and capitals do not matter, nor a plural s.
 */
export const SECTION_NAMES: Readonly<Record<string, readonly string[]>> = {
  Intro: [
    ...['intro', 'introduction', 'int', 'i', 'vorspiel', 'einleitung', 'entrada'],
    ...['introduccion', 'introduzione', 'introducao'],
  ],
  Verse: [
    ...['verse', 'vrs', 'vrse', 'vs', 'v', 'vers', 'strophe', 'str', 'estrofa', 'verso', 'couplet'],
    ...['cpl', 'estrofe', 'strofa'],
  ],
  'Pre-chorus': [
    ...['pre chorus', 'prechorus', 'pre ch', 'pre', 'pc', 'pre coro', 'precoro', 'pre refrain'],
    ...['prerefrain', 'pre refrao', 'pre estribillo', 'prc', 'prech'],
  ],
  'Post-chorus': ['post chorus', 'postchorus', 'post refrain'],
  Chorus: [
    ...[
      'chorus',
      'choruses',
      'chor',
      'chrs',
      'chr',
      'cho',
      'ch',
      'c',
      'refrain',
      'ref',
      'refr',
      'hook',
    ],
    ...['kehrvers', 'estribillo', 'coro', 'refrao', 'ritornello'],
  ],
  'Middle eight': [
    ...['middle eight', 'middle 8', 'mid 8', 'mid eight', 'm8', 'middle', 'mittelteil'],
    'parte central',
  ],
  Bridge: ['bridge', 'brdg', 'brg', 'br', 'b', 'brucke', 'puente', 'pont', 'ponte', 'bri'],
  Solo: ['solo', 'soli', 's'],
  'Guitar solo': ['guitar solo', 'gtr solo', 'gt solo', 'g solo', 'gitarrensolo'],
  Instrumental: ['instrumental', 'inst', 'instr', 'instrum'],
  Interlude: ['interlude', 'inter', 'zwischenspiel', 'interludio', 'intermede', 'intermezzo'],
  Breakdown: ['breakdown', 'break down', 'bd'],
  Break: ['break', 'pausa', 'corte'],
  Turnaround: ['turnaround', 'turn around', 'turn', 't/a', 'ta'],
  Vamp: ['vamp'],
  Tag: ['tag'],
  Lift: ['lift'],
  'Build-up': ['build up', 'buildup'],
  Drop: ['drop'],
  Riff: ['riff'],
  Head: ['head'],
  Theme: ['theme', 'thema', 'tema'],
  Link: ['link'],
  Coda: ['coda'],
  Ending: ['ending', 'end', 'endings', 'ende', 'schluss', 'final', 'fin', 'fine', 'finale'],
  Outro: ['outro', 'out', 'o', 'outtro', 'nachspiel', 'salida', 'saida', 'outchorus'],
  Shout: ['shout chorus', 'shout'],
  'Count-in': [
    ...[
      'count in',
      'count off',
      'count',
      'countin',
      'countoff',
      'clicks',
      'click in',
      'bars of click',
    ],
    ...['einzahler', 'einzahlen', 'cuenta', 'decompte', 'contagem', 'clicks in', 'of clicks'],
  ],
};

/** Names that say little of how long a section is: a single bar or two would not surprise. */
export const OFTEN_SHORT: ReadonlySet<string> = new Set([
  ...['Tag', 'Turnaround', 'Break', 'Drop', 'Lift', 'Link', 'Ending', 'Outro', 'Intro', 'Count-in'],
  ...['Vamp', 'Coda', 'Interlude', 'Riff', 'Pre-chorus', 'Post-chorus'],
]);

/** Names of what happens as well: `all in - DROP`. With a length they are sections. */
export const HAPPENINGS: ReadonlySet<string> = new Set([
  'Drop',
  'Break',
  'Build-up',
  'Lift',
  'Link',
]);

/** What stands before a name and belongs to it: `guitar solo`, `half chorus`. */
export const KINDS: Readonly<Record<string, string>> = {
  half: 'Half',
  double: 'Double',
  short: 'Short',
  long: 'Long',
  big: 'Big',
  quiet: 'Quiet',
  piano: 'Piano',
  drum: 'Drum',
  drums: 'Drum',
  sax: 'Sax',
  horn: 'Horn',
  horns: 'Horn',
  key: 'Key',
  keys: 'Keys',
  organ: 'Organ',
  bass: 'Bass',
  vocal: 'Vocal',
  guitar: 'Guitar',
  gtr: 'Guitar',
  full: 'Full',
};

/** Which of several: `2nd verse`, `last chorus`, `2. Strophe`, `dernier refrain`. */
export const ORDINALS: Readonly<Record<string, string>> = {
  ...{ first: '1', '1st': '1', second: '2', '2nd': '2', third: '3', '3rd': '3', fourth: '4' },
  ...{ '4th': '4', last: 'last', final: 'last', letzter: 'last', letzte: 'last', letztes: 'last' },
  ...{ erste: '1', erster: '1', zweite: '2', zweiter: '2', dritte: '3', dritter: '3' },
  ...{ primera: '1', primer: '1', primeiro: '1', primeira: '1', segunda: '2', segundo: '2' },
  ...{ tercera: '3', tercer: '3', terceiro: '3', terceira: '3', ultimo: 'last', ultima: 'last' },
  ...{ premier: '1', premiere: '1', deuxieme: '2', troisieme: '3', dernier: 'last' },
  ...{ derniere: 'last', '1er': '1', '1ere': '1', '2e': '2', '3e': '3', '2eme': '2', '3eme': '3' },
};

/** Numbers in words, as far as songs need them. */
export const NUMBERS: Readonly<Record<string, number>> = {
  ...{ one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ eleven: 11, twelve: 12, fourteen: 14, sixteen: 16, eighteen: 18, twenty: 20 },
  ...{ 'twenty four': 24, 'thirty two': 32, ii: 2, iii: 3, iv: 4 },
  ...{ zwei: 2, drei: 3, vier: 4, funf: 5, sechs: 6, sieben: 7, acht: 8, zwolf: 12, sechzehn: 16 },
  ...{ dos: 2, tres: 3, cuatro: 4, seis: 6, siete: 7, ocho: 8, doce: 12, dieciseis: 16 },
  ...{ deux: 2, trois: 3, quatre: 4, sept: 7, huit: 8, douze: 12, seize: 16 },
  ...{ dois: 2, duas: 2, quatro: 4, oito: 8, doze: 12, dezesseis: 16 },
};
