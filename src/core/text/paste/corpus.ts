/**
 * Maps as bands write them to each other, all invented for these tests, with the form that a
 * drummer reads from them: `Name bars`, or `Name bars xTimes`, parted by commas.
 *
 * The first forty were there while the reader was written; the last twenty were written after it was
 * frozen, and scored once before anything was mended: 74 of 88 sections right, counted place by place.
 */
export type Sample = readonly [text: string, form: string];

export const FIRST_FORTY: readonly Sample[] = [
  [
    'Intro - 8 bars drums only\nV1 16\nCH x2 (8)\nBridge 7 !!!\nout 4 w/ ritard',
    'Intro 8, Verse 1 16, Chorus 8 x2, Bridge 7, Outro 4',
  ],
  [
    'Intro 4\nVerse 16\nChorus 8\nVerse 16\nChorus 8\nOutro 8',
    'Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Outro 8',
  ],
  [
    '1. Intro (4)\n2. Verse 1 (16)\n3. Chorus (8)\n4. Verse 2 (16)\n5. Chorus (8)',
    'Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8',
  ],
  [
    'Intro: 8 bars\nVerse: 12 bars\nPre-chorus: 4 bars\nChorus: 8 bars x 2',
    'Intro 8, Verse 12, Pre-chorus 4, Chorus 8 x2',
  ],
  [
    '- intro 4b\n- verse 16b\n- chorus 8b\n- middle 8 8b\n- chorus 8b',
    'Intro 4, Verse 16, Chorus 8, Middle eight 8, Chorus 8',
  ],
  ['Tempo 120\n4/4\nIntro 8\nVerse 16 half time\nChorus 16 loud', 'Intro 8, Verse 16, Chorus 16'],
  ['♩=96, 6/8\nIntro 4 bars\nVerse 8 bars\nRefrain 8 bars', 'Intro 4, Verse 8, Chorus 8'],
  [
    'Section\tBars\tNotes\nIntro\t8\tdrums only\nVerse\t16\tclosed hats\nChorus\t8\tride',
    'Intro 8, Verse 16, Chorus 8',
  ],
  [
    '| Section | Bars | Times |\n|---|---|---|\n| Intro | 4 | 1 |\n| Verse | 16 | 2 |\n| Chorus | 8 | 1 |',
    'Intro 4, Verse 16 x2, Chorus 8',
  ],
  ['#,Section,Bars\n1,Intro,4\n2,Verse,16\n3,Chorus,8', 'Intro 4, Verse 16, Chorus 8'],
  [
    'Intro 8 / V1 16 / CH 8 / V2 16 / CH 8 / BR 10 / CH 8 x2 / Out 4',
    'Intro 8, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Bridge 10, Chorus 8 x2, Outro 4',
  ],
  [
    'Intro 4, Verse 16, Chorus 8, Solo 16, Chorus 8',
    'Intro 4, Verse 16, Chorus 8, Solo 16, Chorus 8',
  ],
  ['0:00 Intro 4 bars\n0:08 Verse 16 bars\n0:40 Chorus 8 bars', 'Intro 4, Verse 16, Chorus 8'],
  [
    '8 bar intro\n16 bar verse\n8 bar chorus\n8 bar guitar solo',
    'Intro 8, Verse 16, Chorus 8, Guitar solo 8',
  ],
  [
    '8 bars intro, drums tacet\n16 bars verse, quiet\n8 bars chorus, big',
    'Intro 8, Verse 16, Chorus 8',
  ],
  [
    'Intro – eight bars\nVerse – sixteen bars\nChorus – eight bars, twice',
    'Intro 8, Verse 16, Chorus 8 x2',
  ],
  [
    'INTRO 4\nVERSE 1 16\nPRE 4\nCHORUS 1 8\nVERSE 2 16\nPRE 4\nCHORUS 2 16',
    'Intro 4, Verse 1 16, Pre-chorus 4, Chorus 1 8, Verse 2 16, Pre-chorus 4, Chorus 2 16',
  ],
  ['Intro 8m', 'Intro 8'],
  ['Intro 4 meas.\nVerse 16 meas.\nChorus 8 meas.', 'Intro 4, Verse 16, Chorus 8'],
  ['Count in 4\nIntro 2 x 4 bars\nVerse 4 x 4 bars', 'Intro 4 x2, Verse 4 x4'],
  ['Intro 4+4\nVerse 8+8\nChorus 4+3', 'Intro 8, Verse 16, Chorus 7'],
  [
    'Vamp 4 until cue\nHead 12\nSolo 12 x4\nHead 12\nTag 2 x3',
    'Vamp 4, Head 12, Solo 12 x4, Head 12, Tag 2 x3',
  ],
  ['* Intro [4]\n* Verse [16]\n* Chorus [8]', 'Intro 4, Verse 16, Chorus 8'],
  [
    'Intro 4 > Verse 16 > Chorus 8 > Bridge 8 > Chorus 8',
    'Intro 4, Verse 16, Chorus 8, Bridge 8, Chorus 8',
  ],
  [
    'Verse (16 bars, train beat)\nChorus (8 bars, four on the floor)\nBreakdown (4 bars, no drums)',
    'Verse 16, Chorus 8, Breakdown 4',
  ],
  [
    'Intro 8 swing\nVerse 12 swing\nShout chorus 12 ff\nOut 4 rit.',
    'Intro 8, Verse 12, Shout 12, Outro 4',
  ],
  [
    'verse 16\nchorus 8\nverse 16\nchorus 8\nlast chorus 16\nending 4 fade',
    'Verse 16, Chorus 8, Verse 16, Chorus 8, Last chorus 16, Ending 4',
  ],
  ['1) Intro 4\n2) Verse 8\n3) Lift 2\n4) Chorus 7', 'Intro 4, Verse 8, Lift 2, Chorus 7'],
  ['Intro  .......  4\nVerse  ....... 16\nChorus ....... 8', 'Intro 4, Verse 16, Chorus 8'],
  ['Intro = 4 bars\nVerse = 16 bars\nChorus = 8 bars', 'Intro 4, Verse 16, Chorus 8'],
  ['bars 1-8 intro\nbars 9-24 verse\nbars 25-32 chorus', 'Intro 8, Verse 16, Chorus 8'],
  [
    'Intro 4 bars (pads only, no drums)\nVerse 1 8 bars (cross stick)\nChorus 8 bars (full band)',
    'Intro 4, Verse 1 8, Chorus 8',
  ],
  [
    'Interlude 4\nInstrumental 8\nTurnaround 2\nCoda 4',
    'Interlude 4, Instrumental 8, Turnaround 2, Coda 4',
  ],
  ['Bridge 8 builds\nBreak 2\nDrop 16\nOutro 8 slows down', 'Bridge 8, Break 2, Drop 16, Outro 8'],
  [
    'intro x2 (4 bars)\nverse x2 (8 bars)\nchorus x3 (8 bars)',
    'Intro 4 x2, Verse 8 x2, Chorus 8 x3',
  ],
  [
    'Verse 8 bars double time\nChorus 8 bars half-time feel\nSolo 16 bars on the ride',
    'Verse 8, Chorus 8, Solo 16',
  ],
  ['Intro 4 counts of 8\nVerse 8 counts of 8', 'Intro 8, Verse 16'],
  ['Riff 4\nRiff 4 with drums\nVerse 16\nRiff 4', 'Riff 4, Riff 4, Verse 16, Riff 4'],
  ['Intro 8\n\nVerse 16\n\n\nChorus 8\n---\nOut 4', 'Intro 8, Verse 16, Chorus 8, Outro 4'],
  ['V 16\nC 8\nV 16\nC 8\nB 8\nC 8', 'Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 8'],
];

export const LAST_TWENTY: readonly Sample[] = [
  [
    'Right, here we go:\nintro is 8, just hats\nverse is 16\nchorus is 8 then straight back to verse 16\nchorus 8 twice to end',
    'Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8 x2',
  ],
  [
    '[Intro] 4 bars\n[Verse 1] 16 bars\n[Chorus] 8 bars\n[Verse 2] 16 bars\n[Chorus] 8 bars',
    'Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8',
  ],
  ['A 16\nA 16\nB 8\nA 16', 'A 16, A 16, B 8, A 16'],
  [
    'Intro (8)\nVs 1 (16)\nPre Ch (4)\nCh 1 (8)\nVs 2 (16)\nPre Ch (4)\nCh 2 (8)\nMid 8 (8)\nCh 3 (16)',
    'Intro 8, Verse 1 16, Pre-chorus 4, Chorus 1 8, Verse 2 16, Pre-chorus 4, Chorus 2 8, Middle eight 8, Chorus 3 16',
  ],
  [
    'BPM: 132\nMeter: 7/8\nriff 4x2\ndance 8x2\nclarinet 8\ndance 8',
    'Riff 4 x2, Dance 8 x2, Clarinet 8, Dance 8',
  ],
  ['Part;Bars\nIntro;8\nVerse;16\nChorus;8', 'Intro 8, Verse 16, Chorus 8'],
  [
    'Intro 8 bars @ 96\nVerse 16 bars\nLast chorus 8 bars accel to end',
    'Intro 8, Verse 16, Last chorus 8',
  ],
  [
    'Start with guitar alone for 4\nVerse 16 (drums in on the second half)\nChorus 8',
    'Guitar alone 4, Verse 16, Chorus 8',
  ],
  [
    'I: 4\nV: 16\nC: 8\nV: 16\nC: 8\nO: 4',
    'Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Outro 4',
  ],
  [
    '1st verse 12 bars\n2nd verse 12 bars\nbridge 7 bars (yes seven)\n3rd verse 12 bars',
    'Verse 1 12, Verse 2 12, Bridge 7, Verse 3 12',
  ],
  ['Intro\t4\nVerse\t16\nChorus\t8', 'Intro 4, Verse 16, Chorus 8'],
  ['> Intro 4\n> Verse 8\n> Chorus 8\n>\n> thanks, see you Saturday', 'Intro 4, Verse 8, Chorus 8'],
  [
    'Verse 1 - 16 - closed hats\nVerse 2 - 16 - open hats on the end of the line\nChorus - 8 - crash on one',
    'Verse 1 16, Verse 2 16, Chorus 8',
  ],
  [
    'Horn intro: 4 bars\nVerse: 12 bars\nHorn break: 4 bars\nVerse: 12 bars',
    'Horn intro 4, Verse 12, Horn break 4, Verse 12',
  ],
  [
    'Intro: 2 measures\nVerse: 8 measures (x2)\nChorus: 8 measures\nRepeat verse and chorus\nOutro: 4 measures',
    'Intro 2, Verse 8 x2, Chorus 8, Outro 4',
  ],
  [
    'Introduction, four bars\nFirst verse, sixteen bars\nRefrain, eight bars\nSecond verse, sixteen bars\nRefrain, eight bars, repeated',
    'Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8 x2',
  ],
  [
    '12/8 slow blues, 58 bpm\n4 bar turnaround\n12 bars x 5\n2 bar tag x 3',
    'Turnaround 4, Tag 2 x3',
  ],
  [
    'Intro 8 - V 16 - C 8 - V 16 - C 8 - Br 10 - C 8',
    'Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 10, Chorus 8',
  ],
  [
    'Intro 4 (keys)\nVamp 4 till the nod from Odile\nTune 16\nVamp\nTune 16\nOut 2',
    'Intro 4, Vamp 4, Tune 16, Vamp 4, Tune 16, Outro 2',
  ],
  [
    'Verse 16 bars, watch the stop in bar 15\nChorus 8 bars\nSOLO 16 bars (sax)\nchorus 8 bars\nBig ending: 4 bars, hold the last chord',
    'Verse 16, Chorus 8, Solo 16, Chorus 8, Big ending 4',
  ],
];
