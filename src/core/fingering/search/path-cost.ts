import { sameHand, type Candidate } from './candidate.ts';
import type { NoteChoices } from './column.ts';
import { noteCost, slides, startCost } from './rules.ts';
import { stepCost, struckAgain } from './links.ts';
import type { Problem } from './problem.ts';
import type { Step } from './step.ts';
import { Tally, TERM, TERM_IDS, type TermId } from '../../schools/index.ts';

/** What a fingering costs, and how much of each term goes into it. */
export interface PathCost {
  /** Weighted sum; infinity when the hand can't play it. */
  readonly cost: number;
  /** Amounts of the terms that occur, unweighted. */
  readonly amounts: Readonly<Partial<Record<TermId, number>>>;
  /** Index of the first step that can't be played, the second note of the two. */
  readonly impossibleAt?: number;
}

/**
 * Costs a complete fingering by walking it once in playing order. The search finds the least of
 * these sums; this is the sum itself, and it is what the search is checked against.
 * `charges` are the terms paid once for the whole passage.
 */
export function pathCost(problem: Problem, path: readonly Candidate[], charges: readonly TermId[] = []): PathCost {
  const { setting, steps } = problem;
  const tally = new Tally(setting.weights, true);
  let impossibleAt: number | undefined;
  path.forEach((candidate, note) => {
    const before = path[note - 1];
    const step = steps[note - 1] as Step;
    if (before && struckAgain(before, candidate, step)) return;
    noteCost(candidate, problem.notes[note] as NoteChoices, setting, tally);
    if (!before) startCost(candidate, setting, tally);
    else if (!stepCost(before, candidate, step, false, setting, tally)) impossibleAt ??= note;
  });
  tally.add(TERM.visit, visits(problem, path));
  for (const term of charges) tally.add(TERM[term], 1);
  const amounts: Partial<Record<TermId, number>> = {};
  TERM_IDS.forEach((id, term) => {
    const amount = tally.amounts?.[term] ?? 0;
    if (amount !== 0) amounts[id] = amount;
  });
  return impossibleAt === undefined
    ? { cost: tally.cost, amounts }
    : { cost: Number.POSITIVE_INFINITY, amounts, impossibleAt };
}

/**
 * Hands that play one stopped note only. The hand a study begins in is none, nor the one it ends in
 * unless it ends at the top.
 */
export function visits(problem: Problem, path: readonly Candidate[]): number {
  const runs: number[] = [];
  let last: { note: Candidate; at: number } | undefined;
  path.forEach((note, at) => {
    if (note.rank === 0) return;
    const step = problem.steps[at - 1];
    const before = path[at - 1];
    if (step && before && struckAgain(before, note, step)) {
      last = { note, at };
      return;
    }
    const slid = step && last?.at === at - 1 && slides(last.note, note, step);
    if (last && (sameHand(last.note, note) || slid)) runs.push((runs.pop() ?? 0) + 1);
    else runs.push(1);
    last = { note, at };
  });
  const counted = runs.slice(1, problem.endsAtTop ? undefined : -1);
  return counted.filter((length) => length === 1).length;
}
