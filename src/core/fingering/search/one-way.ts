import {
  beginCost,
  edgeBetween,
  layerAfter,
  visitCost,
  type Layer,
  type NoteChoices,
  type Problem,
} from './traversal.ts';
import type { Candidate } from './candidate.ts';
import { stateOffsets, stepLink, type Chain, type Link } from './chain.ts';
import type { StepContext } from './setting.ts';

/** The chain of a whole passage in playing order, up and down each fingered for itself. */
export function oneWayChain(problem: Problem): Chain {
  const columns: Layer[] = [];
  const links: Link[] = [];
  problem.notes.forEach((choices: NoteChoices, note) => {
    const before = columns[note - 1];
    const layer = layerAfter(before, choices);
    columns.push(layer);
    if (before) {
      const step = problem.steps[note - 1] as StepContext;
      links.push(
        problem.setting.memory.link(before, layer, step, undefined, () =>
          stepLink(edgeBetween(before, layer, step, false, problem.setting), layer.all.length),
        ),
      );
    }
  });
  const first = columns[0]?.all ?? [];
  const last = columns[columns.length - 1]?.all ?? [];
  const visit = visitCost(problem.setting);
  const start = new Float64Array(4 * first.length).fill(Number.POSITIVE_INFINITY);
  first.forEach((candidate, c) => {
    start[4 * c] = beginCost(candidate, problem.setting);
  });
  const finish = new Float64Array(4 * last.length);
  if (problem.endsAtTop) {
    last.forEach((_, c) => {
      finish[4 * c + 1] = visit;
    });
  }
  const candidates = columns.map((layer) => layer.all);
  return { columns: candidates, links, offsets: stateOffsets(candidates), start, finish, freshFlag: 1, visit };
}

/** The candidates of the states of a path. */
export function candidatesOf(chain: Chain, path: readonly number[]): Candidate[] {
  return path.map((state, k) => (chain.columns[k] as readonly Candidate[])[state >> 2] as Candidate);
}
