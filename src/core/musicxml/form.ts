import {
  endingFor,
  type FormNode,
  formOf,
  type RepeatNode,
  type RoadMap,
  servedBy,
} from '../roadmap';
import { barTicks, type Meter, TICKS_PER_QUARTER, ticks } from '../time';
import { compile, type Passage, secondsAt, type Timeline } from '../timeline';

/** One measure as it is written. */
type Measure = {
  readonly meter: Meter;
  /** How long it lasts, in seconds. */
  readonly seconds: number;
  readonly name?: string;
  readonly forward?: boolean;
  /** A repeat that ends here, and how often it is played. */
  readonly backward?: number;
  readonly endingStart?: string;
  readonly endingStop?: string;
};

/**
 * A road map as a MusicXML score of one percussion part with bars of rest. Tempos are given measure
 * by measure, so that each measure lasts as long as in the timeline, ramps included; time that
 * stands still is added to the measure before it. A section or repeat whose passes differ in length
 * or time is written out pass by pass.
 */
export const formAsMusicXml = (map: RoadMap, title: string): string =>
  documentOf(title, measuresOf(map));

export const measuresOf = (map: RoadMap): Measure[] => {
  const timeline = compile(map);
  return written(formOf(map), [...timeline.passages], timeline);
};

/** Measures of some nodes; takes the passages that they play off the front of the list. */
const written = (nodes: readonly FormNode[], left: Passage[], timeline: Timeline): Measure[] =>
  nodes.flatMap((node) =>
    node.kind === 'section'
      ? sectionMeasures(left.splice(0, node.section.times), timeline)
      : repeatMeasures(node, left, timeline),
  );

const passageMeasures = (passage: Passage, timeline: Timeline): Measure[] => {
  const { bars } = timeline;
  return Array.from({ length: passage.bars }, (_, index) => {
    const bar = bars[passage.firstPlayed + index - 1]!;
    const end = secondsAt(timeline.tempo, ticks(bar.startTicks + barTicks(bar.meter)));
    return {
      meter: bar.meter,
      seconds: end - bar.startSeconds,
      ...(index === 0 && { name: passage.name }),
    };
  });
};

/** Folded where all times are alike. */
const sectionMeasures = (passages: readonly Passage[], timeline: Timeline): Measure[] => {
  const passes = passages.map((passage) => passageMeasures(passage, timeline));
  const first = passes[0] ?? [];
  return passes.length > 1 && comesBack(first) && passes.every((pass) => alike(pass, first))
    ? bracketed(first, passes.length)
    : passes.flat();
};

const bracketed = (measures: readonly Measure[], times: number): Measure[] =>
  measures.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { forward: true }),
    ...(index === measures.length - 1 && { backward: times }),
  }));

const EXACT = 1e-9;

const alike = (a: readonly Measure[], b: readonly Measure[]): boolean =>
  a.length === b.length &&
  a.every((measure, index) => {
    const other = b[index]!;
    return (
      Math.abs(measure.seconds - other.seconds) < EXACT &&
      measure.meter.numerator === other.meter.numerator &&
      measure.meter.denominator === other.meter.denominator
    );
  });

/** Readers do not go back to the meter with which a repeat began: only what ends in it is folded. */
const comesBack = (measures: readonly Measure[]): boolean => {
  const [first, last] = [measures[0], measures.at(-1)];
  return (
    first !== undefined &&
    first.meter.numerator === last!.meter.numerator &&
    first.meter.denominator === last!.meter.denominator
  );
};

type PassOf = { readonly body: Measure[]; readonly ending: Measure[]; readonly plain: boolean };

const repeatMeasures = (node: RepeatNode, left: Passage[], timeline: Timeline): Measure[] => {
  const { times } = node.repeat;
  const passes = Array.from({ length: times }, (_, index): PassOf => {
    const ending = endingFor(node, index + 1);
    const body = written(node.body, left, timeline);
    const close = written(ending?.body ?? [], left, timeline);
    return { body, ending: close, plain: ![...body, ...close].some(isBracketed) };
  });
  const first = passes[0]!;
  const same = passes.every(
    ({ plain, body, ending }) =>
      plain && alike(body, first.body) && comesBack([...body, ...ending]),
  );
  const folded = same && comesBack(first.body) ? foldEndings(node, passes) : undefined;
  return folded ?? passes.flatMap(({ body, ending }) => [...body, ...ending]);
};

const isBracketed = ({ forward, backward }: Measure): boolean =>
  Boolean(forward) || backward !== undefined;

/** Body and endings with their brackets; nothing where an ending lasts differently by pass. */
const foldEndings = (node: RepeatNode, passes: readonly PassOf[]): Measure[] | undefined => {
  const { times } = node.repeat;
  const [first] = passes as [PassOf];
  if (passes.every(({ ending }) => ending.length === 0)) return bracketed(first.body, times);
  const used = node.endings.filter((one) => ownPasses(node, one).length > 0);
  const complete = passes.every(({ ending }) => ending.length > 0);
  if (!complete || used.length === 0) return undefined;
  const body = first.body.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { forward: true }),
  }));
  const closes = used.map((one) => {
    const own = ownPasses(node, one);
    const each = own.map((pass) => passes[pass - 1]!.ending);
    return each.every((ending) => alike(ending, each[0]!))
      ? { own, measures: each[0]! }
      : undefined;
  });
  if (closes.some((close) => close === undefined)) return undefined;
  return [
    ...body,
    ...closes.flatMap((close) => endingMeasures(close!.measures, close!.own, times)),
  ];
};

const ownPasses = (node: RepeatNode, one: RepeatNode['endings'][number]): number[] =>
  servedBy(one.ending, node.repeat.times).filter((pass) => endingFor(node, pass) === one);

const endingMeasures = (
  measures: readonly Measure[],
  passes: readonly number[],
  times: number,
): Measure[] => {
  const number = passes.join(', ');
  const last = passes.includes(times);
  return measures.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { endingStart: number }),
    ...(index === measures.length - 1 && {
      endingStop: number,
      ...(!(last && passes.length === 1) && { backward: passes.length + (last ? 0 : 1) }),
    }),
  }));
};

/** Text as XML has it: what it may not hold (control characters, halves of a pair) is left out. */
const escaped = (text: string): string =>
  [...text]
    .filter(
      (letter) =>
        letter >= ' ' && !/[\ud800-\udfff\ufffe\uffff]/.test(letter.length > 1 ? '' : letter),
    )
    .join('')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

const DIVISIONS = 32;

const documentOf = (title: string, measures: readonly Measure[]): string => {
  let meter: Meter | undefined;
  const body = measures.map((measure, index) => {
    const changed =
      !meter ||
      meter.numerator !== measure.meter.numerator ||
      meter.denominator !== measure.meter.denominator;
    meter = measure.meter;
    return measureXml(measure, index + 1, changed || Boolean(measure.forward));
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0">
  <work><work-title>${escaped(title)}</work-title></work>
  <part-list><score-part id="P1"><part-name>Drums</part-name></score-part></part-list>
  <part id="P1">
${body.join('\n')}
  </part>
</score-partwise>
`;
};

const measureXml = (measure: Measure, number: number, tellMeter: boolean): string => {
  const { meter, seconds, name, forward, backward, endingStart, endingStop } = measure;
  const quarters = barTicks(meter) / TICKS_PER_QUARTER;
  const perMinute = (60 * quarters) / seconds;
  const lines = [
    (forward || endingStart) &&
      `<barline location="left">${endingStart ? `<ending number="${endingStart}" type="start"/>` : ''}${forward ? '<repeat direction="forward"/>' : ''}</barline>`,
    (number === 1 || tellMeter) && attributesXml(meter, number === 1),
    `<direction placement="above"><direction-type>${name === undefined ? '<words/>' : `<rehearsal>${escaped(name)}</rehearsal>`}</direction-type><sound tempo="${perMinute}"/></direction>`,
    `<note><rest measure="yes"/><duration>${quarters * DIVISIONS}</duration></note>`,
    (backward !== undefined || endingStop) &&
      `<barline location="right">${endingStop ? `<ending number="${endingStop}" type="${backward === undefined ? 'discontinue' : 'stop'}"/>` : ''}${backward === undefined ? '' : `<repeat direction="backward" times="${backward}"/>`}</barline>`,
  ].filter(Boolean);
  return `    <measure number="${number}">\n      ${lines.join('\n      ')}\n    </measure>`;
};

const attributesXml = ({ numerator, denominator }: Meter, first: boolean): string =>
  `<attributes>${first ? `<divisions>${DIVISIONS}</divisions>` : ''}<time><beats>${numerator}</beats><beat-type>${denominator}</beat-type></time>${first ? '<clef><sign>percussion</sign></clef>' : ''}</attributes>`;
