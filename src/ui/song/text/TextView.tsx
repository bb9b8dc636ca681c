'use client';

import { type ChangeEvent, useEffect, useMemo, useRef, useState } from 'react';
import { aligned, difference, keepingClick } from '@/core/compare';
import type { RoadMap } from '@/core/roadmap';
import { parseShorthand, printShorthand, type TextProblem } from '@/core/shorthand';
import type { Edit } from '../../document';
import { newId } from '../../shared/newId';
import { Paste } from './Paste';
import classes from './TextView.module.css';

type Props = {
  readonly map: RoadMap;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  /** What the text says so far, to be drawn; nothing where it says what the map says. */
  readonly onPreview: (map: RoadMap | undefined) => void;
};

/** The map that the text was last in step with, and how that map prints. */
type Base = { readonly text: string; readonly map: RoadMap };

/**
 * The road map as short-hand. What is typed is drawn at once and taken over with every keystroke that
 * leaves no error; with one, the text stays as typed and the map as it was.
 */
export const TextView = ({ map, mayEdit, edit, onPreview }: Props) => {
  const printed = useMemo(() => printShorthand(map), [map]);
  const [base, setBase] = useState<Base>({ text: printed, map });
  const [text, setText] = useState(printed);
  const [problems, setProblems] = useState<readonly TextProblem[]>([]);
  const [line, setLine] = useState(1);
  const [pasting, setPasting] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);

  // Somebody else has changed the map, or it was undone: the text follows unless it is being mended.
  useEffect(() => {
    if (map === base.map || problems.length > 0) return;
    setBase({ text: printed, map });
    // What is being typed says the same in other words: it stays as it is.
    if (printed !== base.text) setText(printed);
  }, [map, printed, base, problems.length]);
  useEffect(() => () => onPreview(undefined), [onPreview]);

  const type = (event: ChangeEvent<HTMLTextAreaElement>) => {
    const typed = event.currentTarget.value;
    setText(typed);
    setLine(lineOf(event.currentTarget));
    const parsed = parseShorthand(typed, newId);
    setProblems(parsed.problems);
    if (parsed.problems.length > 0) return onPreview(parsed.map);
    onPreview(undefined);
    // Against the map that the text was in step with: what others did since then stays.
    const wanted = keepingClick(base.map, aligned(base.map, parsed.map));
    const refused = edit(difference(base.map, wanted), true);
    if (refused) setProblems([{ line: 1, column: 0, length: 1, message: refused.message }]);
    else setBase({ text: printShorthand(wanted), map: wanted });
  };
  const jump = ({ line: to, column, length }: TextProblem) => {
    const from = offsetOf(text, to) + column;
    area.current?.focus();
    area.current?.setSelectionRange(from, from + length);
    setLine(to);
  };
  const shown = problems.find((one) => one.line === line) ?? problems[0];
  if (pasting) {
    return <Paste map={map} edit={edit} onDone={() => setPasting(false)} />;
  }
  return (
    <div className={classes.view}>
      <div className={classes.editor}>
        <pre aria-hidden="true" className={classes.marks}>
          {marked(text, problems)}
        </pre>
        <textarea
          ref={area}
          aria-label="The song as text"
          aria-invalid={problems.length > 0}
          className={classes.text}
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
          <button type="button" className={classes.paste} onClick={() => setPasting(true)}>
            Paste what the band sent
          </button>
        )}
        {problems.length > 0 ? (
          <>
            <p>Kept as typed; taken over once this is mended:</p>
            <ul>
              {problems.slice(0, 12).map((problem) => (
                <li key={`${problem.line}.${problem.column}.${problem.message}`}>
                  <button type="button" onClick={() => jump(problem)}>
                    Line {problem.line}
                  </button>{' '}
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
  ['cue 9.1 listen "accordion" lead 2 bars', 'behind a semicolon: something to remember'],
  ['hit 2.4& "horns"', 'also stop, push, choke, no-crash'],
  ['repeat 3: … ending 1 2: … end', 'a repeat, its endings, its close'],
  ['pass 2: 20 bars', 'the second time it is longer'],
  ['Vamp: 4, x 8, vamp "nod"', 'until a cue'],
  ['Out: 4, tempo > 138; hold last.4 3 s', 'faster, then time stands still'],
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
