import { rateOf } from '../../music/time';
import type { RoadMap, TempoChange } from '../roadmap';
import { type Timeline, toldTempos } from '../timeline';

/** Whether a change of tempo at a bar of a section (from 1) is told on any of its passes. */
export type TellsTempo = (section: string, bar: number, change: TempoChange) => boolean;

/** Which of the changes of tempo that a map writes are large enough to be told. */
export const tellsTempo = ({ start }: RoadMap, { tempo, bars, passages }: Timeline): TellsTempo => {
  const told = toldTempos(tempo, rateOf(start.tempo));
  return (section, bar, { kind }) => {
    const played = passages.filter((passage) => passage.section === section);
    return (
      played.length === 0 ||
      played.some(({ firstPlayed, startTicks, ticks }) => {
        const from = bars[firstPlayed - bars[0]!.played + bar - 1]?.startTicks ?? startTicks;
        const to = kind === 'ramp' ? startTicks + ticks : from + 1;
        return told.some((segment) => segment.startTicks >= from && segment.startTicks < to);
      })
    );
  };
};

/** What a chart says where changes of tempo are too small to be listed; else nothing. */
export const smallTempos = ({ start }: RoadMap, { tempo }: Timeline): string => {
  const entering = rateOf(start.tempo);
  const told = toldTempos(tempo, entering);
  const isLeftOut = tempo.some(
    (segment, index) =>
      (segment.from !== (tempo[index - 1]?.to ?? entering) || segment.to !== segment.from) &&
      !told.includes(segment),
  );
  return isLeftOut ? 'changes of tempo under 1 % are not listed' : '';
};
