import type { Meter } from '../../../music/time';

/** Words that stand around the names and numbers of a message. Common practice, no source. */

/** What a number counts. */
export const UNITS: Readonly<Record<string, 'bar' | 'beat' | 'second' | 'bpm' | 'eights'>> = {
  ...{ bar: 'bar', bars: 'bar', measure: 'bar', measures: 'bar', meas: 'bar', mm: 'bar', m: 'bar' },
  ...{ b: 'bar', takt: 'bar', takte: 'bar', takten: 'bar', takter: 'bar', t: 'bar', mes: 'bar' },
  ...{ mesure: 'bar', mesures: 'bar', compas: 'bar', compases: 'bar', compasso: 'bar' },
  ...{ compassos: 'bar', comp: 'bar', battute: 'bar', maten: 'bar' },
  ...{ beat: 'beat', beats: 'beat', click: 'beat', clicks: 'beat', schlage: 'beat', temps: 'beat' },
  ...{ second: 'second', seconds: 'second', sec: 'second', secs: 'second', s: 'second' },
  ...{ bpm: 'bpm', 'b p m': 'bpm' },
  ...{ 'counts of 8': 'eights', 'counts of eight': 'eights', 'count of 8': 'eights' },
};

/** How often, in one word; 0 where a number stands beside it. */
export const TIMES: Readonly<Record<string, number>> = {
  ...{ twice: 2, thrice: 3, repeat: 2, repeated: 2, rpt: 2, rep: 2, 'and repeat': 2, doubled: 2 },
  ...{ x: 0, times: 0, time: 0, mal: 0, veces: 0, vez: 0, fois: 0, vezes: 0, reps: 0, passes: 0 },
  ...{ zweimal: 2, dreimal: 3, viermal: 4, bis: 2 },
};

/** What a tempo counts, as it is written. */
export const NOTES: Readonly<Record<string, string>> = {
  ...{ whole: 'whole', 'whole note': 'whole', half: 'half', 'half note': 'half', minim: 'half' },
  ...{ quarter: 'quarter', 'quarter note': 'quarter', crotchet: 'quarter', q: 'quarter' },
  ...{ viertel: 'quarter', negra: 'quarter', noire: 'quarter', seminima: 'quarter', halbe: 'half' },
  ...{ '♩': 'quarter', eighth: 'eighth', 'eighth note': 'eighth', quaver: 'eighth', '♪': 'eighth' },
  ...{ achtel: 'eighth', corchea: 'eighth', croche: 'eighth', '8th': 'eighth' },
  ...{ 'dotted quarter': 'dotted-quarter', 'dotted quarter note': 'dotted-quarter' },
  ...{
    'dotted crotchet': 'dotted-quarter',
    'dotted half': 'dotted-half',
    'dotted q': 'dotted-quarter',
  },
  ...{
    'dotted half note': 'dotted-half',
    'dotted eighth': 'dotted-eighth',
    'q .': 'dotted-quarter',
  },
  '♩ .': 'dotted-quarter',
};

/** A meter in words, as beats and what counts one. */
export const METERS: Readonly<
  Record<string, readonly [numerator: number, denominator: Meter['denominator']]>
> = {
  ...{ 'six eight': [6, 8], 'seven eight': [7, 8], 'five eight': [5, 8], 'nine eight': [9, 8] },
  ...{ 'twelve eight': [12, 8], 'three four': [3, 4], 'four four': [4, 4], 'two four': [2, 4] },
  ...{ 'five four': [5, 4], 'seven four': [7, 4], 'six four': [6, 4], 'cut time': [2, 2] },
  ...{
    'common time': [4, 4],
    'in three': [3, 4],
    'in 3': [3, 4],
    'in five': [5, 4],
    'in seven': [7, 8],
  },
  ...{ 'waltz time': [3, 4], '3/4 takt': [3, 4] },
};

/** Before a tempo. */
export const TEMPO_WORDS: ReadonlySet<string> = new Set([
  ...['tempo', 'bpm', 'speed', 'click', 'tmp', 'velocidad', 'velocidade'],
]);

/** Before a whole form: `Flow:`, `Map -`. */
export const LABELS: ReadonlySet<string> = new Set([
  ...[
    'flow',
    'form',
    'map',
    'order',
    'structure',
    'road map',
    'roadmap',
    'sequence',
    'layout',
    'plan',
  ],
  ...[
    'ablauf',
    'form',
    'estructura',
    'estrutura',
    'arrangement',
    'arr',
    'sections',
    'outline',
    'chart',
  ],
  ...['the form', 'song', 'setlist', 'running order', 'reihenfolge', 'orden', 'ordre', 'ordem'],
]);

/** Whatever follows is only pointed at: `into the chorus`, `as in verse 1`, `on 2+4`. */
export const POINTERS: ReadonlySet<string> = new Set([
  ...[
    'into',
    'to',
    'till',
    'until',
    'til',
    'before',
    'after',
    'from',
    'of',
    'like',
    'for',
    'on',
    'at',
  ],
  ...['beat', 'step', 'than', 'not', 'in', 'vor', 'nach', 'bis', 'hasta', 'vers', 'jusque', 'ate'],
  ...[
    'under',
    'over',
    'between',
    'during',
    'as',
    'room',
    'gate',
    'level',
    'page',
    'no',
    'capo',
    'every',
  ],
  ...['auf', 'am', 'beim', 'sur', 'sobre'],
]);

/** Between sections. */
export const LINKS: ReadonlySet<string> = new Set([
  ...['then', 'and then', 'next', 'und', 'dann', 'danach', 'luego', 'puis', 'depois', 'entonces'],
  ...['straight', 'back', 'again', 'also', 'plus', 'and', 'y', 'et', 'e', 'followed by', 'we'],
]);

/** Little words that say nothing by themselves. */
export const FILLERS: ReadonlySet<string> = new Set([
  ...['drop out', 'drops out', 'drop outs', 'dropping out'],
  ...[
    'the',
    'a',
    'an',
    'is',
    'are',
    'its',
    'it',
    'with',
    'w',
    'just',
    'only',
    'about',
    'each',
    'long',
  ],
  ...[
    'so',
    'ok',
    'okay',
    'yes',
    'sorry',
    'no',
    'now',
    'section',
    'part',
    'letter',
    'another',
    'all',
  ],
  ...[
    'starts',
    'start',
    'songs',
    'begins',
    'goes',
    'play',
    'played',
    'come',
    'comes',
    'comes in',
    'feel',
  ],
  ...[
    'length',
    'one',
    'und',
    'der',
    'die',
    'das',
    'la',
    'le',
    'el',
    'o',
    'os',
    'les',
    'los',
    'las',
  ],
  ...[
    'right',
    'here',
    'we',
    'go',
    'same',
    'that',
    'ca',
    'approx',
    'around',
    'note',
    'this',
    'finish',
  ],
]);

/** What messages say that is not about the map. */
export const CHATTER: ReadonlySet<string> = new Set([
  ...[
    'parking',
    'park',
    'wear',
    'shirt',
    'shirts',
    'black',
    'dark',
    'logos',
    'bring',
    'bus',
    'gate',
  ],
  ...['doors', 'soundcheck', 'dinner', 'lunch', 'mics', 'mic', 'copies', 'room', 'thanks', 'thank'],
  ...[
    'see',
    'meet',
    'meeting',
    'leaves',
    'leave',
    'pm',
    'am',
    'oclock',
    'minutes',
    'minute',
    'min',
  ],
  ...[
    'hour',
    'hours',
    'people',
    'cymbals',
    'cymbal',
    'inch',
    'saturday',
    'sunday',
    'monday',
    'van',
  ],
  ...[
    'tuesday',
    'wednesday',
    'thursday',
    'friday',
    'tomorrow',
    'tonight',
    'today',
    'perfect',
    'cheers',
  ],
  ...[
    'cool',
    'great',
    'load',
    'call',
    'show',
    'stage',
    'hall',
    'us',
    'everybody be',
    'please',
    'pls',
  ],
  ...[
    'who',
    'can',
    'could',
    'you',
    'your',
    'i',
    'im',
    'ill',
    'he',
    'she',
    'they',
    'my',
    'me',
    'our',
  ],
  ...[
    'hi',
    'hey',
    'hello',
    'guys',
    'folks',
    'team',
    'mail',
    'phone',
    'send',
    'sent',
    'file',
    'pdf',
  ],
  ...[
    'link to',
    'video',
    'rehearsal',
    'practice',
    'gig',
    'new',
    'venue',
    'address',
    'street',
    'floor',
    'food',
  ],
  ...[
    'drinks',
    'pay',
    'money',
    'euro',
    'euros',
    'dollars',
    'tickets',
    'set',
    'sets',
    'late',
    'early',
  ],
  ...['got', 'need', 'needs', 'want', 'remember', 'dont', 'forget', 'was', 'were', 'will', 'would'],
  ...[
    'how',
    'what',
    'when',
    'where',
    'why',
    'love',
    'night',
    'week',
    'day',
    'years',
    'sticks',
    'spare',
  ],
]);

/** Which sections are played once more. */
export const REPEATS: Readonly<Record<string, 'top' | 'sign' | 'those' | 'all'>> = {
  ...{ 'from the top': 'top', 'back to the top': 'top', 'd c': 'top', dc: 'top', 'da capo': 'top' },
  ...{ 'repeat from the top': 'top', 'back to top': 'top', 'to the top': 'top', 'from top': 'top' },
  ...{ 'repeat from top': 'top', 'back to the beginning': 'top', 'von vorne': 'top' },
  ...{ 'd s': 'sign', ds: 'sign', 'dal segno': 'sign', 'back to the sign': 'sign' },
  ...{
    'same again': 'all',
    'all of that again': 'all',
    'all that again': 'all',
    'repeat all': 'all',
  },
  ...{ 'repeat the lot': 'all', 'and all again': 'all', 'repeat everything': 'all' },
  ...{ repeat: 'those', rpt: 'those', 'go back to': 'those', 'back to': 'those' },
};

/** Where a jump begins, and where it leaves again. */
export const SIGNS: Readonly<Record<string, 'sign' | 'to coda' | 'al coda'>> = {
  ...{
    segno: 'sign',
    sign: 'sign',
    'to coda': 'to coda',
    'al coda': 'al coda',
    'to the coda': 'to coda',
  },
  ...{ 'al fine': 'al coda' },
};
