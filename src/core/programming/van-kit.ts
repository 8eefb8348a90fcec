import type { Platform } from '@/core/catalogue/platform';
import type { LocalDay } from '@/core/kinds/local-time';

export type ToolFunction = 'add' | 'aklErase' | 'aklAdd' | 'count';

export interface Tool {
  readonly name: string;
  readonly edition: string;
  readonly state: 'supported' | 'frozen';
  readonly cover: readonly {
    readonly platformId: string;
    readonly method: ToolFunction;
    /** The right this function wants; null where the tool alone is enough. */
    readonly right: string | null;
  }[];
}

export interface ToolRight {
  readonly name: string;
  readonly kind: string;
  /** Uses left; null where they are not counted. */
  readonly credits: number | null;
  readonly expiresOn: LocalDay | null;
}

/** What one van has with it. */
export interface VanKit {
  readonly name: string;
  readonly tools: readonly Tool[];
  readonly rights: readonly ToolRight[];
  /** The day on which rights must hold. */
  readonly day: LocalDay;
}

export type ToolAnswer =
  | { readonly ok: true; readonly words: string }
  | { readonly ok: false; readonly fact: string; readonly lift: string };

/** A tool of the van with cover and right for a function of the platform, or the fact that is missing. */
export function findTool(van: VanKit, platform: Platform, method: ToolFunction): ToolAnswer {
  const covering = van.tools.flatMap((tool) =>
    tool.cover
      .filter((cover) => cover.platformId === platform.id && cover.method === method)
      .map(({ right }) => ({ tool, right })),
  );
  if (covering.length === 0) {
    return {
      ok: false,
      fact: `No tool on ${van.name} covers this for ${platform.name}.`,
      lift: 'Take another van or tool.',
    };
  }
  const missing: string[] = [];
  for (const { tool, right } of covering) {
    const lack = right === null ? undefined : lackOfRight(van, right);
    if (lack === undefined) {
      return {
        ok: true,
        words:
          right === null ? `${tool.name}, ${tool.edition}` : `${tool.name}, ${tool.edition}, with ${right}`,
      };
    }
    missing.push(lack);
  }
  return { ok: false, fact: missing[0] ?? '', lift: 'Renew or buy it, or take another van.' };
}

function lackOfRight(van: VanKit, name: string): string | undefined {
  const right = van.rights.find((one) => one.name === name);
  if (!right) return `${van.name} lacks ${name}.`;
  if (right.credits === 0) return `${name} on ${van.name} are used up.`;
  if (right.expiresOn !== null && right.expiresOn < van.day)
    return `${name} on ${van.name} expired on ${right.expiresOn}.`;
  return undefined;
}
