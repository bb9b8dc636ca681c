/** See `samples`. */
export const THIRD = `
Roadmap for “Granary”: Intro(8) V1(16) PC(4) C1(8) V2(16) PC(4) C2(8) Solo(16) C3(16) Out(4)
=> Intro 8, Verse 1 16, Pre-chorus 4, Chorus 1 8, Verse 2 16, Pre-chorus 4, Chorus 2 8, Solo 16, Chorus 3 16, Outro 4

sequence: intro8 verse16 chorus8 verse16 chorus8x2 end4
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8 x2, Ending 4

I V V C V C S C C O
I 4 V 8 C 8 S 16 O 2
=> Intro 4, Verse 8, Verse 8, Chorus 8, Verse 8, Chorus 8, Solo 16, Chorus 8, Chorus 8, Outro 2

Intro>Verse>Chorus>Verse>Chorus>Bridge>Chorus>Chorus
(4, 16, 8, 16, 8, 8, 8, 8)
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 8, Chorus 8

Here's the form. Intro's 8, verses are 16, choruses 8, and the bridge is a 7.
V C V C B C
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 7, Chorus 8

Verse one: 8 bars
Verse two: 8 bars
Chorus: 8 bars
Verse three: 8 bars
Chorus: 8 bars and repeat
=> Verse 1 8, Verse 2 8, Chorus 8, Verse 3 8, Chorus 8 x2

Intro
| G | D | Em | C |
Verse 1
| G | G | D | D | Em | Em | C | C |
Chorus
| C | G | D | Em |
=> Intro 4, Verse 1 8, Chorus 4

[Verse 1]
Em            C
Ropes on the quay and the paint on the stone
[Chorus 1]
G     D
All of the lights coming on
[Verse 2]
Em            C
Rain in the gutter and wind in the door
[Chorus 2]
[Bridge]
Am
Slow, slow
[Chorus 3]
=> Verse 1 ?, Chorus 1 ?, Verse 2 ?, Chorus 2 ?, Bridge ?, Chorus 3 ?

Auftakt, dann Intro 4 Takte, Strophe 1 8 Takte, Strophe 2 8 Takte, Refrain 8 Takte, Solo 16 Takte, Refrain 8 Takte, Ende
=> Intro 4, Verse 1 8, Verse 2 8, Chorus 8, Solo 16, Chorus 8, Ending ?

Tempo 132
Vorspiel 4
Strophe 16
Refrain 8
Strophe 16
Refrain 8
Mittelteil 8, leise
Refrain 16, laut
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Middle eight 8, Chorus 16 ; tempo 132

Introducción: 8 compases, sin batería
Verso 1: 16 compases
Coro: 8 compases
Verso 2: 16 compases
Coro: 8 compases
Solo: 8 compases
Coro: 8 compases (3 veces)
=> Intro 8, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Solo 8, Chorus 8 x3

Entrada 4, Estrofa 8 x2, Estribillo 8, Estrofa 8, Estribillo 8 x2, Salida 4
=> Intro 4, Verse 8 x2, Chorus 8, Verse 8, Chorus 8 x2, Outro 4

Intro 4 mes.
1er couplet 8 mes.
Refrain 8 mes.
2e couplet 8 mes.
Refrain 8 mes.
Pont 4 mes. plus doux
Dernier refrain 16 mes.
=> Intro 4, Verse 1 8, Chorus 8, Verse 2 8, Chorus 8, Bridge 4, Last chorus 16

intro 4, estrofe 8, refrão 8, estrofe 8, refrão 8, ponte 4, último refrão 16
=> Intro 4, Verse 8, Chorus 8, Verse 8, Chorus 8, Bridge 4, Last chorus 16

(0:00) intro - 8 bars
(0:14) verse - 16 bars
(0:43) chorus - 8 bars
(0:58) end
=> Intro 8, Verse 16, Chorus 8, Ending ?

12/10, 09:14 - Wren: got it, so
12/10, 09:14 - Wren: Intro 8
12/10, 09:15 - Wren: Verse 12
12/10, 09:15 - Wren: Chorus 8
12/10, 09:17 - Tamsin: perfect 👍
=> Intro 8, Verse 12, Chorus 8

• Intro – 4
• Verse – 16
• Chorus – 8
   ◦ crash on the first beat
• Verse – 16
• Chorus – 8
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8

bars 1 to 8: intro
bars 9 to 24: verse, closed hats
bars 25 to 32: chorus
bars 33 to 36: turnaround
=> Intro 8, Verse 16, Chorus 8, Turnaround 4

Section  Start  Bars
Intro    1      8
Verse    9      16
Chorus   25     8
=> Intro 8, Verse 16, Chorus 8

Name	From	To
Intro	1	8
Verse	9	24
Chorus	25	32
=> Intro 8, Verse 16, Chorus 8

inrto 4
Verse1 16
Chours 8
Vrese2 16
Chorus2 8
Brdige 8
Out 4
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 2 8, Bridge 8, Outro 4

Pre Chrous 4
Prechorus 4
PreChorus 4
=> Pre-chorus 4, Pre-chorus 4, Pre-chorus 4

A (16), A' (16), B (8), A (16)
=> A 16, A' 16, B 8, A 16

Letter A 16 bars
Letter B 8 bars
Letter C 16 bars
=> A 16, B 8, C 16

Verse 8 (2x)
Chorus 8 (1x)
Verse 8 (2x)
Chorus 8 (4x)
=> Verse 8 x2, Chorus 8, Verse 8 x2, Chorus 8 x4

Intro 2 bars x4
Verse 4 bars x4
Chorus 8 bars x1
=> Intro 2 x4, Verse 4 x4, Chorus 8

Intro 8
Verse 16
Chorus 8
Back to the top, then out 4
=> Intro 8, Verse 16, Chorus 8, Intro 8, Verse 16, Chorus 8, Outro 4

Segno: Verse 16
Chorus 8, to coda
Bridge 8
DS al Coda
Coda: 4
=> Verse 16, Chorus 8, Bridge 8, Verse 16, Chorus 8, Coda 4

Verse 16, Chorus 8, again Verse 16, Chorus 8, then Solo 8 and Chorus 8 to finish
=> Verse 16, Chorus 8, Verse 16, Chorus 8, Solo 8, Chorus 8

quarter = 144, 5/4
A 8
B 8
A 8
solo (open, on cue)
A 8
=> A 8, B 8, A 8, Solo ?, A 8 ; tempo 144, meter 5/4

BPM 68 | Key Bb | 4/4
Intro 4 | V1 8 | V2 8 | C 8 | V3 8 | C 8 | B 8 x2 | C 8 | Out 4
=> Intro 4, Verse 1 8, Verse 2 8, Chorus 8, Verse 3 8, Chorus 8, Bridge 8 x2, Chorus 8, Outro 4 ; tempo 68, meter 4/4

tempo: about 100, six eight
count: one bar
Intro 4 bars
Verse 8 bars
=> Intro 4, Verse 8 ; tempo 100, meter 6/8

Intro 8 @ 80 bpm, then 16 bars verse at 120, chorus 8
=> Intro 8, Verse 16, Chorus 8

Verse 16, watch the stops in 15 and 16
Chorus 8 with a pause of 2 beats before it
Verse 16
=> Verse 16, Chorus 8, Verse 16

Song 1: Granary
Intro 8, V 16, C 8
Song 2: Sail Loft
Intro 4, A 16, B 16
=> Intro 8, Verse 16, Chorus 8 | Intro 4, A 16, B 16

"Kiln Street"
Intro 6 x4
Verse 16

"Copper Stairs"
Riff 8
Verse 12
=> Intro 6 x4, Verse 16 | Riff 8, Verse 12

Call time 18:00, dinner 19:00, show 21:00.
Set is 12 songs, about 50 minutes.
=>

Please everybody be there at 7. Bring 3 copies. Thanks! Tamsin
Intro 4
Verse 8
=> Intro 4, Verse 8

who has the key for room 12?
verse is 16 now not 12
=> Verse 16

we start with 4 bars of just hats, then the riff for 8, the verse for 16 and the chorus for 8, then the riff again for 4
=> Hats 4, Riff 8, Verse 16, Chorus 8, Riff 4

Okay. First 8 bars: keys. Next 16 bars: verse. Then chorus, 8 bars. Then all of that again. Ending: 4.
=> Keys 8, Verse 16, Chorus 8, Keys 8, Verse 16, Chorus 8, Ending 4

Vs 16: cross stick / Ch 8: full kit / Vs 16: hats / Ch 8: full kit / Br 8: toms / Ch 16: everything
=> Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 16

intro(4)/verse(8)/chorus(8)/verse(8)/chorus(8)
=> Intro 4, Verse 8, Chorus 8, Verse 8, Chorus 8

Intro 4 ; Verse 1 16 ; Chorus 8 ; Verse 2 16 ; Chorus 8 ; Outro 4
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Outro 4

VERSE x 16
CHORUS x 8
=> Verse 16, Chorus 8

4 intro
16 verse
8 chorus
16 verse
16 chorus
4 outro
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 16, Outro 4

Verse = 16 / half time
Chorus = 8 / full, ride
Solo = 12 / shuffle
=> Verse 16, Chorus 8, Solo 12

Intro 4.5 bars?? no sorry, 4
Verse 16
=> Intro 4, Verse 16

Groove A 16 / Groove B 8 / Groove A 16 / Fill 1 / Groove B 8
=> Groove A 16, Groove B 8, Groove A 16, Groove B 8

Verse: sixteen. Chorus: eight. Bridge: twelve. Chorus: eight, two times.
=> Verse 16, Chorus 8, Bridge 12, Chorus 8 x2

thirty-two bars of swing, then a 4 bar drum solo, then 32 again, tag the last 4
=> Swing 32, Drum solo 4, Swing 32, Tag 4

Last chorus: 8 bars, no drums first 4
Outro: 8 bars, tom groove
=> Last chorus 8, Outro 8

Verse 1 (8 bars) -> Verse 2 (8 bars) -> Chorus (8 bars) -> Verse 3 (8 bars) -> Chorus (8 bars) -> Chorus (8 bars) -> End
=> Verse 1 8, Verse 2 8, Chorus 8, Verse 3 8, Chorus 8, Chorus 8, Ending ?

intro: 2 counts of 8, verse: 4 counts of 8, chorus: 4 counts of 8
=> Intro 4, Verse 8, Chorus 8

♩ = 108
INTRO · 4 bars
VERSE · 16 bars
CHORUS · 8 bars
=> Intro 4, Verse 16, Chorus 8 ; tempo 108

Opening 8, theme 16, development 24, theme 16, close 8
=> Opening 8, Theme 16, Development 24, Theme 16, Close 8

Verse 1 - 16
Pre-Chorus - 8
Chorus - 16
(same again)
Bridge - 8
Chorus - 16
=> Verse 1 16, Pre-chorus 8, Chorus 16, Verse 1 16, Pre-chorus 8, Chorus 16, Bridge 8, Chorus 16

2 bars of clicks then intro 8 verse 16 (drop out last bar) chorus 8
=> Intro 8, Verse 16, Chorus 8 ; count 8

Intro 8, Verse 16 | Chorus 8 | Verse 16; Chorus 8 / Bridge 8 & Chorus 16
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 16

Intro 8x
Verse 8
Chorus 8
=> Intro ? x8, Verse 8, Chorus 8
`;
