import type { Feel, RoadMap } from '@/core/roadmap';
import { roadMap } from './notation';

const HALF_TIME: Partial<Feel> = { backbeat: 'half-time' };
const DOUBLE_TIME: Partial<Feel> = { backbeat: 'double-time' };
const SHUFFLE: Partial<Feel> = { swing: { of: 'eighths', ratio: 2 }, style: 'shuffle' };
const TRAIN: Partial<Feel> = { style: 'train beat' };
const FOUR: Partial<Feel> = { style: 'four on the floor' };
const WALTZ: Partial<Feel> = { style: 'sailors’ waltz' };

export type DemoSong = {
  readonly title: string;
  readonly arrangements: readonly (readonly [name: string, map: RoadMap])[];
};

const recorded = (title: string, map: RoadMap): DemoSong => ({
  title,
  arrangements: [['As recorded', map]],
});

/** The repertoire of The Saltreach Nine. All of it is invented. */
export const SALTREACH_SONGS: readonly DemoSong[] = [
  recorded(
    'Slack Water',
    roadMap({ tempo: 96 }, [
      ['Intro', 4, '2'],
      ['Verse', 16, '2', { feel: { style: 'cross-stick' } }],
      ['Chorus', 8, '3'],
      ['Verse', 16, '3'],
      ['Chorus', 8, '4'],
      ['Bridge', 8, '3 > 5'],
      ['Chorus', 8, '5', { times: 2 }],
      ['Out', 4, '3 > 1'],
    ]),
  ),
  recorded(
    'Nine Mile Ferry',
    roadMap({ tempo: 126, countIn: 6, pickup: 2 }, [
      ['Intro', 8, '2', { feel: TRAIN }],
      ['Verse', 16, '2 > 3', { feel: TRAIN }],
      ['Lift', 2, '3 > 4'],
      ['Chorus', 7, '5'],
      ['Verse', 16, '3', { feel: TRAIN }],
      ['Lift', 2, '3 > 4'],
      ['Chorus', 7, '5'],
      ['Break', 4, '1'],
      ['Bridge', 10, '3 > 5', { feel: HALF_TIME }],
      ['Chorus', 7, '5', { times: 2 }],
      ['Out', 4, '4', { tempo: '> 138' }],
    ]),
  ),
  recorded(
    'Lantern over the Weir',
    roadMap({ tempo: 64, unit: 'dotted-quarter', meter: '6/8', countIn: 6 }, [
      ['Accordion', 8, '1', { feel: WALTZ }],
      ['Verse', 16, '2', { feel: WALTZ }],
      ['Refrain', 8, '3'],
      ['Verse', 16, '2', { feel: WALTZ }],
      ['Refrain', 8, '4'],
      ['Fiddle', 16, '3', { feel: WALTZ }],
      ['Refrain', 8, '4', { times: 2 }],
      ['Out', 4, '2 > 1', { tempo: '> 50' }],
    ]),
  ),
  recorded(
    'Low Tide Blues',
    roadMap({ tempo: 58, unit: 'dotted-quarter', meter: '12/8', countIn: 12 }, [
      ['Turnaround', 4, '2'],
      ['Chorus 1', 12, '2'],
      ['Chorus 2', 12, '3'],
      ['Guitar', 12, '3 > 5'],
      ['Organ', 12, '4 > 2'],
      ['Last chorus', 12, '5'],
      ['Tag', 2, '4', { times: 3 }],
    ]),
  ),
  recorded(
    'Seven at the Harbour Wall',
    roadMap({ tempo: 132, meter: '7/8 2+2+3', countIn: 7 }, [
      ['Riff', 4, '3', { times: 2 }],
      ['Dance', 8, '4', { times: 2 }],
      ['Clarinet', 8, '3'],
      ['Dance', 8, '4'],
      ['Stamp', 4, '5'],
      ['Clarinet', 8, '3 > 4'],
      ['Dance', 8, '5', { times: 2 }],
      ['Riff', 4, '5'],
    ]),
  ),
  recorded(
    'Five Bells',
    roadMap({ tempo: 150, meter: '5/4 3+2', countIn: 5 }, [
      ['Bells', 8, '2'],
      ['Bells with bass', 8, '2 > 4'],
      ['Verse', 16, '3', { meter: '4/4' }],
      ['Chorus', 8, '5'],
      ['Verse', 16, '3'],
      ['Chorus', 8, '5', { times: 2 }],
      ['Bells', 4, '4 > 2', { meter: '5/4 3+2' }],
    ]),
  ),
  recorded(
    'Rope Walk Shuffle',
    roadMap({ tempo: 138 }, [
      ['Intro', 4, '4', { feel: SHUFFLE }],
      ['Verse', 12, '3', { feel: SHUFFLE }],
      ['Verse', 12, '3', { feel: SHUFFLE }],
      ['Horns', 8, '4', { feel: SHUFFLE }],
      ['Solo', 12, '4', { feel: SHUFFLE, times: 2 }],
      ['Verse', 12, '3', { feel: SHUFFLE }],
      ['Out', 4, '5', { feel: SHUFFLE }],
    ]),
  ),
  recorded(
    'Millstone',
    roadMap({ tempo: 104 }, [
      ['Intro', 8, '2 > 3'],
      ['Verse', 12, '3'],
      ['Chorus', 8, '4'],
      ['Verse', 12, '3'],
      ['Chorus', 8, '4'],
      ['Bridge', 8, '5', { feel: HALF_TIME }],
      ['Down', 4, '1 > 3'],
      ['Chorus', 8, '5', { times: 2 }],
    ]),
  ),
  {
    title: 'Quay Lights',
    arrangements: [
      [
        'As recorded',
        roadMap({ tempo: 120 }, [
          ['Intro', 8, '3', { feel: FOUR }],
          ['Verse', 16, '3', { feel: FOUR }],
          ['Chorus', 8, '4'],
          ['Verse', 16, '3', { feel: FOUR }],
          ['Chorus', 8, '4'],
          ['Middle', 8, '2 > 4'],
          ['Last chorus', 16, '5', { feel: DOUBLE_TIME }],
          ['Out', 4, '5'],
        ]),
      ],
      [
        'Short version',
        roadMap({ tempo: 120 }, [
          ['Intro', 4, '3', { feel: FOUR }],
          ['Verse', 16, '3', { feel: FOUR }],
          ['Chorus', 8, '4'],
          ['Middle', 8, '2 > 4'],
          ['Last chorus', 8, '5', { feel: DOUBLE_TIME }],
          ['Out', 4, '5'],
        ]),
      ],
    ],
  },
  recorded(
    'Three Ways Home',
    roadMap({ tempo: 116 }, [
      ['Intro', 6, '2'],
      ['Verse', 12, '3'],
      ['Lift', 4, '3 > 4'],
      ['Chorus', 8, '4'],
      ['First ending', 5, '3'],
      ['Verse', 12, '3'],
      ['Lift', 4, '3 > 4'],
      ['Chorus', 20, '5'],
      ['Second ending', 5, '3'],
      ['Verse', 12, '2'],
      ['Lift', 4, '2 > 4'],
      ['Chorus', 8, '5'],
      ['Last bars', 2, '5'],
    ]),
  ),
  recorded(
    'While the Kettle Sings',
    roadMap({ tempo: 100 }, [
      ['Vamp', 4, '1', { times: 8 }],
      ['Tune', 16, '3'],
      ['Vamp', 4, '1', { times: 4 }],
      ['Tune', 16, '4'],
      ['Out', 2, '2'],
    ]),
  ),
  recorded(
    'Not Yet, Not Yet',
    roadMap({ tempo: 158 }, [
      ['Intro', 8, '4'],
      ['Verse', 16, '3'],
      ['Chorus', 16, '5'],
      ['Verse', 16, '3'],
      ['Chorus', 16, '5'],
      ['False ending', 2, '5'],
      ['Nothing', 2, '1', { click: false }],
      ['Chorus', 16, '5'],
      ['Out', 4, '5'],
    ]),
  ),
  recorded(
    'Hauling Up',
    roadMap({ tempo: 96 }, [
      ['Call', 8, '1'],
      ['Answer', 8, '2'],
      ['Haul', 16, '2 > 5', { tempo: '96 > 144' }],
      ['Reel', 16, '5', { times: 3 }],
      ['Slower', 4, '4', { tempo: '> 108 bar steps' }],
      ['Call', 8, '3'],
    ]),
  ),
  recorded(
    'Gannet Street',
    roadMap({ tempo: 178, countIn: 8 }, [
      ['Intro', 8, '4'],
      ['Verse', 10, '3'],
      ['Chorus', 7, '5'],
      ['Verse', 10, '3'],
      ['Chorus', 7, '5'],
      ['Horns', 16, '4'],
      ['Verse', 10, '3 > 4'],
      ['Chorus', 7, '5', { times: 3 }],
      ['Out', 3, '5'],
    ]),
  ),
  recorded(
    'Last Boat',
    roadMap({ tempo: 108 }, [
      ['Piano verse', 16, '1'],
      ['Verse', 16, '2'],
      ['Chorus', 8, '3'],
      ['Verse', 16, '3'],
      ['Chorus', 8, '4'],
      ['Climb', 8, '3 > 5'],
      ['Chorus', 8, '5', { times: 2 }],
      ['Last line', 4, '4 > 2', { tempo: '> 72 by time' }],
      ['Last note', 1, '4'],
    ]),
  ),
];

/** The repertoire of the Loft Street Chapel team. All of it is invented. */
export const LOFT_STREET_SONGS: readonly DemoSong[] = [
  recorded(
    'Ordinary Light',
    roadMap({ tempo: 72 }, [
      ['Keys', 4, '1'],
      ['Verse', 8, '1', { times: 2 }],
      ['Chorus', 8, '3'],
      ['Verse', 8, '2'],
      ['Chorus', 8, '4', { times: 2 }],
      ['Bridge', 8, '2 > 5', { times: 2 }],
      ['Chorus', 8, '5'],
      ['Out', 4, '2 > 1'],
    ]),
  ),
  recorded(
    'Stairs to the Loft',
    roadMap({ tempo: 68, unit: 'dotted-quarter', meter: '6/8', countIn: 6 }, [
      ['Intro', 4, '2'],
      ['Verse', 16, '2'],
      ['Chorus', 16, '4'],
      ['Verse', 16, '3'],
      ['Chorus', 16, '5'],
      ['Out', 8, '3 > 1'],
    ]),
  ),
  recorded(
    'Bread and Lamplight',
    roadMap({ tempo: 124 }, [
      ['Intro', 8, '3'],
      ['Verse', 16, '3'],
      ['Chorus', 16, '4'],
      ['Verse', 16, '3'],
      ['Chorus', 16, '5'],
      ['Out', 8, '4'],
    ]),
  ),
];
