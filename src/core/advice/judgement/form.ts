import { removeRecord, rowsOf } from '../../song/editing';
import { endingFor, passesText, type RepeatNode, servedBy } from '../../song/roadmap';
import { type Check, named, type Remark, remark } from './remark';

const repeatsOf = ({ map }: Parameters<Check>[0]): RepeatNode[] =>
  rowsOf(map).flatMap((row) => (row.kind === 'repeat' ? [row.node] : []));

const firstSection = ({ body, endings }: RepeatNode): string | undefined => {
  const node = [...body, ...endings.flatMap((ending) => ending.body)].find(
    ({ kind }) => kind === 'section',
  );
  return node?.kind === 'section' ? node.section.id : undefined;
};

/** An ending that no pass reaches, or only passes that an earlier one takes. */
const unreached: Check = (look) =>
  repeatsOf(look).flatMap((node) =>
    node.endings.flatMap((one): Remark[] => {
      const { ending } = one;
      const served = servedBy(ending, node.repeat.times);
      const own = served.filter((pass) => endingFor(node, pass) === one);
      if (own.length > 0) return [];
      const why =
        served.length === 0
          ? `the repeat is played ${node.repeat.times} times`
          : 'an ending above it takes the same pass';
      return [
        remark({
          code: 'unreached',
          about: [ending.id, passesText(ending.passes), String(node.repeat.times)],
          section: firstSection(node) ?? '',
          ...placeOf(look, firstSection(node)),
          sentence: `No pass reaches the ending for ${passesText(ending.passes)}: ${why}.`,
          fix:
            one.body.length === 0
              ? { label: 'Delete it', operations: [removeRecord('endings', ending.id)] }
              : undefined,
        }),
      ];
    }),
  );

/** Passes of a repeat that go straight on although others have an ending. */
const withoutEnding: Check = (look) =>
  repeatsOf(look).flatMap((node): Remark[] => {
    const { id, times } = node.repeat;
    if (node.endings.length === 0) return [];
    const open = Array.from({ length: times }, (_, index) => index + 1).filter(
      (pass) => !endingFor(node, pass),
    );
    if (open.length === 0) return [];
    const passes = open.length === 1 ? `Pass ${open[0]}` : `Passes ${open.join(', ')}`;
    return [
      remark({
        code: 'straight',
        about: [id, String(times), open.join()],
        section: firstSection(node) ?? '',
        ...placeOf(look, firstSection(node)),
        sentence: `${passes} of ${times} ${open.length === 1 ? 'has' : 'have'} no ending and ${open.length === 1 ? 'goes' : 'go'} straight on.`,
      }),
    ];
  });

const placeOf = ({ timeline }: Parameters<Check>[0], section: string | undefined) => {
  const passage = timeline.passages.find((one) => one.section === section);
  return passage ? { passage } : {};
};

/** What goes on until a cue that nobody has named. */
const vampsWithoutCue: Check = (look) => [
  ...Object.values(look.map.sections)
    .filter(({ vamp }) => vamp && vamp.cue.trim() === '')
    .map(({ id, name }) =>
      remark({
        code: 'vamp',
        about: [id],
        section: id,
        ...placeOf(look, id),
        sentence: `${named(name)} goes on until a cue, but not which. Who gives it, or what changes?`,
      }),
    ),
];

/** Sections that no pass ever comes to. */
const neverPlayed: Check = ({ map, timeline }) => {
  const played = new Set(timeline.passages.map(({ section }) => section));
  return Object.values(map.sections)
    .filter(({ id }) => !played.has(id))
    .map(({ id, name }) =>
      remark({
        code: 'never',
        about: [id],
        section: id,
        sentence: `${named(name)} is never played.`,
      }),
    );
};

export const formChecks: readonly Check[] = [
  unreached,
  withoutEnding,
  vampsWithoutCue,
  neverPlayed,
];
