/** Ladders laid out as ropes: easy at the bottom, one rope beside the other. */
import dagre from '@dagrejs/dagre';

export interface GraphLink {
  from: string;
  to: string;
  kind: 'ladder' | 'sideways' | 'cross';
}
export interface LaidOut {
  width: number;
  height: number;
  nodes: { id: string; x: number; y: number }[];
  edges: (GraphLink & { points: { x: number; y: number }[] })[];
}

/**
 * Places and their links on a plane, by the layered layout of a standard package.
 * @param places ids to draw; links to others are left out
 * @param width,height of a place, pixels
 */
export function layOutLadders(
  places: readonly string[],
  links: readonly GraphLink[],
  width: number,
  height: number,
): LaidOut {
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: 'BT', nodesep: 22, ranksep: 26, marginx: 12, marginy: 12 });
  graph.setDefaultEdgeLabel(() => ({}));
  const known = new Set(places);
  for (const place of places) graph.setNode(place, { width, height });
  const drawn = links.filter((l) => known.has(l.from) && known.has(l.to));
  for (const link of drawn) graph.setEdge(link.from, link.to, { weight: link.kind === 'ladder' ? 10 : 1 });
  dagre.layout(graph);
  const size = graph.graph();
  return {
    width: size.width ?? 0,
    height: size.height ?? 0,
    nodes: graph.nodes().map((id) => {
      const { x, y } = graph.node(id) as { x: number; y: number };
      return { id, x, y };
    }),
    edges: drawn.map((l) => ({
      ...l,
      points: (graph.edge(l.from, l.to) as { points: { x: number; y: number }[] }).points,
    })),
  };
}
