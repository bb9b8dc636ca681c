/** What the guide says: one chapter a task, in the words that stand on the screen. */

export type Chapter = {
  /** Its place on the page. */
  readonly id: string;
  readonly title: string;
  /** What somebody may type who looks for it. */
  readonly words: string;
  /** Paragraphs; steps where they have an order; keys with what they do; an example as text. */
  readonly parts: readonly Part[];
};

export type Part =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'steps'; readonly steps: readonly string[] }
  | { readonly kind: 'keys'; readonly keys: readonly (readonly [keys: string, does: string])[] }
  | { readonly kind: 'example'; readonly text: string };

const text = (words: string): Part => ({ kind: 'text', text: words });
const steps = (...all: string[]): Part => ({ kind: 'steps', steps: all });
const keys = (...all: (readonly [string, string])[]): Part => ({ kind: 'keys', keys: all });

export const CHAPTERS: readonly Chapter[] = [
  {
    id: 'map',
    title: 'What a road map is',
    words: 'sections bars repeat ending vamp part profile numbers begin',
    parts: [
      text(
        'A song is a list of sections in the order in which they are played, each with its bars. A repeat holds sections that come several times; its endings close some of the passes; a vamp goes round until somebody gives the cue. A part is what you have to be able to play: several sections can follow one part, and what is changed in the part changes in all of them.',
      ),
      text(
        'The profile above the rows is the whole song: as wide as it lasts, as high as it is loud. Hatched wedges are fills, pins are cues. Bars are counted twice: as they stand on the page, and as they are played with every repeat.',
      ),
    ],
  },
  {
    id: 'first-song',
    title: 'From a message to a click',
    words: 'paste chat mail message new song quarter of an hour start',
    parts: [
      steps(
        'Under Songs, type a title and press New song. Or open a file there: MIDI, MusicXML, a text, or a file of Ebrant.',
        'In the Text view, choose “Paste what the band sent” and put it in as it came. What was understood stands beside each line; what was guessed is marked, and the profile is drawn while you decide. On a line, O takes the other reading and X leaves it out. Nothing is taken over that you have not seen.',
        'In the view As written, go through the sections: bars, groove, level, feel. Set tempo, meter and count-in at the top; T taps a tempo.',
        'Press Space. It counts in and plays; what is typed meanwhile is heard as soon as it is finished.',
        'Press Export for a file: for players and phones, for the band’s machines, for other programs.',
      ),
    ],
  },
  {
    id: 'recording',
    title: 'A song by ear, from its recording',
    words:
      'listen audio wav mp3 count bars tap beat slow slower offset wave mark take down transcribe',
    parts: [
      steps(
        'In the view Recording of a song, open, drop or paste the recording. It stays on this device and is never sent; everybody opens their own copy, which is lined up with the marks by its sound. Without a recording, tap along to music that plays elsewhere; a microphone can listen.',
        'Press Space, or click on the drawing: it plays from there, slower or faster at its own pitch. Tap the beat with T for two bars; that makes the rest surer. Where no beat is heard, as in a break, it asks for four taps behind it.',
        'Where a section begins, press its key. The mark moves to the beat that it meant, and says by how much. Close to a mark the key 0 puts it right.',
        'What sounds alike is proposed as sections, A, B and so on: name one and take it, or drop it. Nothing that you marked is changed.',
        'The table counts the bars from mark to mark: 7.00 are seven, and it says how late an eighth bar would end. Where it is not sure it says so.',
        'Take the bars and tempos over. The click then plays with the recording; by the buttons for bar 1 it comes earlier or later. Under the levels each of them goes left, right or to both sides: the click in one ear, the recording in the other.',
        'The map beside the recording lists where both part, with the likeliest reason: a bar too many, another tempo, bar 1 beside the beat. Below it, what is heard of the drums in a section, place by place.',
      ),
      keys(
        ['1 to 8', 'Intro, verse, pre-chorus, chorus, bridge, solo, break or outro begins here'],
        ['0', 'The next section of the map begins here'],
        ['9', 'This place has to be checked by ear later; the list below plays it'],
        ['T', 'Tap the beat of the recording'],
        ['E', 'This is the first beat of a bar'],
        ['X', 'A fill begins here, up to the bar line'],
        ['Y', 'Play again from a second before'],
        ['← →', 'On the drawing: a second back or on'],
      ),
    ],
  },
  {
    id: 'rows',
    title: 'A section longer, twice, or moved',
    words: 'rows edit second chorus twice as long duplicate delete order undo mistake yesterday',
    parts: [
      text(
        'Every number is typed where it stands: click on the bars of a section and type. Enter goes down, in the last row it adds a section. × is how often a section comes in a row.',
      ),
      keys(
        ['Ctrl Enter', 'Add a section after the selected one'],
        ['Ctrl D', 'Duplicate it'],
        ['Alt ↑, Alt ↓', 'Move it'],
        ['Ctrl B', 'Put it in a repeat'],
        ['Alt Delete', 'Delete it'],
        ['Ctrl Z', 'Undo, as far back as you like, also after a reload'],
      ),
      text(
        'To make the second chorus twice as long: click on its bars, type the number, Enter. If it follows a part, only this one section changes; the part says what the others do.',
      ),
    ],
  },
  {
    id: 'places',
    title: 'Fills, hits, stops and cues',
    words:
      'ruler fill two beats before chorus cue fermata push choke crash place accent every bar groove change simile pickup',
    parts: [
      text(
        'Select a section and press R: its ruler opens, bar by bar, beat by beat. Arrows move; a letter puts something at the place.',
      ),
      keys(
        ['F', 'A fill from here to the next bar line, or as long as its pattern'],
        ['H, P, S, K', 'A hit, a push, a stop, a choke'],
        ['A', 'An accent: what the groove plays here, struck harder'],
        ['G', 'Another groove from here, or the same in the same manner'],
        ['N', 'The crash is held back here'],
        ['Q', 'A cue: something to listen for, to watch or to remember'],
        ['L, O', 'The level, or the timekeeper, from here'],
        ['D, M', 'A fermata; another meter or tempo'],
      ),
      text(
        'A fill of two beats before the chorus: select the verse, R, go to beat 3 of its last bar, F. It stays in the last bar when the section grows. What holds only on some passes says so: “1 3”, “not 1”, “last”.',
      ),
      text(
        'A hit says what plays it, and may come again: “every bar”, “every 2 bars to bar 8”. A groove that is different in its last bar: go to that bar, G, choose the groove, and let it come again every so many bars. What leads into a section stands in the bar before it, bar 0: a fill in the count-in or the pickup too.',
      ),
      text(
        'Wherever a place is asked you may type it by the section, 3.2&, by the song, song 36.2&, or by the clock, 1:12.4.',
      ),
    ],
  },
  {
    id: 'play',
    title: 'Hear it, from anywhere',
    words: 'space play from bar bridge loop slower live vamp wait levels',
    parts: [
      keys(
        ['Space', 'Play from the selected section, or from the count-in; stop'],
        ['B', 'Play from a bar by its number'],
        ['N', 'On to the next section at the bar line'],
        ['Backspace', 'Again from the top of this section'],
        ['L', 'Leave the vamp at the end of this time'],
        ['P', 'Everybody waits at the bar line, and goes on'],
      ),
      text(
        'To hear it from the bridge: click on the bridge, Space. The minus and plus at the foot make it slower and faster, in per cent of what is written. A song goes on while you look at another page.',
      ),
    ],
  },
  {
    id: 'click',
    title: 'The click and the voice',
    words: 'click sound louder first beat accent subdivision spoken names silent bars',
    parts: [
      text(
        'What clicks is said four times over: for the band under Click, for a set on its page, for a song in its Click view, for a section in its details. Each overrides the one before it, and says only what is different.',
      ),
      text(
        'The first beat is as loud as it may be from the beginning. To make it stand out more, turn down the other beats. Names of sections, numbers of bars and cues are spoken ahead, so that they end before the place they speak of.',
      ),
    ],
  },
  {
    id: 'kit',
    title: 'Grooves, fills and hands',
    words:
      'kit grid pattern sticking staff left-handed groove library typed count aloud cells double pedal learnt',
    parts: [
      text(
        'On the Kit page of a song a groove is drawn on a grid, typed as it is spoken, read on a staff and heard, also slower and one limb alone. Hands are worked out by the school you choose; a hand that you set yourself stays.',
      ),
      text(
        'Under Kit stands the band’s pattern library: grooves and fills that belong to no song in particular, copied into one where they are wanted.',
      ),
      text(
        'A groove is given to a part or to a section, a fill to its place. The easier version that you make of one is played wherever your own kit says so.',
      ),
      text(
        'Under “Tried” a fill is heard alone, round and round, and a pattern is counted aloud with a click on each part of the beat: make it slow at the foot, then faster. “What it asks” tells how hard it is at the song’s tempo, by what you have logged as clean.',
      ),
      text(
        '“Your kit” on the library’s page says what your kit lacks, where things stand, whether the bass drum has two pedals, and which hand leads: stickings follow it. A fill by number is made of five cells; type the numbers, or cells of your own: R and L for the hands, K for the foot, small where it is soft.',
      ),
    ],
  },
  {
    id: 'sets',
    title: 'A set that fits, in a good order',
    words: 'set gig slot time gap order talk straight on fit better order key tempo',
    parts: [
      text(
        'A set adds up its songs with their counts and gaps against the slot. Between two songs there is a gap of seconds, somebody talks, or the next one goes straight on without its count.',
      ),
      text(
        'What is hard there is said under “things to look at” (J): a tempo that nobody counts, a limb that gets no rest, a count that is lost in a loud end, three slow songs together, a song too many. “Better order” (Shift O) looks for the order that takes least; what has to stay where it is, is pinned there first.',
      ),
    ],
  },
  {
    id: 'stage',
    title: 'On stage',
    words: 'stage bars left dark pedal conduct follow baton flag wake lock size light',
    parts: [
      text(
        'S opens the stage view of a set or a song: where you are, how many bars are left, what comes. It moves with the click, by hand with a pedal or the arrow keys (H), or it follows whoever conducts.',
      ),
      text(
        'A drummer or leader takes the baton (K) and plays as ever; every other stage of that set follows, with its bar and beat. Without a network each goes on by itself and says so. The baton is given away, or free again when its device has not been heard for a quarter of a minute.',
      ),
      keys(
        ['F', 'Flag this place: it stands on the set’s page afterwards'],
        ['V', 'Show more or less'],
        ['D', 'Light or dark'],
        ['+, −', 'Larger, smaller'],
        ['Esc, held', 'Leave the stage'],
      ),
    ],
  },
  {
    id: 'offline',
    title: 'Where there is no network',
    words: 'offline take along flight mode cellar hall device download',
    parts: [
      text(
        'The cloud on a set’s page takes it along: its pages, charts and stage, click and spoken words are then on this device, as of the time that it says, and are fetched anew when something changes. On the day of the evening it does so by itself. Edits made without a network are sent later.',
      ),
      text(
        'Browsers keep things only for addresses that begin with https, or on the machine itself. Whoever signs in after you on the same device finds nothing of it.',
      ),
    ],
  },
  {
    id: 'files',
    title: 'Files for the others',
    words: 'export wav midi musicxml bass player message chart print floor list',
    parts: [
      text(
        'Export has three doors. For players and phones: a WAV for the bass player to practise with, the chart, the song as a message. For the band’s machines: MIDI with tempo, meters, markers and words, and a table. For other programs: MusicXML, and the whole song as Ebrant reads it back.',
      ),
      text(
        'The chart prints on one page; a set prints as a list for the floor, or as a booklet of its charts. “What will catch you out” at its head is for whoever has never played the song.',
      ),
    ],
  },
  {
    id: 'text',
    title: 'The song as text',
    words: 'short-hand text type write shorthand view grammar',
    parts: [
      text(
        'The Text view is the same song, to be typed. A line a section; what belongs to places follows after a semicolon. Lines that make no sense yet wait and are said; the others are taken over at once.',
      ),
      {
        kind: 'example',
        text: 'song 126, in 4/4, count 4\nIntro: 8, level 2\nrepeat 2:\nVerse: 16, level 3; fill last.3 "round the toms"\nChorus: 7, level 5\nend\nBridge: 10, feel half-time, level 4; cue 10.1 watch "Odile nods"\nOut: 4, tempo > 138; fermata last.4 3 s',
      },
    ],
  },
  {
    id: 'practise',
    title: 'Practise a passage',
    words:
      'loop ladder slow faster rounds clean timing early late drummer pad kit strokes exercise',
    parts: [
      steps(
        'In the view Practise of a song, choose a section, and how many bars before and after go round with it. Space plays it round after round, from the first tempo to the last.',
        'Up goes on after so many clean rounds, and back a step after one that is not. Two up, one down takes a step back after every two. Slow, fast, target plays it slowly, a step too fast, then at its tempo. What is said of a round decides the next one.',
        'Choose what strokes come from: a MIDI kit, the microphone, a pad on the screen, the key T, or the simulated drummer to see how it works. Each round then says how many strokes were missing or too many, how early or late they were on the mean, and how even. A round counts as clean with at most one stroke in twenty wrong, even to 25 ms.',
        'What came of it stands below the rounds, for you alone: the fastest tempo that was clean, how many rounds and minutes, and how late. Forget it removes it.',
        'A device tells of strokes a little late: Measure it, and strike along with the click twelve times; it is remembered for each device. A microphone may hear the click from a loudspeaker instead, and has to hear you alone after that: use headphones.',
        'Silence, under Click, leaves out bars of the click as a test; what you play there is told by itself. What sounds along is chosen under Heard: layers in the order of learning, or one limb alone.',
      ),
      keys(
        ['Space', 'Play the passage round after round, and stop'],
        ['1', 'This round is clean'],
        ['2', 'This round is not clean'],
        ['T', 'A stroke, where the key T is chosen'],
      ),
    ],
  },
  {
    id: 'plan',
    title: 'What to practise until a gig',
    words: 'plan practise days minutes ready log schedule repeat learn calendar',
    parts: [
      steps(
        'Practise in the head bar makes a plan for a gig or rehearsal: what to do on which day, for how long, from which tempo to which, and why. Type the minutes of a day, and take away the kit where there is none: then there are listening and the pad.',
        'It goes by the songs of the sets and by your log. First what fills most of the songs, then what is hard, flagged on stage or not sure; what is clean at its tempo comes back after a day, six days, and longer. The last day ends with the set in its order.',
        'What is next stands large. Space begins it, 1 says that it is done. What you practise under a song is logged by itself, and the plan is made anew.',
        'What will not be ready is said as soon as it can be known, with the tempo that it reaches at the rate of your log. Easier versions leads to ways to leave something out.',
        'Fills draws fills by number, or those of a song, and plays them in its groove: hear each first, then answer in the silent bar. The same number draws the same.',
        'The log is yours alone. Leaders see which songs are ready, nearly or not yet, if you switch that on.',
      ),
      keys(['Space', 'Begin what is next in the plan'], ['1', 'It is done: log it']),
    ],
  },
  {
    id: 'people',
    title: 'A band and its people',
    words:
      'account invite invitation role leader drummer player guest join leave passphrase passkey recovery code archive delete found',
    parts: [
      steps(
        'People in the head bar shows who is in the band, and what each may do. A leader changes everything and invites; a drummer changes maps, sets and the library; a player reads everything and takes it along; a guest reads maps and sets.',
        'A leader presses Invite, says as what, for how many and for how long, and sends the link or shows the code to a phone’s camera. It can be taken back. Looking at a link uses nothing up.',
        'The three dots beside a name give another role, hand leadership over, take somebody out, or make a link to a new passphrase. The open pages of whoever is taken out stop. What was done stands under What was done.',
        'Your account is in the menu at your name: bands, name and passphrase, passkeys, where you are signed in, a file of what is kept of you. Make recovery codes there and put them by: with one of them you come back when the passphrase is forgotten.',
        'A band that is not played any more is archived: it is read, and changed by nobody. A deleted one can be brought back by a leader for thirty days.',
      ),
    ],
  },
  {
    id: 'deputy',
    title: 'When somebody sits in',
    words: 'deputy dep sub substitute link share guest without account tonight',
    parts: [
      steps(
        'On a set or a song, under the three dots, Link for a deputy makes a link that is good for some days. Whoever has it reads that set alone: what will catch them out in each song first, then charts, stage, and the click to take along, without an account.',
        'They can take it along for a place without a network. You see how often it was opened, and take it back when it is over.',
      ),
    ],
  },
  {
    id: 'history',
    title: 'Who changed what',
    words:
      'history undo restore earlier version as played changes new since log presence here typing initials ring',
    parts: [
      steps(
        'The clock at the top of a song or set opens its history: who did what in which sitting, with a number where others have changed something since you looked. The lists of songs and sets show it too.',
        'Initials in a ring are people who look at the same song or set now; beside a section they say that somebody is there, and a pencil that they type. At the foot of a section’s details stands who changed it last.',
        'Take back undoes one thing and leaves the rest, as a new change. Where two people wrote at once, both are said, and Take theirs puts the other one in.',
        'Before and After draw the song as it was beside today’s, and say what is different. Make it so again brings all of it back; undo takes that back too. Give a moment a name, such as “as played on the quay”; when a gig or rehearsal began, it is remembered by itself.',
      ),
    ],
  },
  {
    id: 'notes',
    title: 'Notes in the margin',
    words: 'note remark comment ask question answer private margin reminder',
    parts: [
      steps(
        'The sheet at the top of a song or set opens its notes. Write one at the whole, at a section, or at a bar in it; it stays with its section wherever that moves.',
        'Choose who reads it: everybody, everybody but guests, leaders and drummers, or only you. What is only yours shows on your own stage and chart, and on nobody else’s.',
        'Ask somebody: it is counted for them at the song, and stands at the top of their sets until it is settled. An answer is read by whoever reads the question.',
      ),
      keys(['Alt N', 'Show the notes, or write one']),
    ],
  },
  {
    id: 'calendar',
    title: 'Gigs in your own calendar',
    words: 'calendar ics ical subscribe rehearsal dates file',
    parts: [
      steps(
        'Under Sets, In my calendar makes a secret address, yours alone, that the calendar on your phone subscribes to. Renew it when it went astray; it ends by itself when you leave the band.',
        'From a calendar file puts somebody else’s rehearsal in, in the time of its place.',
      ),
    ],
  },
  {
    id: 'care',
    title: 'Ears and arms',
    words: 'hearing loud level practice pain health exposure',
    parts: [
      text(
        'A kit and in-ear monitors are loud, and a click is turned up to be heard over them. Start low; levels must be measured at the ear; local rules and an audiologist come first. Practise, Ears adds up what an evening comes to by two published tables, and how much quieter it would have to be. Rest when it hurts: fast practice for a long time harms wrists, elbows and backs.',
      ),
    ],
  },
];
