'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { StrokeInput, Struck } from '@/audio/strokes';
import type { Loop } from '@/core/playing/transport';
import { type Outcome, outcomeOf, type RunRound } from '@/core/practice/log';
import {
  dueIn,
  hearsClick,
  isClean,
  type Judged,
  type Ladder,
  type Met,
  type NoteAt,
  piecesOf,
  type RoundPiece,
  roundPlayed,
  roundsAhead,
  rungAfter,
  type StrokeAt,
  upTo,
  type Verdict,
} from '@/core/practice/rounds';
import { useTransport, useView } from '../../transport';

/** A round as it stands in the list. */
export type Round = RunRound & {
  readonly number: number;
  /** The strokes that were meant. */
  readonly met: readonly Met[];
  /** Whether what was heard is the click itself. */
  readonly isClick: boolean;
};

type Options = {
  readonly loop: Loop;
  readonly ladder: Ladder;
  /** The tempo that the passage is written in, in beats a minute. */
  readonly written: number;
  readonly notes: readonly NoteAt[];
  readonly clicks: readonly NoteAt[];
  readonly input: StrokeInput | undefined;
  /** How late (s) its strokes are told. */
  readonly late: number;
  /** Is told what came of it, and how long (s) it took, once it is over. */
  readonly onEnd: (outcome: Outcome, seconds: number) => void;
};

/** So many rounds are planned: nobody plays more in one go. */
export const MOST_ROUNDS = 400;
/** How often (ms) it is looked what went by; strokes may come so long (s) after a round. */
const LOOK = 50;
const WAITS = 0.15;
/** So long (s) before its end a round is judged, so that the next one can still be another. */
const JUDGED_BEFORE = 0.25;

/** The rates of the rounds, as a ladder has them so far. */
export const ratesOf = (
  ladder: Ladder,
  written: number,
  judged: readonly (Judged | undefined)[] = [],
) => roundsAhead(ladder, judged, MOST_ROUNDS).map((perMinute) => perMinute / written);

/**
 * Rounds of a passage: which goes by, how those before it were played, and what was said of them. What is said
 * of a round, or measured by its end, decides how fast the next one is.
 */
export const usePractice = ({
  loop,
  ladder,
  written,
  notes,
  clicks,
  input,
  late,
  onEnd,
}: Options) => {
  const { looping, round, roundRate, setRounds, plays, page } = useTransport();
  const view = useView();
  const runs = looping === loop.name && plays?.href === page?.href;
  const [judged, setJudged] = useState<readonly (Judged | undefined)[]>([]);
  const [played, setPlayed] = useState<readonly Omit<Round, 'verdict'>[]>([]);
  /** Why nothing is heard. */
  const [problem, setProblem] = useState('');
  /** A key of the kit that nobody has said the voice of. */
  const [unknownKey, setUnknownKey] = useState<number>();
  const now = useRef({ judged, ladder, written, notes, clicks, late, onEnd });
  now.current = { judged, ladder, written, notes, clicks, late, onEnd };

  const say = useCallback(
    (at: number, rate: number, verdict: Verdict) => {
      const { judged, ladder, written } = now.current;
      const said = { perMinute: tempoOf(rate, written), verdict };
      const next = Array.from({ length: Math.max(judged.length, at + 1) }, (_, index) =>
        index === at ? said : judged[index],
      );
      now.current.judged = next;
      setJudged(next);
      setRounds(ratesOf(ladder, written, next));
    },
    [setRounds],
  );

  useEffect(() => {
    if (!runs) return;
    now.current.judged = [];
    setJudged([]);
    setPlayed([]);
    setProblem('');
    const pieces = new Map<number, RoundPiece>();
    let strokes: StrokeAt[] = [];
    let listed = 0;
    let weighed = -1;
    let told = Number.NEGATIVE_INFINITY;
    const began = performance.now();
    // Of the bars that it began with, whatever is asked for next.
    const { onEnd } = now.current;
    const measured: Omit<Round, 'verdict'>[] = [];
    const take = ({ at, voice, unknownKey }: Struck) => {
      if (unknownKey !== undefined) setUnknownKey(unknownKey);
      const seen = view();
      if (!seen) return;
      strokes.push({ time: seen.clock + (at - performance.now()) / 1000, voice });
    };
    const end = input?.listen(take, setProblem);
    const look = () => {
      const seen = view();
      if (!seen) return;
      const { clock, pageTime } = seen;
      for (const piece of piecesOf(seen.plan, loop.name, clock)) pieces.set(piece.id, piece);
      const all = [...pieces.values()];
      const { notes, late } = now.current;
      const due = dueIn(all.slice(-3), notes).filter(({ time }) => time > told && time <= clock);
      told = clock;
      if (due.length > 0)
        input?.follow?.(due.map(({ time, voice }) => ({ at: pageTime(time), voice })));
      const ofRound = (round: number) => all.filter((piece) => piece.round === round);
      strokes.sort((a, b) => a.time - b.time);
      const last = all.at(-1);
      if (input && last && last.round > weighed && clock > last.ends - JUDGED_BEFORE) {
        weighed = last.round;
        const soFar = ofRound(last.round).map((piece) => upTo(piece, clock));
        const clean = isClean(roundPlayed(soFar, notes, strokes, late).played);
        if (clean !== undefined) say(last.round, last.rate, clean ? 'clean' : 'broken');
      }
      if (!all.some((piece) => piece.round > listed && piece.clock <= clock - WAITS)) return;
      const own = ofRound(listed);
      const clicks = dueIn(own, now.current.clicks);
      const isClick = input?.isOpen === true && hearsClick(clicks, strokes, late);
      const { played, met, left } = roundPlayed(own, notes, strokes, late);
      strokes = [...left];
      const { written, judged } = now.current;
      const { rate } = own.at(-1)!;
      // In a page that is out of sight its end may have gone by unseen.
      const clean = input && judged[listed] === undefined ? isClean(played) : undefined;
      if (clean !== undefined) say(listed, rate, clean ? 'clean' : 'broken');
      measured.push({
        number: ++listed,
        perMinute: tempoOf(rate, written),
        isClick,
        ...(input ? { played, met } : { played: undefined, met: [] }),
      });
      setPlayed([...measured]);
    };
    const timer = setInterval(look, LOOK);
    return () => {
      clearInterval(timer);
      end?.();
      const { ladder, judged } = now.current;
      if (measured.length > 0)
        onEnd(outcomeOf(ladder, judgedBy(measured, judged)), (performance.now() - began) / 1000);
    };
  }, [runs, loop.name, input, view, say]);

  // Another ladder under way holds from the next round on.
  useEffect(() => {
    if (runs) setRounds(ratesOf(ladder, written, now.current.judged));
  }, [runs, ladder, written, setRounds]);

  const current = runs ? (round ?? 0) : undefined;
  return {
    runs,
    problem,
    unknownKey,
    onLearnt: () => setUnknownKey(undefined),
    rounds: judgedBy(played, judged),
    current,
    perMinute: runs && roundRate !== undefined ? tempoOf(roundRate, written) : ladder.from,
    next: current === undefined ? undefined : roundsAhead(ladder, judged, current + 2).at(-1),
    rung: rungAfter(ladder, judged.slice(0, current ?? judged.length)),
    judge: (verdict: Verdict) => current !== undefined && say(current, roundRate ?? 1, verdict),
  };
};

/** A rate as beats a minute, to a tenth. */
const tempoOf = (rate: number, written: number): number => Math.round(rate * written * 10) / 10;

const judgedBy = (
  rounds: readonly Omit<Round, 'verdict'>[],
  judged: readonly (Judged | undefined)[],
): readonly Round[] => rounds.map((one, index) => ({ ...one, verdict: judged[index]?.verdict }));
