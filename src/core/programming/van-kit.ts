import { isMethodKind, type MethodKind, methodKinds, methods } from '@/core/catalogue/methods';
import type { Platform } from '@/core/catalogue/platform';
import { formatDay, type LocalDay } from '@/core/kinds/local-time';

/** What a tool does beside the ways of a platform. */
const readings = { count: 'Count', pin: 'PIN' } as const;

export type ToolFunction = MethodKind | keyof typeof readings;
/** What a tool can be said to cover. */
export const toolFunctions = [
  ...methodKinds.filter((kind) => methods[kind].byTool),
  ...Object.keys(readings),
] as ToolFunction[];

/** A function of a tool in words. */
export function functionName(kind: ToolFunction): string {
  return isMethodKind(kind) ? methods[kind].name : readings[kind];
}

export const rightKinds = ['owned', 'included', 'bought once', 'paid per use', 'account'] as const;
export type RightKind = (typeof rightKinds)[number];

export interface ToolCover {
  readonly platformId: string;
  readonly method: ToolFunction;
  /** The market whose cars it covers; null covers all. */
  readonly market: string | null;
  /** The right this function wants; null where the tool alone is enough. */
  readonly right: string | null;
}

export interface Tool {
  readonly name: string;
  readonly edition: string;
  readonly state: 'supported' | 'frozen';
  readonly cover: readonly ToolCover[];
}

export interface ToolRight {
  readonly name: string;
  readonly kind: RightKind;
  /** Uses left; null where they are not counted. */
  readonly credits: number | null;
  /** What one use costs; null where uses are free. */
  readonly useMinor: number | null;
  /** What it costs to buy or renew it, a pack where uses are counted; null where nobody noted it. */
  readonly buyMinor?: number | null;
  readonly expiresOn: LocalDay | null;
}

/** What one van has with it. */
export interface VanKit {
  readonly name: string;
  readonly tools: readonly Tool[];
  readonly rights: readonly ToolRight[];
  /** A proper 12 V supply for long waits. */
  readonly powerSupply: boolean;
  /** The day on which rights must hold. */
  readonly day: LocalDay;
}

export type ToolAnswer =
  | { readonly ok: true; readonly words: string; readonly tool: Tool; readonly right: ToolRight | undefined }
  | { readonly ok: false; readonly fact: string; readonly lift: string };

/**
 * A tool of the van with cover and right for a function of the platform in a market, or the fact that is missing.
 * A tool that needs no right goes before one that uses a credit up.
 */
export function findTool(
  van: VanKit,
  platform: Pick<Platform, 'id' | 'name'>,
  method: ToolFunction,
  market: string | null,
): ToolAnswer {
  const named = van.tools.flatMap((tool) =>
    tool.cover
      .filter((cover) => cover.platformId === platform.id && cover.method === method)
      .map((cover) => ({ tool, cover })),
  );
  const covering = named.filter(
    ({ cover }) => cover.market === null || market === null || cover.market === market,
  );
  if (covering.length === 0) {
    const other = named[0]?.cover.market;
    return {
      ok: false,
      fact: other
        ? `The tools of ${van.name} cover this for ${platform.name} in ${other} only; the car was sold in ${market}.`
        : `No tool on ${van.name} covers this for ${platform.name}.`,
      lift: 'Take another van or tool.',
    };
  }
  const held = covering.map(({ tool, cover }) => ({
    tool,
    name: cover.right,
    right: van.rights.find(({ name }) => name === cover.right),
    lack: cover.right === null ? undefined : lackOfRight(van, cover.right),
  }));
  const [best] = held
    .filter(({ lack }) => lack === undefined)
    .sort(
      (a, b) =>
        (a.right?.useMinor ?? 0) - (b.right?.useMinor ?? 0) ||
        Number(a.name !== null) - Number(b.name !== null),
    );
  if (best) {
    const { tool, name, right } = best;
    return {
      ok: true,
      words: [
        `${tool.name}, ${tool.edition}`,
        tool.state === 'frozen' && 'frozen',
        name && `with ${name}`,
        leftOf(right),
      ]
        .filter(Boolean)
        .join(', '),
      tool,
      right,
    };
  }
  return { ok: false, fact: held[0]?.lack ?? '', lift: 'Renew or buy it, or take another van.' };
}

function leftOf(right: ToolRight | undefined): string | false {
  return right !== undefined && right.credits !== null && `${right.credits} left`;
}

function lackOfRight(van: VanKit, name: string): string | undefined {
  const right = van.rights.find((one) => one.name === name);
  if (!right) return `${van.name} lacks ${name}.`;
  if (right.credits === 0) return `${name} on ${van.name} are used up.`;
  if (right.expiresOn !== null && right.expiresOn < van.day)
    return `${name} on ${van.name} expired on ${formatDay(right.expiresOn, van.day)}.`;
  return undefined;
}

/** How many platforms hang on each right: those for which a tool wants it for some function. */
export function platformsByRight(tools: readonly Tool[]): Map<string, number> {
  const platforms = new Map<string, Set<string>>();
  for (const { right, platformId } of tools.flatMap(({ cover }) => cover)) {
    if (right === null) continue;
    platforms.set(right, (platforms.get(right) ?? new Set()).add(platformId));
  }
  return new Map([...platforms].map(([right, ids]) => [right, ids.size]));
}

/**
 * Licences and credits that a van lacks for functions of its tools on a platform, each once: not there, used up or
 * expired.
 */
export function rightsLacking(van: VanKit, platformId: string): string[] {
  const wanted = van.tools.flatMap(({ cover }) =>
    cover.filter((one) => one.platformId === platformId).flatMap(({ right }) => right ?? []),
  );
  return [...new Set(wanted)].filter((name) => lackOfRight(van, name) !== undefined);
}

/** The van as it would be with a licence or credits bought or renewed. */
export function withRight(van: VanKit, name: string): VanKit {
  const held = van.rights.find((one) => one.name === name);
  const bought: ToolRight = held
    ? { ...held, credits: held.credits === null ? null : Math.max(1, held.credits), expiresOn: null }
    : { name, kind: 'bought once', credits: null, useMinor: null, expiresOn: null };
  return { ...van, rights: [...van.rights.filter((one) => one.name !== name), bought] };
}
