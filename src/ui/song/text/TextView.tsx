'use client';

import { Button, Textarea, UnstyledButton } from '@mantine/core';
import { type ChangeEvent, useEffect, useMemo, useRef, useState } from 'react';
import { aligned, difference } from '@/core/advice/compare';
import { parseDocument } from '@/core/base/document';
import { sentence } from '@/core/base/result';
import { type RoadMap, roadMapKind } from '@/core/song/roadmap';
import {
  mendShorthand,
  parseShorthand,
  printShorthand,
  type TextProblem,
} from '@/core/text/shorthand';
import { type Draft, useDraft } from '../../document';
import { newId } from '../../shared/newId';
import { useSong } from '../SongContext';
import { Paste } from './Paste';
import classes from './TextView.module.css';

type Props = {
  /** What the text says so far, to be drawn; nothing where it says what the map says. */
  readonly onPreview: (map: RoadMap | undefined) => void;
};

/** The last text that made sense, the map that it says, and how that map prints. */
type Base = { readonly text: string; readonly map: RoadMap; readonly printed: string };

/** What is kept beside a text that could not be taken over: what it was typed into. */
type Kept = { readonly text: string; readonly map: RoadMap };

const FIELD = 'text';
const LABEL = 'The song as text';

/**
 * The road map as short-hand. What is typed is drawn at once and taken over with every keystroke, line
 * by line: a line with an error stays as typed, here and after a reload, until it is mended or given
 * up, and the map goes on with what that line said before.
 */
const TextView = ({ onPreview }: Props) => {
  const { map, mayEdit, edit } = useSong();
  const printed = useMemo(() => printShorthand(map), [map]);
  const [draft, keep] = useDraft(FIELD);
  const [base, setBase] = useState<Base>(
    () => baseOf(draft?.more) ?? { text: printed, map, printed },
  );
  const [typed, setTyped] = useState<string>();
  const [line, setLine] = useState(1);
  const [pasting, setPasting] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);
  const text = draft?.text ?? typed ?? printed;
  const problems = useMemo(() => problemsOf(draft), [draft]);

  // Somebody else has changed the map, or it was undone: the text follows unless it is being mended.
  useEffect(() => {
    if (map === base.map || draft) return;
    // What is being typed says the same in other words: it stays as it is.
    const same = printed === base.printed;
    setBase({ text: same ? base.text : printed, map, printed });
    if (!same) setTyped(undefined);
  }, [map, printed, base, draft]);
  useEffect(() => () => onPreview(undefined), [onPreview]);

  const type = (event: ChangeEvent<HTMLTextAreaElement>) => {
    const next = event.currentTarget.value;
    setTyped(next);
    setLine(lineOf(event.currentTarget));
    const mended = mendShorthand(base.text, next);
    const found = mended?.problems ?? parseShorthand(next, newId).problems;
    // Where nothing of it can be taken over it is drawn all the same, as far as it is understood.
    onPreview(mended ? undefined : parseShorthand(next, newId).map);
    const taken = mended ? takeOver(mended.text) : undefined;
    const wrong = found.length > 0 || taken?.refused;
    const { text: good, map: said } = taken?.base ?? base;
    keep(
      wrong
        ? {
            label: draftLabel(found),
            text: next,
            message: taken?.refused ?? found[0]?.message ?? '',
            more: { text: good, map: said } satisfies Kept,
          }
        : undefined,
    );
  };

  /** Edits what a text without problems says, against the map that the last one was in step with. */
  const takeOver = (
    good: string,
  ): { readonly base: Base; readonly refused: string | undefined } => {
    const parsed = parseShorthand(good, newId);
    const wanted = aligned(base.map, parsed.map);
    const problem = edit(difference(base.map, wanted), true);
    if (problem) return { base, refused: sentence(problem) };
    const next = { text: good, map: wanted, printed: printShorthand(wanted) };
    setBase(next);
    return { base: next, refused: undefined };
  };
  const jump = ({ line: to, column, length }: TextProblem) => {
    const from = offsetOf(text, to) + column;
    area.current?.focus();
    area.current?.setSelectionRange(from, from + length);
    setLine(to);
  };
  const shown = problems.find((one) => one.line === line) ?? problems[0];
  if (pasting) {
    return <Paste map={map} edit={edit} onPreview={onPreview} onDone={() => setPasting(false)} />;
  }
  return (
    <div className={classes.view}>
      <div className={classes.editor}>
        <pre aria-hidden="true" className={classes.marks}>
          {marked(text, problems)}
        </pre>
        <Textarea
          ref={area}
          aria-label={LABEL}
          // Undoing here takes back typing in this text, as the browser has it.
          data-own-undo
          aria-invalid={problems.length > 0}
          variant="unstyled"
          classNames={{ input: classes.text }}
          value={text}
          rows={Math.max(12, text.split('\n').length + 2)}
          readOnly={!mayEdit}
          spellCheck={false}
          onChange={type}
          onKeyUp={({ currentTarget }) => setLine(lineOf(currentTarget))}
          onClick={({ currentTarget }) => setLine(lineOf(currentTarget))}
        />
        {shown && (
          <output
            className={classes.bubble}
            style={{
              top: `calc(${shown.line} * var(--line-height) + 12px)`,
              left: `calc(${Math.min(60, shown.column)} * 1ch + 12px)`,
            }}
          >
            {shown.message}
          </output>
        )}
      </div>
      <aside className={classes.help}>
        {mayEdit && (
          <Button variant="subtle" size="compact-sm" onClick={() => setPasting(true)}>
            Paste what the band sent
          </Button>
        )}
        {problems.length > 0 ? (
          <>
            <p>
              {problems.length === 1
                ? 'This line is kept as typed'
                : 'These lines are kept as typed'}{' '}
              and taken over once mended; the others are taken over as you type.
            </p>
            <ul>
              {problems.slice(0, 12).map((problem) => (
                <li key={`${problem.line}.${problem.column}.${problem.message}`}>
                  <UnstyledButton onClick={() => jump(problem)}>Line {problem.line}</UnstyledButton>{' '}
                  {problem.message}
                </li>
              ))}
            </ul>
          </>
        ) : (
          <Grammar />
        )}
      </aside>
    </div>
  );
};

const problemsOf = (draft: Draft | undefined): readonly TextProblem[] => {
  if (!draft) return [];
  const { problems } = parseShorthand(draft.text, newId);
  if (problems.length > 0) return problems;
  // Every line makes sense, and yet the whole was refused.
  return [{ line: 1, column: 0, length: 1, message: draft.message }];
};

const draftLabel = (problems: readonly TextProblem[]): string => {
  const lines = [...new Set(problems.map(({ line }) => line))];
  if (lines.length === 0) return LABEL;
  const named = lines.slice(0, 3).join(', ');
  return `${LABEL}, ${lines.length === 1 ? 'line' : 'lines'} ${named}${lines.length > 3 ? '…' : ''}`;
};

/** What was kept beside a draft, as far as it still makes sense. */
const baseOf = (kept: unknown): Base | undefined => {
  const { text, map } = (kept ?? {}) as Partial<Kept>;
  const read = map && parseDocument(roadMapKind, map);
  if (typeof text !== 'string' || !read?.ok) return undefined;
  return { text, map: read.value, printed: printShorthand(read.value) };
};

const lineOf = ({ value, selectionStart }: HTMLTextAreaElement): number =>
  value.slice(0, selectionStart).split('\n').length;

const offsetOf = (text: string, line: number): number =>
  text
    .split('\n')
    .slice(0, line - 1)
    .reduce((sum, one) => sum + one.length + 1, 0);

/** The text once more, with the places of problems marked. */
const marked = (text: string, problems: readonly TextProblem[]) =>
  text.split('\n').map((line, index) => {
    const problem = problems.find((one) => one.line === index + 1);
    const key = `${index}`;
    if (!problem) return <span key={key}>{`${line}\n`}</span>;
    const { column, length } = problem;
    return (
      <span key={key}>
        {line.slice(0, column)}
        <mark>{line.slice(column, column + length) || ' '}</mark>
        {`${line.slice(column + length)}\n`}
      </span>
    );
  });

const EXAMPLES = [
  ['Verse: 16', 'a section and its bars'],
  ['Verse: part Verse groove, level 2 > 3', 'with a part, growing'],
  ['Chorus: 7, x 2; fill last.3 "toms"', 'twice; a fill in the last bar from beat 3'],
  ['cue 9.1 listen "accordion" warn 2 bars', 'behind a semicolon: something to remember'],
  ['hit 2.4& "horns"', 'also stop, push, choke, no-crash'],
  ['repeat 3: … ending 1 2: … end', 'a repeat, its endings, its close'],
  ['pass 2: 20 bars', 'the second time it is longer'],
  ['Vamp: 4, x 8, vamp "nod"', 'until a cue'],
  ['Out: 4, tempo > 138; fermata last.4 3 s', 'faster, then time stands still'],
] as const;

const Grammar = () => (
  <dl>
    {EXAMPLES.map(([code, words]) => (
      <div key={code}>
        <dt>{code}</dt>
        <dd>{words}</dd>
      </div>
    ))}
  </dl>
);

export default TextView;
