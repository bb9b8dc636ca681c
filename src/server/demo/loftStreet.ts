import type { SongTexts } from './songTexts';

/** The songs of the chapel team, as short-hand. */
export const LOFT_STREET_TEXTS: SongTexts = {
  'Ordinary Light': {
    'As recorded': `
song 72, in 4/4, count 4
groove Light verse = hh 8ths, sn 2:x 4:x, bd 1 3
groove Light chorus = hh 8ths, sn >2 >4, bd 1 2a 3
groove Light half = hh quarters, sn >3, bd 1 2&
fill Snare stays, 1 beats = sn 4 4&, t1 4a
part Verse = 8, level 1, timekeeper closed, feel cross-stick, groove Light verse
part Chorus = 8, level 3, timekeeper open, groove Light chorus
Keys: 4, level 1, tacet; cue last.1 listen "keys hold the last chord"
Verse: part Verse, x 2; pass 2: level 2, timekeeper half-open
Chorus: part Chorus; fill last.4 "one beat, snare stays" plays "Snare stays"
Verse: part Verse, level 2
Chorus: part Chorus, level 4, x 2
Bridge: 8, x 2, level 2 > 5, feel half-time, groove Light half; cue 1.1 watch "leader may go round again" by "Perpetua" warn 2 bars
Chorus: part Chorus, level 5
Out: 4, level 2 > 1, groove Light verse; cue last.1 fade "let it ring"`,
  },
  'Stairs to the Loft': {
    'As recorded': `
song q. 68, in 6/8, count 6
groove Stairs = hh 8ths, sn 4, bd 1
groove Stairs up = hh 8ths, sn >4, bd 1 3
groove Stairs soft = hh 1 4, bd 1
fill Toms up, 3 beats = ft 4, t2 5, t1 6
part Verse = 16, level 2, timekeeper closed, groove Stairs
part Chorus = 16, level 4, timekeeper ride, groove Stairs up
Intro: 4, level 2, groove Stairs soft
repeat 2:
  Verse: part Verse; pass 2: level 3
  Chorus: part Chorus; pass 2: level 5; fill last.4 "toms up" plays "Toms up"
end
Out: 8, level 3 > 1, groove Stairs soft`,
  },
  'Bread and Lamplight': {
    'As recorded': `
song 124, in 4/4, count 4
groove Bread = hh 1& 2& 3& 4&, sn 2 4, bd quarters
groove Bread soft = hh quarters, bd 1 3
part Groove = 16, level 3, feel four on the floor, groove Bread
Intro: 8, level 3, groove Bread soft
Verse: part Groove
Chorus: part Groove, level 4; hit 8.4& "all"
Verse: part Groove
Chorus: part Groove, level 5
Vamp: 4, x 4, level 3, groove Bread soft, vamp "announcement is over"; cue 1.1 watch "leader lifts a hand" by "Perpetua"
Out: 8, level 4, groove Bread`,
  },
};
