'use client';

import { useEffect, useMemo, useRef } from 'react';
import { type Part, type Procedure, stepPlaces } from '@/core/procedure/document/procedure';
import { kindWords, said } from '@/core/procedure/document/step-words';
import { classNames } from '@/ui/class-names';
import { layStrip, nodeSize, type PlacedEdge, type PlacedNode } from './strip-layout';

interface ProcedureStripProps {
  readonly procedure: Procedure;
  readonly chosen: string;
  readonly onChoose: (id: string) => void;
}

/** The steps of a procedure as a strip with its branches; arrow keys go from step to step. */
export function ProcedureStrip({ procedure, chosen, onChoose }: ProcedureStripProps) {
  const strip = useMemo(() => layStrip(procedure), [procedure]);
  const buttons = useRef(new Map<string, HTMLButtonElement>());
  const frame = useRef<HTMLElement>(null);
  // The steps stand in the middle; ends beside each other may be wider than the frame.
  const middle = strip.nodes[0]?.x ?? 0;
  useEffect(() => {
    if (frame.current) frame.current.scrollLeft = middle - frame.current.clientWidth / 2;
  }, [middle]);
  const order = strip.nodes.map(({ id }) => id);
  const move = (by: number) => {
    const to = order[Math.min(order.length - 1, Math.max(0, order.indexOf(chosen) + by))];
    if (to === undefined) return;
    onChoose(to);
    buttons.current.get(to)?.focus();
    buttons.current.get(to)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  };
  const backOf = (id: string) => {
    const steps = strip.leads
      .filter(({ from, kind }) => from === id && kind === 'back')
      .map(({ to }) => order.indexOf(to) + 1);
    return [...new Set(steps)].sort((a, b) => a - b);
  };
  const led = (id: string) => strip.leads.find(({ from, to }) => from === chosen && to === id)?.kind;
  return (
    <section
      ref={frame}
      aria-label="The steps and their branches"
      className="max-h-[min(80vh,1100px)] max-w-full overflow-auto rounded-lg border border-line bg-slip"
    >
      <div className="relative mx-auto" style={{ width: strip.width, height: strip.height }}>
        <svg aria-hidden width={strip.width} height={strip.height} className="absolute inset-0">
          <defs>
            {(['on', 'branch'] as const).map((kind) => (
              <marker
                key={kind}
                id={`tip-${kind}`}
                viewBox="0 0 8 8"
                refX="7"
                refY="4"
                markerUnits="userSpaceOnUse"
                markerWidth="9"
                markerHeight="9"
                orient="auto"
              >
                <path d="M0 0 L8 4 L0 8 z" className={looks[kind].fill} />
              </marker>
            ))}
          </defs>
          {strip.edges.map((edge) => (
            <Line
              key={`${edge.from} ${edge.to}`}
              edge={edge}
              isNear={edge.from === chosen || edge.to === chosen}
            />
          ))}
        </svg>
        {strip.nodes.map((node) => (
          <button
            key={node.id}
            type="button"
            ref={(element) => {
              if (element) buttons.current.set(node.id, element);
            }}
            aria-pressed={node.id === chosen}
            tabIndex={node.id === chosen ? 0 : -1}
            className={tileClass(procedure, node, node.id === chosen, led(node.id))}
            style={{
              left: node.x - nodeSize.width / 2,
              top: node.y - nodeSize.height / 2,
              width: nodeSize.width,
              height: nodeSize.height,
            }}
            onClick={() => onChoose(node.id)}
            onKeyDown={(event) => {
              const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              move(by);
            }}
          >
            <TileWords procedure={procedure} node={node} back={backOf(node.id)} />
          </button>
        ))}
      </div>
    </section>
  );
}

const looks = {
  on: { line: 'stroke-ink', fill: 'fill-ink' },
  branch: { line: 'stroke-mute', fill: 'fill-mute' },
} as const;

function Line({ edge, isNear }: { readonly edge: PlacedEdge; readonly isNear: boolean }) {
  const { line } = looks[edge.kind];
  const [first, ...rest] = edge.points;
  if (!first) return null;
  return (
    <path
      d={`M${first.x} ${first.y} ${rest.map(({ x, y }) => `L${x} ${y}`).join(' ')}`}
      fill="none"
      strokeWidth={isNear ? 2.5 : 1.25}
      strokeLinejoin="round"
      markerEnd={`url(#tip-${edge.kind})`}
      className={line}
    />
  );
}

interface TileWordsProps {
  readonly procedure: Procedure;
  readonly node: PlacedNode;
  /** Numbers of the steps that it leads back to. */
  readonly back: readonly number[];
}

function TileWords({ procedure, node, back }: TileWordsProps) {
  if (!node.part) {
    const end = procedure.ends.find(({ id }) => id === node.id);
    return (
      <>
        <span className="text-small font-semibold">{end?.kind === 'success' ? '● success' : '▲ stops'}</span>
        <span className="line-clamp-2 text-small">{end?.say}</span>
      </>
    );
  }
  const { part } = node;
  return (
    <>
      <span className="flex justify-between gap-2 text-small text-mute">
        <span>
          {procedure.steps.indexOf(part) + 1} · {kindWords[part.kind]}
        </span>
        <span className="flex gap-2">
          {notes(part)}
          {back.length > 0 && (
            <span className="font-semibold text-ochre">
              <span aria-hidden>← </span>
              <span className="sr-only">leads back to step </span>
              {back.join(', ')}
            </span>
          )}
        </span>
      </span>
      <span className="line-clamp-2 text-small font-semibold">
        {part.kind === 'use' ? part.procedure : said(part.say)}
      </span>
    </>
  );
}

function notes(part: Part): string {
  if (part.kind === 'use') return part.each ? 'each key' : '';
  return part.where === 'car' ? '' : stepPlaces[part.where];
}

function tileClass(
  procedure: Procedure,
  { part, id }: PlacedNode,
  isChosen: boolean,
  led: 'back' | 'stop' | undefined,
): string {
  const end = part ? undefined : procedure.ends.find((one) => one.id === id);
  return classNames(
    'absolute flex flex-col overflow-hidden rounded-md border-[1.5px] px-2 py-1 text-left',
    end?.kind === 'success' && 'border-glaze bg-glaze-wash text-glaze',
    end?.kind === 'stop' && 'border-oxide bg-oxide-wash text-oxide',
    part?.kind === 'use' && 'border-dashed border-edge bg-shelf',
    part !== null && part.kind !== 'use' && 'border-edge bg-biscuit',
    isChosen && 'outline-3 outline-offset-1 outline-terra',
    led === 'back' && 'outline-2 outline-offset-1 outline-ochre outline-dashed',
    led === 'stop' && 'outline-2 outline-offset-1 outline-oxide outline-dashed',
  );
}
