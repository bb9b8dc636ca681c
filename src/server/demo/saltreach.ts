import type { SongTexts } from './songTexts';

/** The songs of the dance band, as short-hand. */
export const SALTREACH_TEXTS: SongTexts = {
  'Slack Water': {
    'As recorded': `
song 96, in 4/4, count 4
groove Quay pedal = hf 2 4, bd 1 3
groove Bridge toms, note "Both hands down the drums; the foot pushes" = ft 1 1& 2& 3 3& 4&, sn >2 >4, bd 1 2& 3
groove Quay cross-stick, note "Cross-stick low on the drum; the foot stays soft" = hh 8ths, sn 2:x 4:x, bd 1 2& 3 | bd 1 2& 3 4&
groove Tide chorus, note "Right arm moves to the ride a bar early" = hh 8ths, sn >2 (3a) >4, bd 1 2& 3 3&
groove Tide chorus light, easier of Tide chorus = hh 8ths, sn >2 >4, bd 1 3
fill Snare to floor, 2 beats, leading = sn 3 3e 3& 3a, t1 4, ft 4& 4a
fill Snare build, note "Start low: the build is eight bars long" = sn 1 1& 2 2& 3 3e 3& 3a 4 4e 4& 4a, louder 1.1 to end
part Verse groove = 16, level 2, timekeeper closed, feel cross-stick, groove Quay cross-stick
part Chorus groove = 8, level 4, timekeeper ride, groove Tide chorus
Intro: 4, level 2, timekeeper pedal, groove Quay pedal
Verse: part Verse groove; cue 9.1 listen "second guitar comes in"
Chorus: part Chorus groove, level 3; fill last.3 "snare to floor tom" plays "Snare to floor"
Verse: part Verse groove, level 3, timekeeper half-open
Chorus: part Chorus groove
Bridge: 8, level 3 > 5, groove Bridge toms; fill last.1 "build on the snare" plays "Snare build"; no-crash 1.1
Chorus: part Chorus groove, level 5, x 2; hit last.4& "horns" on last
Out: 4, level 3 > 1, groove Quay pedal; cue last.1 fade "last bar rings"`,
  },
  'Nine Mile Ferry': {
    'As recorded': `
song 126, in 4/4, count 6, pickup 2, recording 0:03.2
groove Ferry train, alternating, note "Hands even, accents from the wrist; do not rush when both are busy" = sn (1) (1e) >1& (1a) (2) (2e) >2& (2a) (3) (3e) >3& (3a) (4) (4e) >4& (4a), bd quarters, hf 2 4
groove Ferry train light, easier of Ferry train = sn (1) >1& (2) >2& (3) >3& (4) >4&, bd 1 3
groove Ferry train shaker, plus percussion of Ferry train = hh 16ths, sn >2 >4, bd quarters
groove Ferry chorus, note "Backbeat deep, ride on the shoulder" = hh 8ths, sn >2 >4, bd 1 2& 3 | bd 1 2& 3 4&
groove Open water = hh quarters, sn >3, bd 1 2&
fill Round the toms, leading, note "Right hand is free for the crash" = t1 1 1e 1& 1a, t2 2 2e 2& 2a, ft 3 3e 3& 3a, sn >4 4e 4& >4a
fill Two of snare, 1 beats = sn 4 4e 4& 4a
fill Open two, 2 beats, leading = sn >3, t1 3& 3a, ft >4 4& 4a
part Train = 16, level 3, feel train beat, timekeeper closed, groove Ferry train
part Chorus groove = 7, level 5, timekeeper ride, groove Ferry chorus
Intro: 8, part Train, level 2
Verse: part Train, level 2 > 3; cue 1.1 remember "no crash: it comes on the 4"; no-crash 1.1; cue 9.1 listen "accordion run" check
Lift: 2, level 3 > 4, groove Ferry chorus; fill last.1 "round the toms" plays "Round the toms"
Chorus: part Chorus groove; fill last.4 "one beat of snare" plays "Two of snare"
Verse: part Train; cue last.1 listen "Tam counts the lift" by "Tam"
Lift: 2, level 3 > 4, groove Ferry chorus; fill last.1 "round the toms" plays "Round the toms"
Chorus: part Chorus groove; stop last.3
Break: 4, tacet; cue 1.1 watch "all stop, accordion alone" warn 2 bars
Bridge: 10, level 3 > 5, feel half-time, groove Open water; cue 1.1 watch "nod, then in" by "Odile"; fill last.3 "open" plays "Open two"
Chorus: part Chorus groove, x 2; push last.4& "with the horns" on last; fill last.4
Vamp: 4, x 2, level 4, groove Ferry chorus, vamp "Odile lifts the bow"
Out: 4, level 5, tempo > 138, groove Ferry train; choke last.4`,
    'Small line-up': `
song 126, in 4/4, count 6, pickup 2, recording 0:03.2
groove Small train = sn (1) >1& (2) >2& (3) >3& (4) >4&, bd 1 3
groove Small chorus = hh 8ths, sn >2 >4, bd 1 3
part Train = 16, level 3, feel train beat, timekeeper closed, groove Small train
part Chorus groove = 7, level 4, timekeeper closed, groove Small chorus
Intro: 8, part Train, level 2
Verse: part Train, level 2 > 3; no-crash 1.1
Lift: 2, level 3 > 4, groove Small chorus; fill last.3 "snare only"
Chorus: part Chorus groove; fill last.4 "two beats of snare"
Verse: part Train
Lift: 2, level 3 > 4, groove Small chorus; fill last.3 "snare only"
Chorus: part Chorus groove; stop last.3
Bridge: 10, level 3 > 5, groove Small chorus, feel half-time; fill last.3 "open"
Chorus: part Chorus groove, x 2
Out: 4, level 5, groove Small train, tempo > 138; choke last.4`,
  },
  'Lantern over the Weir': {
    'As recorded': `
song q. 64, in 6/8, count 6
groove Sailors’ six = hh 8ths, sn 4:x, bd 1
groove Refrain six = hh 8ths, sn >4 (6), bd 1 3
fill Three on the toms, 3 beats = t1 4, t2 5, ft 6
part Waltz = 16, level 2, feel sailors’ waltz, timekeeper closed, groove Sailors’ six
part Refrain groove = 8, level 3, timekeeper half-open, groove Refrain six
Accordion: 8, part Waltz, level 1, timekeeper pedal
repeat 3:
  Verse: part Waltz; pass last: timekeeper half-open
  Refrain: part Refrain groove; pass not 1: level 4; fill last.4 "three on the toms" plays "Three on the toms"
ending 1:
  Answer: 4, part Waltz, timekeeper pedal; cue 1.1 listen "accordion alone"
ending 2:
  Fiddle: part Waltz, level 3, timekeeper ride; cue 9.1 listen "fiddle goes up the octave"
ending 3:
  Out: 4, level 2 > 1, groove Sailors’ six, tempo > 50; fermata end 3 s
end`,
  },
  'Low Tide Blues': {
    'As recorded': `
song q. 58, in 12/8, count 12
groove Twelve eights = hh 8ths, sn >4 >10, bd 1 6 7
part Slow blues = 12, level 3, timekeeper closed, groove Twelve eights
Turnaround: 4, level 2, part Slow blues
Chorus 1: part Slow blues, level 2
Chorus 2: part Slow blues
Guitar: part Slow blues, level 3 > 5, timekeeper ride
Organ: part Slow blues, level 4 > 2; from 9.1 level 2
Last chorus: part Slow blues, level 5, timekeeper crash; stop 11.4 to 12.1 "break"
Tag: 2, x 3, level 4, groove Twelve eights; cue 1.1 remember "three times, then stop" on 1; fermata last.10 2 s on last`,
  },
  'Seven at the Harbour Wall': {
    'As recorded': `
song 132, in 7/8 2+2+3, count 7
groove Stamp = ft >1 >3 >5, bd 1 3 5
groove Wall riff = hh 1 3 5 6 7, sn >3 >7, bd 1 5
groove Wall dance, note "Count 2 + 2 + 3; the last three lean" = hh 8ths, sn >3 >6, bd 1 4 5
fill Last three, 3 beats = sn 5 5&, t1 6 6&, ft 7 7&
part Riff groove = 4, level 3, timekeeper closed, groove Wall riff
part Dance groove = 8, level 4, timekeeper ride, groove Wall dance
Riff: part Riff groove, x 2
Dance: part Dance groove, x 2; fill last.5 "last three" plays "Last three" on last
Clarinet: 8, part Riff groove
Dance: part Dance groove
Stamp: 4, level 5, groove Stamp; hit 1.1 "feet"; hit 2.1 "feet"; hit 3.1 "feet"; fill last.5
Clarinet: 8, part Riff groove, level 3 > 4
Dance: part Dance groove, level 5, x 2
Riff: part Riff groove, level 5; choke last.7`,
  },
  'Five Bells': {
    'As recorded': `
song 150, in 5/4 3+2, count 5
groove Five by foot, note "Count three and two; the bell is on one" = hf 1 4, bd 1 3& 4
groove Bells rock, in 4/4 = hh 8ths, sn >2 >4, bd 1 2& 3
groove Bells chorus, in 4/4 = hh quarters, sn >2 >4, bd 1 1& 3 3&
fill Into four, in 5/4 3+2, 2 beats = sn 4 4& >5, t1 5&
part Bells groove = 8, level 2, timekeeper pedal, groove Five by foot
part Rock = 16, level 3, timekeeper closed, groove Bells rock
part Chorus groove = 8, level 5, timekeeper crash, groove Bells chorus
Bells: part Bells groove; hit 1.1 "bell"; hit 3.1 "bell"; hit 5.1 "bell"; hit 7.1 "bell"
Bells with bass: part Bells groove, level 2 > 4; fill last.4 "into four" plays "Into four"; cue last.1 count "Odile counts four" by "Odile" warn 4 beats
Verse: part Rock, in 4/4
Chorus: part Chorus groove
Verse: part Rock
Chorus: part Chorus groove, x 2
Bells: 4, part Bells groove, level 4 > 2, in 5/4 3+2`,
  },
  'Rope Walk Shuffle': {
    'As recorded': `
song 138, in 4/4, count 4
groove Shuffle, note "The skip stays light; backbeat deep" = hh 8ths, sn >2 (2&) >4 (4&), bd 1 3
fill Triplets, 2 beats = sn >3, t1 3+1/3 3+2/3, t2 4 4+1/3, ft 4+2/3
part Shuffle = 12, level 3, feel swung eighths 2:1 + shuffle, timekeeper closed, groove Shuffle
Intro: 4, part Shuffle, level 4; fill last.3 "triplets" plays "Triplets"
Verse: part Shuffle, x 2
Horns: 8, part Shuffle, level 4; hit 2.4& "horns"; hit 4.4& "horns"; hit 6.4& "horns"
Solo: part Shuffle, level 4, x 2, timekeeper ride; cue 1.1 watch "tenor may take another" by "Odile" on last
Verse: part Shuffle
Out: 4, part Shuffle, level 5; stop last.3`,
  },
  Millstone: {
    'As recorded': `
song 104, in 4/4, count 4
groove Mill wheel = hh 8ths, sn 2 (2a) 4, bd 1 1& 3a
groove Mill chorus = hh 8ths, sn >2 >4, bd 1 2& 3 3a
groove Half wheel = hh quarters, sn >3, bd 1 2& 4&
groove Hats alone = hh 8ths
fill Pick-up, 1 beats = sn 4 4e 4& 4a
part Mill = 12, level 3, timekeeper closed, groove Mill wheel
part Chorus groove = 8, level 4, timekeeper half-open, groove Mill chorus
Intro: 8, level 2 > 3, part Mill
repeat 2:
  Verse: part Mill; pass 2: timekeeper half-open
  Chorus: part Chorus groove; fill last.4 "pick-up on the snare" plays "Pick-up"
end
Bridge: 8, level 5, feel half-time, timekeeper crash, groove Half wheel; fill 4.1 to 5.1 "one bar, toms"
Down: 4, level 1 > 3, groove Hats alone; cue 1.1 remember "drop to the hats"
Chorus: part Chorus groove, level 5, x 2`,
  },
  'Quay Lights': {
    'As recorded': `
song 120, in 4/4, count 4
groove Four on the floor = hh 1& 2& 3& 4&, sn 2 4, bd quarters
groove Lights chorus = hh 1&:o 2&:o 3&:o 4&:o, sn >2 >4, bd quarters
groove Lights by one = hh quarters, bd 1 3
groove Lights double = hh 8ths, sn >1& >2& >3& >4&, bd quarters
fill Long roll = sn 16ths, louder 1.1 to end
part Floor = 16, level 3, feel four on the floor, timekeeper closed, groove Four on the floor
part Chorus groove = 8, level 4, timekeeper open, groove Lights chorus
Intro: 8, part Floor
repeat 2:
  Verse: part Floor; pass 2: timekeeper half-open
  Chorus: part Chorus groove; fill last.3
end
Middle: 8, level 2 > 4, groove Lights by one; cue 5.1 listen "lights come up one by one"; fill last.1 "long roll" plays "Long roll"
Last chorus: 16, level 5, feel double-time, timekeeper ride, groove Lights double
Out: 4, level 5, groove Lights chorus; hit last.1 "end"`,
    'Short version': `
song 120, in 4/4, count 4
groove Four on the floor = hh 1& 2& 3& 4&, sn 2 4, bd quarters
groove Lights chorus = hh 1&:o 2&:o 3&:o 4&:o, sn >2 >4, bd quarters
groove Lights by one = hh quarters, bd 1 3
groove Lights double = hh 8ths, sn >1& >2& >3& >4&, bd quarters
fill Long roll = sn 16ths, louder 1.1 to end
part Floor = 16, level 3, feel four on the floor, timekeeper closed, groove Four on the floor
part Chorus groove = 8, level 4, timekeeper open, groove Lights chorus
Intro: 4, part Floor
Verse: part Floor
Chorus: part Chorus groove; fill last.3
Middle: 8, level 2 > 4, groove Lights by one; fill last.1 "long roll" plays "Long roll"
Last chorus: 8, level 5, feel double-time, timekeeper ride, groove Lights double
Out: 4, level 5, groove Lights chorus; hit last.1 "end"`,
  },
  'Three Ways Home': {
    'As recorded': `
song 116, in 4/4, count 4
groove Walking = hh 8ths, sn 2:x 4:x, bd 1 2& 3
groove Home chorus = hh 8ths, sn >2 >4, bd 1 1& 3 3&
groove Home lift = ft 8ths, bd quarters
part Walking = 12, level 3, timekeeper closed, groove Walking
part Chorus groove = 8, level 4, timekeeper ride, groove Home chorus
Intro: 6, level 2, groove Walking
repeat 3:
  Verse: part Walking; pass last: level 2
  Lift: 4, level 3 > 4, groove Home lift; fill last.3 "snare"; pass last: level 2 > 4
  Chorus: part Chorus groove; pass 2: 20, level 5; pass last: level 5; cue 9.1 remember "solo: twelve more" on 2
ending 1 2:
  Turn: 5, level 3, groove Walking; fill last.1 "open"
end
Last bars: 2, level 5, groove Home lift; hit last.3 "out"`,
  },
  'While the Kettle Sings': {
    'As recorded': `
song 100, in 4/4, count 4
groove Kettle brushes = sn (1) (1&) (2) (2&) (3) (3&) (4) (4&), hf 2 4
groove Kettle tune = hh 8ths, sn 2 4, bd 1 3 3&
part Brush = 4, level 1, timekeeper pedal, groove Kettle brushes
part Tune groove = 16, level 3, timekeeper closed, groove Kettle tune
Vamp: part Brush, x 8, vamp "announcement is over"; cue 1.1 watch "Odile raises a hand" by "Odile" on 1
Tune: part Tune groove; fill last.4
Vamp: part Brush, x 4, vamp "raffle is drawn"
Tune: part Tune groove, level 4
Out: 2, level 2; choke last.4`,
  },
  'Not Yet, Not Yet': {
    'As recorded': `
song 158, in 4/4, count 4
groove Fast = hh 8ths, sn 2 4, bd 1 3
groove Fast chorus = hh quarters, sn >2 >4, bd 1 1& 3
part Fast = 16, level 3, timekeeper closed, groove Fast
part Chorus groove = 16, level 5, timekeeper crash, groove Fast chorus
Intro: 8, part Fast, level 4
repeat 2:
  Verse: part Fast
  Chorus: part Chorus groove; fill last.3
end
False ending: 2, level 5; hit 1.1 "all"; stop 1.2 to 2.1
Nothing: 2, tacet, no click; cue 1.1 remember "do not move" ; cue last.4 watch "Odile breathes in" by "Odile" warn 2 beats
Chorus: part Chorus groove
Out: 4, level 5, groove Fast; hit last.1; stop last.2`,
  },
  'Hauling Up': {
    'As recorded': `
song 96, in 4/4, count 4
groove Answer = hf 2 4, bd 1
groove Haul, note "Each first beat a little earlier than it feels" = ft quarters, bd 1 3
groove Reel = hh 8ths, sn >2 >4, bd 1 2& 3
fill Up to the reel = sn 1 1& 2 2& 3 3e 3& 3a 4 4e 4& 4a, louder 1.1 to end
part Reel groove = 16, level 5, timekeeper ride, groove Reel
Call: 8, level 1, tacet; cue last.1 listen "last line of the call"
Answer: 8, level 2, timekeeper pedal, groove Answer
Haul: 16, level 2 > 5, groove Haul, tempo 96 > 144; fill last.1 "up to the reel" plays "Up to the reel"; cue 9.1 remember "keep pulling, not pushing"
Reel: part Reel groove, x 3; fill last.4; pass last: timekeeper crash
Slower: 4, level 4, groove Reel, tempo > 108 bar steps; fermata last.4 2 s "all together"`,
  },
  'Gannet Street': {
    'As recorded': `
song 178, in 4/4, count 8
groove Skipping, note "Elbows in; it is over before it tires" = hh 8ths, sn 2 4, bd 1 2& 3
groove Gannet chorus = hh quarters, sn >2 >4, bd 1 1& 3 3&
part Skipping = 10, level 3, timekeeper closed, groove Skipping
part Chorus groove = 7, level 5, timekeeper crash, groove Gannet chorus
Intro: 8, part Skipping, level 4; hit 8.2 "horns"; hit 8.3 "horns"; hit 8.4 "horns"
repeat 2:
  Verse: part Skipping; cue 9.1 remember "two more than you think"; pass 2: timekeeper half-open
  Chorus: part Chorus groove; fill last.4
end
Horns: 16, level 4, part Skipping, timekeeper ride
Quiet verse: part Skipping, tacet; cue 1.1 remember "drums out, click stays"; cue last.1 count "in on four" warn 4 beats
Chorus: part Chorus groove, x 3; fill last.4; pass last: 8
Out: 3, level 5, groove Gannet chorus; stop last.3`,
  },
  'Last Boat': {
    'As recorded': `
song 108, in 4/4, count 4
groove Boat verse = hh quarters, sn 2:x 4:x, bd 1 3&
groove Boat chorus = hh 8ths, sn >2 >4, bd 1 2& 3
groove Boat climb = ft 8ths, sn >4, bd quarters
part Verse groove = 16, level 2, timekeeper closed, groove Boat verse
part Chorus groove = 8, level 4, timekeeper ride, groove Boat chorus
Piano verse: 16, level 1, tacet; cue last.3 listen "boat horn in the piano" ; fill last.4 "pick-up"
Verse: part Verse groove
Chorus: part Chorus groove, level 3; fill last.3
Verse: part Verse groove, level 3, timekeeper half-open
Chorus: part Chorus groove
Climb: 8, level 3 > 5, groove Boat climb; fill last.1 "four, everything"
Chorus: part Chorus groove, level 5, x 2
Last line: 4, level 4 > 2, groove Boat verse, tempo > 72 by time; cue 1.1 watch "slows down" by "Odile"
Last note: 1, level 4; fermata 1.1 4 s "Odile’s bow"; choke 1.4`,
  },
};
