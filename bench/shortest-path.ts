import createGraph from 'ngraph.graph';
import ngraphPath from 'ngraph.path';
import { stretchPlace, type Lattice } from '../src/core/fingering/search/lattice.ts';

const BITS = [0, 1, 1, 2];

/** A lattice as a graph of a general-purpose library, and the search over it. */
export interface GeneralGraph {
  readonly search: () => number;
  readonly nodes: number;
  readonly links: number;
}

/**
 * Lays a lattice out as nodes and weighted links for ngraph.path, an independent shortest-path
 * library, and gives the cost it finds. Stretches are laid out link by link as well.
 */
export function generalGraph(lattice: Lattice): GeneralGraph {
  const graph = createGraph<undefined, { weight: number }>();
  const id = (column: number, state: number): number => column * 4096 + state;
  const link = (from: number | string, to: number | string, weight: number): void => {
    if (Number.isFinite(weight)) graph.addLink(from, to, { weight });
  };
  lattice.start.forEach((cost, state) => link('start', id(0, state), cost));
  lattice.links.forEach((one, k) => {
    const layer = lattice.columns[k + 1]!;
    const width = layer.length;
    const sources = 4 * lattice.columns[k]!.length;
    for (let from = 0; from < sources; from += 1) {
      const a = from >> 2;
      const flag = from & 3;
      // No way from the start comes here.
      if (!graph.hasNode(id(k, from))) continue;
      if (one.kind === 'step') {
        for (let b = 0; b < width; b += 1)
          link(id(k, from), id(k + 1, 4 * b + lattice.begun), one.begins[a * width + b]! + BITS[flag]! * lattice.visit);
        for (let at = one.rows[a]!; at < one.rows[a + 1]!; at += 1)
          link(id(k, from), id(k + 1, 4 * one.keepTo[at]! + (one.waits[at] ? flag : 0)), one.keepCost[at]!);
        continue;
      }
      for (let b = 0; b < width; b += 1) {
        for (let to = 0; to < 4; to += 1) {
          const up = one.up[stretchPlace(a, flag & 1, b, to & 1, width)]!;
          const down = one.down[stretchPlace(a, flag >> 1, b, to >> 1, width)]!;
          link(id(k, from), id(k + 1, 4 * b + to), up + down);
        }
      }
    }
  });
  const end = lattice.columns.length - 1;
  lattice.finish.forEach((cost, state) => link(id(end, state), 'end', cost));
  // Weights may be below zero where an open string hides a shift; the library wants none below.
  const least = Math.min(0, ...allWeights(graph));
  const finder = ngraphPath.aStar(graph, { oriented: true, distance: (_from, _to, path) => path.data.weight - least });
  return {
    nodes: graph.getNodesCount(),
    links: graph.getLinksCount(),
    search: () => {
      const path = finder.find('start', 'end');
      let cost = 0;
      for (let step = 0; step < path.length - 1; step += 1)
        cost += graph.getLink(path[step + 1]!.id, path[step]!.id)!.data.weight;
      return path.length === 0 ? Number.POSITIVE_INFINITY : cost;
    },
  };
}

function allWeights(graph: ReturnType<typeof createGraph<undefined, { weight: number }>>): number[] {
  let least = 0;
  graph.forEachLink((one) => {
    least = Math.min(least, one.data.weight);
  });
  return [least];
}
