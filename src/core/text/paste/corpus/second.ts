/** See `samples`. */
export const SECOND = `
Structure - intro 4 | verse 8 | pre 4 | chorus 8 | verse 8 | pre 4 | chorus 8 | outro 8
=> Intro 4, Verse 8, Pre-chorus 4, Chorus 8, Verse 8, Pre-chorus 4, Chorus 8, Outro 8

map: I4 + V16 + C8 + V16 + C8 + B8 + C16
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 16

Order: Intro, V1, V2, Ch, V3, Ch, Ch
intro is 4, verses 8, choruses 8
=> Intro 4, Verse 1 8, Verse 2 8, Chorus 8, Verse 3 8, Chorus 8, Chorus 8

hey so the road map for thursday:
8 bars intro (bass and keys)
then 16 verse
8 chorus
16 verse again
8 chorus x2
and a 4 bar ending, cut on 1
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8 x2, Ending 4

[Intro] x2
[Verse 1] 8
[Verse 2] 8
[Chorus] 8 x2
[Outro] 4
=> Intro ? x2, Verse 1 8, Verse 2 8, Chorus 8 x2, Outro 4

VERSE 1
The mill has been turning since half past nine
VERSE 2
The sack on my shoulder is yours and is mine
CHORUS
Turn it, turn it
VERSE 3
The dust on the ladder is three winters old
CHORUS x2
=> Verse 1 ?, Verse 2 ?, Chorus ?, Verse 3 ?, Chorus ? x2

Tempo 118, 4/4, 1 bar count
INTRO: 8
VS 1: 16
CHO 1: 8
INTERLUDE: 4
VS 2: 16
CHO 2: 8
BRIDGE: 8
CHO 3: 16
TAG: 4
=> Intro 8, Verse 1 16, Chorus 1 8, Interlude 4, Verse 2 16, Chorus 2 8, Bridge 8, Chorus 3 16, Tag 4 ; tempo 118, meter 4/4, count 4

Vorspiel 8 Takte
1. Strophe 16 Takte
Refrain 8 Takte
2. Strophe 16 Takte
Refrain 8 Takte
Zwischenspiel 8 Takte ohne Schlagzeug
Refrain 8 Takte, 2 mal
Nachspiel 4 Takte langsamer werdend
=> Intro 8, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Interlude 8, Chorus 8 x2, Outro 4

Tempo: 96
Intro (4 T.)
Str. 1 (8 T.)
Bridge (4 T.)
Ref. (8 T.)
Solo (8 T.)
Ref. (8 T.) x2
=> Intro 4, Verse 1 8, Bridge 4, Chorus 8, Solo 8, Chorus 8 x2 ; tempo 96

Intro 4, estrofa 8, pre-coro 4, coro 8, estrofa 8, pre-coro 4, coro 8 dos veces, final
=> Intro 4, Verse 8, Pre-chorus 4, Chorus 8, Verse 8, Pre-chorus 4, Chorus 8 x2, Ending ?

Couplet 8, refrain 8, couplet 8, refrain 8, pont 4, solo 16, refrain 8 x3, fin 2
=> Verse 8, Chorus 8, Verse 8, Chorus 8, Bridge 4, Solo 16, Chorus 8 x3, Ending 2

Intro 8 compassos só guitarra
Estrofe 16
Pré-refrão 4
Refrão 8
Final 4 com ritardando
=> Intro 8, Verse 16, Pre-chorus 4, Chorus 8, Ending 4

0:00 Intro (8)
0:15 Verse 1 (16)
0:46 Chorus (8)
1:01 Verse 2 (16)
1:32 Chorus (8)
1:47 Solo (16)
2:18 Chorus (8) x2
=> Intro 8, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Solo 16, Chorus 8 x2

120 bpm
0:00 Intro
0:16 Verse
0:48 Chorus
1:04 End
=> Intro 8, Verse 16, Chorus 8, Ending ? ; tempo 120

> > Intro 8
> > Verse 16
> so the second verse is 16 as well?
yes
> Chorus 8
=> Intro 8, Verse 16, Chorus 8

18:22 - Tamsin Rook: new one, 104 bpm
18:22 - Tamsin Rook: intro 4
18:23 - Tamsin Rook: v 16 c 8 v 16 c 8
18:25 - Odile: bridge 8 then chorus 8 to end
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 8 ; tempo 104

1 - 8 Intro
9 - 24 Verse
25 - 32 Chorus
33 - 48 Verse
49 - 56 Chorus
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8

mm. 1-4 intro, mm. 5-20 A, mm. 21-28 B, mm. 29-36 A
=> Intro 4, A 16, B 8, A 8

Bar 1 intro
Bar 9 verse
Bar 25 chorus (8 bars)
=> Intro 8, Verse 16, Chorus 8

From;To;Section
1;4;Intro
5;20;Verse
21;28;Chorus
=> Intro 4, Verse 16, Chorus 8

Interlud 4
Verce 16
Chorrus 8
Chooorus 8
Outtro 4
=> Interlude 4, Verse 16, Chorus 8, Chorus 8, Outro 4

A 8
A 8
B 8
C 4
A 8
=> A 8, A 8, B 8, C 4, A 8

AABA, 8 bars each, twice
=> A 8, A 8, B 8, A 8, A 8, A 8, B 8, A 8

Head 32 (AABA)
Solos 32 x4
Head 32
=> Head 32, Solo 32 x4, Head 32

Verse (4+4+4)
Chorus (2x8)
Tag 3+1
=> Verse 12, Chorus 8 x2, Tag 4

Intro 8 (rpt)
Verse 16
Chorus 8 (rpt)
last time only: tag 4
=> Intro 8 x2, Verse 16, Chorus 8 x2, Tag 4

Intro 4
Verse 16
Chorus 8
D.C.
Coda 8
=> Intro 4, Verse 16, Chorus 8, Intro 4, Verse 16, Chorus 8, Coda 8

Intro 4
Verse 8 (sign)
Chorus 8
Solo 8
D.S. al coda
Coda 4
=> Intro 4, Verse 8, Chorus 8, Solo 8, Verse 8, Chorus 8, Coda 4

Intro 8, verse 16, chorus 8, repeat verse and chorus, bridge 8, chorus 8
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 8

dotted quarter 60, 6/8
Intro 4
Verse 8
Chorus 8
=> Intro 4, Verse 8, Chorus 8 ; tempo 60, meter 6/8

72-76 bpm, slow waltz in three
Intro 8
Waltz 32
Out 8 slowing
=> Intro 8, Waltz 32, Outro 8 ; meter 3/4

Key of D, capo 2, 88 bpm
4 clicks
Intro 2
V1 8
V2 8
C 8
=> Intro 2, Verse 1 8, Verse 2 8, Chorus 8 ; tempo 88, count 4

seven eight, quick (eighth = 280)
dance 8 x4
break 2
dance 8 x2
=> Dance 8 x4, Break 2, Dance 8 x2 ; meter 7/8, tempo 280

Verse 16 - Chorus 8 - Verse 16 - Chorus 8 - hold 3 seconds - Chorus 8 - stop
=> Verse 16, Chorus 8, Verse 16, Chorus 8, Chorus 8

Kiln Street (98)
intro 4x6
verse 16
chorus 8

Copper Stairs (140)
riff 8
verse 12
riff 4
=> Intro 6 x4, Verse 16, Chorus 8 | Riff 8, Verse 12, Riff 4

1. Sail Loft, 3/4, 132
Intro 8 / A 16 / B 16 / A 16
2. Harbour Lights, 4/4, 116
Intro 4 / V 20 / C 8
=> Intro 8, A 16, B 16, A 16 | Intro 4, Verse 20, Chorus 8

Load-in 4pm, soundcheck 5, on at 9:30. Two sets of 45.
Wear dark, no logos.
Song one: V 16 C 8 V 16 C 8
See you at 4!
=> Verse 16, Chorus 8, Verse 16, Chorus 8

can you bring the 14 inch snare and 2 cymbals? we have 6 mics
=>

The 8 of us meet at gate 3, bus leaves 6 sharp
verse 16
chorus 8
=> Verse 16, Chorus 8

so the intro starts with the keys alone for 8, then we all come in for the first verse (16 bars), chorus is 8, then verse 2 is only 12, chorus 8 twice and out
=> Intro 8, Verse 1 16, Chorus 8, Verse 2 12, Chorus 8 x2, Outro ?

Verse 1: 16 bars, hats closed
Verse 2: 16 bars, same but open hats
Chorus: 8 bars, big, crash on 1
Middle: 8 bars, toms
Chorus: 16 bars
=> Verse 1 16, Verse 2 16, Chorus 8, Middle eight 8, Chorus 16

* INTRO — 8 bars — piano only
* VERSE — 16 bars — kick on 1 and 3
* PRE — 4 bars — build
* CHORUS — 8 bars — full
=> Intro 8, Verse 16, Pre-chorus 4, Chorus 8

Intro|4|pads
Verse 1|16|rim click
Chorus|8|full
Verse 2|8|hats
Chorus|16|full
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 8, Chorus 16

Section,Length,Feel
Intro,4 bars,straight
Verse,16 bars,half time
Chorus,8 bars,straight
=> Intro 4, Verse 16, Chorus 8

intro 4 drums only 8 everybody
=> Intro 4, Everybody 8

V1 16 / V2 16 / Ch 8 / Instr 8 / V3 16 / Ch 8 / Ch 8 / Tag 4 (rit)
=> Verse 1 16, Verse 2 16, Chorus 8, Instrumental 8, Verse 3 16, Chorus 8, Chorus 8, Tag 4

Song starts w/ 8 bar drum groove. Verse 16. Chorus 8. Drum break 4. Verse 16. Chorus 8. Ends cold.
=> Drum groove 8, Verse 16, Chorus 8, Drum break 4, Verse 16, Chorus 8

Intro - 4 bars / Verse - 16 bars / Chorus - 8 bars / Verse - 8 bars (shorter!!) / Chorus - 8 bars / Chorus - 8 bars
=> Intro 4, Verse 16, Chorus 8, Verse 8, Chorus 8, Chorus 8

Intro 4 × (2)
Verse 8 × (2)
=> Intro 4 x2, Verse 8 x2

V: 4x4, C: 2x4, V: 4x4, C: 4x4
=> Verse 4 x4, Chorus 4 x2, Verse 4 x4, Chorus 4 x4

Count 4, straight in: chorus 8, verse 16, chorus 8, verse 16, double chorus 16, out on the last hit
=> Chorus 8, Verse 16, Chorus 8, Verse 16, Double chorus 16 ; count 4

Half-time chorus 8 at the start, then verse 16 in normal time, chorus 8 normal, break down 8 no drums, last chorus 8 half-time
=> Chorus 8, Verse 16, Chorus 8, Breakdown 8, Last chorus 8

Wren: first chorus 8 bars, second one 16
Odile: and the verses?
Wren: 12 each
=> Chorus 1 8, Chorus 2 16

1) Intro: 8 b.
2) V1: 16 b.
3) Ch1: 8 b.
4) V2: 16 b.
5) Ch2: 8 b.
6) Br: 12 b.
7) Ch3: 8 b. x2
=> Intro 8, Verse 1 16, Chorus 1 8, Verse 2 16, Chorus 2 8, Bridge 12, Chorus 3 8 x2

Intro: none
Verse: 12
Refrain: 12
Verse: 12
Refrain: 24
=> Verse 12, Chorus 12, Verse 12, Chorus 24

Tag the last line three times, slow down on the third.
=> Tag ? x3

Intro 4 (8 if the video is late)
Verse 16
Chorus 8
=> Intro 4, Verse 16, Chorus 8

B section 8
A section 16
B section 8
=> B 8, A 16, B 8

Vers 1 8 takter
Refr 8 takter
=> Verse 1 8, Chorus 8

Intro 4
Verse 1 16
Chorus 1 8
Turnaround 2
Verse 2 16
Chorus 2 8
Total 54 bars
=> Intro 4, Verse 1 16, Chorus 1 8, Turnaround 2, Verse 2 16, Chorus 2 8
`;
