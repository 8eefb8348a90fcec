import { Graph, layout } from '@dagrejs/dagre';
import {
  isStep,
  isTrouble,
  type Part,
  type Procedure,
  type Target,
  theNext,
} from '@/core/procedure/document/procedure';
import { exitsOf, nextOf } from '@/core/procedure/document/step-exits';

interface Point {
  readonly x: number;
  readonly y: number;
}

export interface PlacedNode extends Point {
  readonly id: string;
  /** Null for an end. */
  readonly part: Part | null;
}

export interface PlacedEdge {
  readonly from: string;
  readonly to: string;
  /** It goes on, or branches off. */
  readonly kind: 'on' | 'branch';
  readonly points: readonly Point[];
}

export interface PlacedStrip {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly PlacedNode[];
  readonly edges: readonly PlacedEdge[];
  /** Where else a step leads: back, or to a stop. */
  readonly leads: readonly { readonly from: string; readonly to: string; readonly kind: 'back' | 'stop' }[];
}

export const nodeSize = { width: 216, height: 62 } as const;

/** A procedure laid out from top to bottom by the layout library: its parts in their order, branches beside them, ends last. */
export function layStrip(procedure: Procedure): PlacedStrip {
  const graph = new Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'TB', nodesep: 18, edgesep: 10, ranksep: 22, marginx: 12, marginy: 12 });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { id } of [...procedure.steps, ...procedure.ends]) graph.setNode(id, { ...nodeSize });
  const lines = linesOf(procedure);
  // The straight way outweighs all others. Stops stand below the last step: nearly every step leads to one, so they are told, not drawn.
  const drawn = lines.flatMap(({ from, to, kind }) =>
    kind === 'on' || kind === 'branch' ? [{ from, to, kind }] : [],
  );
  for (const { from, to, kind } of drawn) graph.setEdge(from, to, { weight: kind === 'on' ? 500 : 1 }, kind);
  const last = procedure.steps.at(-1)?.id;
  for (const { id, kind } of procedure.ends)
    if (kind === 'stop' && last) graph.setEdge(last, id, { weight: 0 }, 'stop');
  layout(graph);
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  const at = (id: string) => graph.node(id) as Point;
  return {
    width,
    height,
    nodes: [
      ...procedure.steps.map((part) => ({ id: part.id, part, x: at(part.id).x, y: at(part.id).y })),
      ...procedure.ends.map(({ id }) => ({ id, part: null, x: at(id).x, y: at(id).y })),
    ],
    edges: drawn.map((line) => ({
      ...line,
      points: (graph.edge(line.from, line.to, line.kind) as { points: readonly Point[] }).points,
    })),
    leads: lines.flatMap(({ from, to, kind }) =>
      kind === 'back' || kind === 'stop' ? [{ from, to, kind }] : [],
    ),
  };
}

interface Line {
  readonly from: string;
  readonly to: string;
  readonly kind: PlacedEdge['kind'] | 'back' | 'stop';
}

/** Every line of a procedure once: where it goes on, and where else it leads. */
function linesOf({ steps, ends }: Procedure): readonly Line[] {
  const firstEnd = ends.find(({ kind }) => kind === 'success')?.id ?? ends[0]?.id ?? '';
  const stops = new Set(ends.filter(({ kind }) => kind === 'stop').map(({ id }) => id));
  const known = new Set([...steps, ...ends].map(({ id }) => id));
  const place = new Map(steps.map(({ id }, at) => [id, at] as const));
  const lines = new Map<string, Line>();
  const draw = (from: string, to: string, kind: Line['kind']) => {
    if (known.has(to) && to !== from && !lines.has(`${from} ${to}`))
      lines.set(`${from} ${to}`, { from, to, kind });
  };
  for (const [at, part] of steps.entries()) {
    const below = steps[at + 1]?.id ?? firstEnd;
    const idOf = (target: Target) => {
      const to = typeof target === 'string' ? target : target.to;
      return to === theNext ? below : to;
    };
    const kindOf = (to: string) =>
      stops.has(to) ? 'stop' : (place.get(to) ?? steps.length) <= at ? 'back' : 'branch';
    const answersSay = isStep(part) && (part.kind === 'observe' || part.kind === 'choose');
    const goesOn = idOf(nextOf(steps, at, firstEnd));
    if (!answersSay) draw(part.id, goesOn, kindOf(goesOn) === 'back' ? 'back' : 'on');
    const exits = isStep(part) ? Object.values(exitsOf(part)) : Object.values(part.ends ?? {});
    for (const exit of exits) {
      const targets = isTrouble(exit) ? [...exit.causes.map(({ back }) => back), exit.otherwise] : [exit];
      for (const target of targets) {
        const to = idOf(target);
        draw(part.id, to, to === below && answersSay ? 'on' : kindOf(to));
      }
    }
  }
  return [...lines.values()];
}
