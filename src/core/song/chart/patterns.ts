import type { Pattern } from '../../music/kit';
import type { RoadMap } from '../roadmap';
import type { Timeline } from '../timeline';

/** The grooves that a song plays, in the order they come, then its written fills and hits. */
export const patternsPlayed = (map: RoadMap, timeline: Timeline): Pattern[] => {
  const grooves = timeline.passages.flatMap(({ groove, tacet }, index) => {
    if (tacet) return [];
    const changes = timeline.details.flatMap((one) =>
      one.kind === 'groove' && one.passage === index ? (one.detail.groove ?? []) : [],
    );
    return [...(groove ? [groove] : []), ...changes];
  });
  const fills = timeline.details.flatMap((one) =>
    one.kind === 'fill' || one.kind === 'hit' ? (one.detail.pattern ?? []) : [],
  );
  return [...new Set([...grooves, ...fills])].flatMap((id) => map.patterns[id] ?? []);
};
