import type { Operation } from '../../base/document';
import { setFields } from '../../base/document';
import { listed } from '../../base/words';
import { clock } from '../../music/time';
import { named, remarkId } from '../saying';
import type { SongFacts } from './facts';
import { slowRuns } from './slow';
import { stepsBetween } from './steps';

/** One thing worth saying about a set. */
export type SetRemark = {
  /** The same for the same matter, so that one that was dismissed stays away. */
  readonly id: string;
  readonly sentence: string;
  /** The item that it speaks of: the later one of two. */
  readonly item: string | undefined;
  readonly fix: { readonly label: string; readonly operations: readonly Operation[] } | undefined;
};

type Judged = {
  /** In the order they are played. */
  readonly songs: readonly SongFacts[];
  /** From the first count to the last bar, gaps included. */
  readonly seconds: number;
  /** The time that the set may take, in seconds. */
  readonly slot: number | undefined;
  /** Ids of remarks that are not to come back. */
  readonly dismissed?: ReadonlySet<string>;
};

/** What there is to say about a set as a whole and about its neighbours, in the order of the songs. */
export const remarksOnSet = (judged: Judged): SetRemark[] => {
  const { dismissed = new Set() } = judged;
  return [...onTime(judged), ...onNeighbours(judged), ...onSlowSongs(judged)].filter(
    ({ id }) => !dismissed.has(id),
  );
};

const idsOf = (songs: readonly SongFacts[]): string[] => songs.map(({ id }) => id);

const onNeighbours = ({ songs }: Judged): SetRemark[] =>
  songs.slice(1).flatMap((after, index) => {
    const before = songs[index]!;
    return stepsBetween(before, after).flatMap(({ kind, remark }) =>
      remark
        ? [
            {
              id: remarkId(kind, [before.id, after.id]),
              sentence: remark.sentence,
              item: after.id,
              fix: remark.gap && {
                label: `A gap of ${'seconds' in remark.gap ? remark.gap.seconds : 0} s`,
                operations: [setFields('items', before.id, { gap: remark.gap })],
              },
            },
          ]
        : [],
    );
  });

const onSlowSongs = ({ songs }: Judged): SetRemark[] =>
  slowRuns(songs).map((run) => ({
    id: remarkId('slow', idsOf(run)),
    sentence: `${listed(run.map(({ title }) => named(title)))} are slow and follow one another: ${listed(run.map(({ felt }) => String(Math.round(felt))))} a minute as they are felt.`,
    item: run.at(-1)?.id,
    fix: undefined,
  }));

/** A time that is short by less than this (s) is nobody's trouble. */
const NEGLIGIBLE = 5;
/** So much of a slot may be left, and so long (s) that no song has room in it. */
const MOST_LEFT = 0.15;
const SHORT_SONG = 150;

const onTime = ({ songs, seconds, slot }: Judged): SetRemark[] => {
  if (slot === undefined || songs.length === 0) return [];
  const over = seconds - slot;
  if (over > NEGLIGIBLE) {
    const shortest = toLeaveOut(songs, over);
    return [
      {
        id: remarkId('over', idsOf(songs)),
        sentence: `The set is ${clock(over)} over its slot.${shortest ? ` Without ${named(shortest.title)} it fits.` : ' No single song that is left out would make it fit.'}`,
        item: shortest?.id,
        fix: shortest && {
          label: `Leave out ${named(shortest.title)}`,
          operations: [{ type: 'remove', in: 'items', id: shortest.id }],
        },
      },
    ];
  }
  if (-over < Math.max(slot * MOST_LEFT, SHORT_SONG)) return [];
  return [
    {
      id: remarkId('under', idsOf(songs)),
      sentence: `${clock(-over)} of the slot are left: there is room for another song.`,
      item: undefined,
      fix: undefined,
    },
  ];
};

/** The shortest song whose leaving out is enough; the first and the last are kept, and what is pinned. */
const toLeaveOut = (songs: readonly SongFacts[], over: number): SongFacts | undefined =>
  songs
    .slice(1, -1)
    .filter(
      (song) =>
        song.keeps === null &&
        song.seconds + ('seconds' in song.gap ? song.gap.seconds : 0) >= over,
    )
    .toSorted((a, b) => a.seconds - b.seconds)[0];
