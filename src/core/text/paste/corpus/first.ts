/** See `samples`. */
export const FIRST = `
Intro - 8 bars drums only
V1 16
CH x2 (8)
Bridge 7 !!!
out 4 w/ ritard
=> Intro 8, Verse 1 16, Chorus 8 x2, Bridge 7, Outro 4

Intro 4
Verse 16
Chorus 8
Verse 16
Chorus 8
Outro 8
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Outro 8

1. Intro (4)
2. Verse 1 (16)
3. Chorus (8)
4. Verse 2 (16)
5. Chorus (8)
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8

Intro: 8 bars
Verse: 12 bars
Pre-chorus: 4 bars
Chorus: 8 bars x 2
=> Intro 8, Verse 12, Pre-chorus 4, Chorus 8 x2

- intro 4b
- verse 16b
- chorus 8b
- middle 8 8b
- chorus 8b
=> Intro 4, Verse 16, Chorus 8, Middle eight 8, Chorus 8

Tempo 120
4/4
Intro 8
Verse 16 half time
Chorus 16 loud
=> Intro 8, Verse 16, Chorus 16

♩=96, 6/8
Intro 4 bars
Verse 8 bars
Refrain 8 bars
=> Intro 4, Verse 8, Chorus 8

Section	Bars	Notes
Intro	8	drums only
Verse	16	closed hats
Chorus	8	ride
=> Intro 8, Verse 16, Chorus 8

| Section | Bars | Times |
|---|---|---|
| Intro | 4 | 1 |
| Verse | 16 | 2 |
| Chorus | 8 | 1 |
=> Intro 4, Verse 16 x2, Chorus 8

#,Section,Bars
1,Intro,4
2,Verse,16
3,Chorus,8
=> Intro 4, Verse 16, Chorus 8

Intro 8 / V1 16 / CH 8 / V2 16 / CH 8 / BR 10 / CH 8 x2 / Out 4
=> Intro 8, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Bridge 10, Chorus 8 x2, Outro 4

Intro 4, Verse 16, Chorus 8, Solo 16, Chorus 8
=> Intro 4, Verse 16, Chorus 8, Solo 16, Chorus 8

0:00 Intro 4 bars
0:08 Verse 16 bars
0:40 Chorus 8 bars
=> Intro 4, Verse 16, Chorus 8

8 bar intro
16 bar verse
8 bar chorus
8 bar guitar solo
=> Intro 8, Verse 16, Chorus 8, Guitar solo 8

8 bars intro, drums tacet
16 bars verse, quiet
8 bars chorus, big
=> Intro 8, Verse 16, Chorus 8

Intro – eight bars
Verse – sixteen bars
Chorus – eight bars, twice
=> Intro 8, Verse 16, Chorus 8 x2

INTRO 4
VERSE 1 16
PRE 4
CHORUS 1 8
VERSE 2 16
PRE 4
CHORUS 2 16
=> Intro 4, Verse 1 16, Pre-chorus 4, Chorus 1 8, Verse 2 16, Pre-chorus 4, Chorus 2 16

Intro 8m
=> Intro 8

Intro 4 meas.
Verse 16 meas.
Chorus 8 meas.
=> Intro 4, Verse 16, Chorus 8

Count in 4
Intro 2 x 4 bars
Verse 4 x 4 bars
=> Intro 4 x2, Verse 4 x4

Intro 4+4
Verse 8+8
Chorus 4+3
=> Intro 8, Verse 16, Chorus 7

Vamp 4 until cue
Head 12
Solo 12 x4
Head 12
Tag 2 x3
=> Vamp 4, Head 12, Solo 12 x4, Head 12, Tag 2 x3

* Intro [4]
* Verse [16]
* Chorus [8]
=> Intro 4, Verse 16, Chorus 8

Intro 4 > Verse 16 > Chorus 8 > Bridge 8 > Chorus 8
=> Intro 4, Verse 16, Chorus 8, Bridge 8, Chorus 8

Verse (16 bars, train beat)
Chorus (8 bars, four on the floor)
Breakdown (4 bars, no drums)
=> Verse 16, Chorus 8, Breakdown 4

Intro 8 swing
Verse 12 swing
Shout chorus 12 ff
Out 4 rit.
=> Intro 8, Verse 12, Shout 12, Outro 4

verse 16
chorus 8
verse 16
chorus 8
last chorus 16
ending 4 fade
=> Verse 16, Chorus 8, Verse 16, Chorus 8, Last chorus 16, Ending 4

1) Intro 4
2) Verse 8
3) Lift 2
4) Chorus 7
=> Intro 4, Verse 8, Lift 2, Chorus 7

Intro  .......  4
Verse  ....... 16
Chorus ....... 8
=> Intro 4, Verse 16, Chorus 8

Intro = 4 bars
Verse = 16 bars
Chorus = 8 bars
=> Intro 4, Verse 16, Chorus 8

bars 1-8 intro
bars 9-24 verse
bars 25-32 chorus
=> Intro 8, Verse 16, Chorus 8

Intro 4 bars (pads only, no drums)
Verse 1 8 bars (cross stick)
Chorus 8 bars (full band)
=> Intro 4, Verse 1 8, Chorus 8

Interlude 4
Instrumental 8
Turnaround 2
Coda 4
=> Interlude 4, Instrumental 8, Turnaround 2, Coda 4

Bridge 8 builds
Break 2
Drop 16
Outro 8 slows down
=> Bridge 8, Break 2, Drop 16, Outro 8

intro x2 (4 bars)
verse x2 (8 bars)
chorus x3 (8 bars)
=> Intro 4 x2, Verse 8 x2, Chorus 8 x3

Verse 8 bars double time
Chorus 8 bars half-time feel
Solo 16 bars on the ride
=> Verse 8, Chorus 8, Solo 16

Intro 4 counts of 8
Verse 8 counts of 8
=> Intro 8, Verse 16

Riff 4
Riff 4 with drums
Verse 16
Riff 4
=> Riff 4, Riff 4, Verse 16, Riff 4

Intro 8

Verse 16


Chorus 8
---
Out 4
=> Intro 8, Verse 16, Chorus 8, Outro 4

V 16
C 8
V 16
C 8
B 8
C 8
=> Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 8, Chorus 8

Right, here we go:
intro is 8, just hats
verse is 16
chorus is 8 then straight back to verse 16
chorus 8 twice to end
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8 x2

[Intro] 4 bars
[Verse 1] 16 bars
[Chorus] 8 bars
[Verse 2] 16 bars
[Chorus] 8 bars
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8

A 16
A 16
B 8
A 16
=> A 16, A 16, B 8, A 16

Intro (8)
Vs 1 (16)
Pre Ch (4)
Ch 1 (8)
Vs 2 (16)
Pre Ch (4)
Ch 2 (8)
Mid 8 (8)
Ch 3 (16)
=> Intro 8, Verse 1 16, Pre-chorus 4, Chorus 1 8, Verse 2 16, Pre-chorus 4, Chorus 2 8, Middle eight 8, Chorus 3 16

BPM: 132
Meter: 7/8
riff 4x2
dance 8x2
clarinet 8
dance 8
=> Riff 4 x2, Dance 8 x2, Clarinet 8, Dance 8

Part;Bars
Intro;8
Verse;16
Chorus;8
=> Intro 8, Verse 16, Chorus 8

Intro 8 bars @ 96
Verse 16 bars
Last chorus 8 bars accel to end
=> Intro 8, Verse 16, Last chorus 8

Start with guitar alone for 4
Verse 16 (drums in on the second half)
Chorus 8
=> Guitar alone 4, Verse 16, Chorus 8

I: 4
V: 16
C: 8
V: 16
C: 8
O: 4
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Outro 4

1st verse 12 bars
2nd verse 12 bars
bridge 7 bars (yes seven)
3rd verse 12 bars
=> Verse 1 12, Verse 2 12, Bridge 7, Verse 3 12

Intro	4
Verse	16
Chorus	8
=> Intro 4, Verse 16, Chorus 8

> Intro 4
> Verse 8
> Chorus 8
>
> thanks, see you Saturday
=> Intro 4, Verse 8, Chorus 8

Verse 1 - 16 - closed hats
Verse 2 - 16 - open hats on the end of the line
Chorus - 8 - crash on one
=> Verse 1 16, Verse 2 16, Chorus 8

Horn intro: 4 bars
Verse: 12 bars
Horn break: 4 bars
Verse: 12 bars
=> Horn intro 4, Verse 12, Horn break 4, Verse 12

Intro: 2 measures
Verse: 8 measures (x2)
Chorus: 8 measures
Repeat verse and chorus
Outro: 4 measures
=> Intro 2, Verse 8 x2, Chorus 8, Verse 8, Chorus 8, Outro 4

Introduction, four bars
First verse, sixteen bars
Refrain, eight bars
Second verse, sixteen bars
Refrain, eight bars, repeated
=> Intro 4, Verse 1 16, Chorus 8, Verse 2 16, Chorus 8 x2

12/8 slow blues, 58 bpm
4 bar turnaround
12 bars x 5
2 bar tag x 3
=> Turnaround 4, Tag 2 x3

Intro 8 - V 16 - C 8 - V 16 - C 8 - Br 10 - C 8
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 10, Chorus 8

Intro 4 (keys)
Vamp 4 till the nod from Odile
Tune 16
Vamp
Tune 16
Out 2
=> Intro 4, Vamp 4, Tune 16, Vamp 4, Tune 16, Outro 2

Verse 16 bars, watch the stop in bar 15
Chorus 8 bars
SOLO 16 bars (sax)
chorus 8 bars
Big ending: 4 bars, hold the last chord
=> Verse 16, Chorus 8, Solo 16, Chorus 8, Big ending 4

Hi all! for sunday – key G → A for last chorus. 74bpm click, feels like half time till V2. Intro 4 (pads only), V1 16 no drums till bar 9 (swells), PC 4, C 8, turn 2, V2 12 (yes 12!), PC 4, C 8 x2, B 8 build ×3 – toms, toms+snare, all in – DROP, C down 8 no crash, C full 8, Tag last line x3, hold. Wren pls keep fills on 2+4 so we don't lose people. drums: 3 bar lead into B3? parking is round the back
=> Intro 4, Verse 1 16, Pre-chorus 4, Chorus 8, Turnaround 2, Verse 2 12, Pre-chorus 4, Chorus 8 x2, Bridge 8 x3, Chorus 8, Chorus 8, Tag ? x3 ; tempo 74

Flow: intro 8 verse 16 chorus 8 verse 16 chorus 8 out 4
=> Intro 8, Verse 16, Chorus 8, Verse 16, Chorus 8, Outro 4

Form: V1 C V2 C B C C Tag
V=16, C=8, B=12, Tag=4
=> Verse 1 16, Chorus 8, Verse 2 16, Chorus 8, Bridge 12, Chorus 8, Chorus 8, Tag 4

Verse 1
Out on the water the lanterns are low
G       D        Em      C
Nobody told me the way we should go

Chorus
Carry me over, carry me home
C     G     D

Verse 2
Down in the harbour the engines are slow

Chorus
=> Verse 1 ?, Chorus ?, Verse 2 ?, Chorus ?

Ablauf: Intro 4 Takte, Strophe 16, Refrain 8, Strophe 16, Refrain 8, Schluss 4
=> Intro 4, Verse 16, Chorus 8, Verse 16, Chorus 8, Ending 4

Intro 4 compases
Estrofa 16 compases
Estribillo 8 compases x2
Puente 8
Final 4
=> Intro 4, Verse 16, Chorus 8 x2, Bridge 8, Ending 4

Intro : 4 mesures
Couplet 1 : 16 mesures
Refrain : 8 mesures
Pont : 8 mesures, sans batterie
Refrain : 8 mesures, deux fois
=> Intro 4, Verse 1 16, Chorus 8, Bridge 8, Chorus 8 x2

Introdução 4 compassos
Verso 16 compassos
Refrão 8 compassos
Ponte 8 compassos
Refrão 8 compassos 2 vezes
=> Intro 4, Verse 16, Chorus 8, Bridge 8, Chorus 8 x2

0:00-0:16 intro 8
0:16-0:48 verse 16
0:48-1:04 chorus 8
=> Intro 8, Verse 16, Chorus 8

[21:04] Odile: intro 8 just me
[21:04] Odile: verse 16
[21:05] Tamsin: and the chorus 8 x2
[21:06] Wren: ok see you there
=> Intro 8, Verse 16, Chorus 8 x2

Bars 1-24 main beat
25-32 bridge (sim.)
33-40 main beat
=> Main beat 24, Bridge 8, Main beat 8

vesre 16
chrous 8
brigde 8
chorus 8 x2
=> Verse 16, Chorus 8, Bridge 8, Chorus 8 x2

A1 16, A2 16, B 8, A3 16
=> A1 16, A2 16, B 8, A3 16

Intro 12 (3x4), verse 8 + 8, chorus 8
=> Intro 12, Verse 16, Chorus 8

half note = 110
2 bar count
Intro 8
Verse 16
=> Intro 8, Verse 16 ; tempo 110, count 8

110 click, feels like 55
Intro 4
V 16
C 8
=> Intro 4, Verse 16, Chorus 8 ; tempo 110

Granary - 126 bpm
Intro 8
Verse 16
Chorus 8

Lantern Street - 92 bpm
Intro 4
Verse 8
Chorus 8
=> Intro 8, Verse 16, Chorus 8 | Intro 4, Verse 8, Chorus 8

Soundcheck at 5, doors 7. Black shirts please.
Intro 8
Verse 16
Chorus 8
Parking behind the hall, bring 2 spare sticks.
=> Intro 8, Verse 16, Chorus 8

Part | First bar
Intro | 1
Verse | 9
Chorus | 25
Out | 33
End | 37
=> Intro 8, Verse 16, Chorus 8, Outro 4, Ending ?

Intro 8
Verse 16
Chorus 8
repeat from the top
Out 4
=> Intro 8, Verse 16, Chorus 8, Intro 8, Verse 16, Chorus 8, Outro 4
`;
