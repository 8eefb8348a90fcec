import type { ReactNode } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { routeNames } from '@/core/programming/route';
import type { Tool, ToolFunction, ToolRight } from '@/core/programming/van-kit';
import { Badge } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

interface VansProps {
  readonly vans: readonly {
    readonly id: string;
    readonly name: string;
    readonly tools: readonly Tool[];
    readonly rights: readonly ToolRight[];
  }[];
  readonly platformNames: Readonly<Record<string, string>>;
  readonly today: string;
  /** The stock and its ledger. */
  readonly children: ReactNode;
}

const functions: Record<ToolFunction, string> = { ...routeNames, count: 'Count', pin: 'PIN' };

/** The vans with their tools, what these cover, and the rights they hold; the routes rest on it. */
export function Vans({ vans, platformNames, today, children }: VansProps) {
  return (
    <Page title="Van" note="What lies in it, and what the routes rest on: tools, their cover, and rights.">
      {children}
      <div className="grid gap-4 lg:grid-cols-2">
        {vans.map((van) => (
          <Panel key={van.id} title={van.name}>
            <div className="flex flex-col gap-4">
              {van.tools.map((tool) => (
                <section key={tool.name}>
                  <h3 className="mb-1 flex flex-wrap items-center gap-2 font-semibold">
                    {tool.name}, {tool.edition}
                    <Badge tone={tool.state === 'supported' ? 'glaze' : 'ochre'}>{tool.state}</Badge>
                  </h3>
                  <Table label={`Cover of ${tool.name} on ${van.name}`}>
                    <tbody>
                      {coverOf(tool, platformNames).map(({ platform, words }) => (
                        <Tr key={platform}>
                          <Th row>{platform}</Th>
                          <Td>{words}</Td>
                        </Tr>
                      ))}
                    </tbody>
                  </Table>
                </section>
              ))}
              <section>
                <h3 className="mb-1 font-semibold">Rights</h3>
                <ul className="flex flex-col gap-1">
                  {van.rights.map((right) => (
                    <li key={right.name} className="flex flex-wrap items-center gap-2">
                      {right.name} <span className="text-mute">{right.kind}</span>
                      <RightState right={right} today={today} />
                    </li>
                  ))}
                  {van.rights.length === 0 && (
                    <li className="text-mute">None beyond the tools themselves.</li>
                  )}
                </ul>
              </section>
            </div>
          </Panel>
        ))}
      </div>
    </Page>
  );
}

function coverOf(tool: Tool, platformNames: Readonly<Record<string, string>>) {
  const byPlatform = new Map<string, string[]>();
  for (const { platformId, method, right } of tool.cover) {
    const platform = platformNames[platformId] ?? 'unknown platform';
    const words = right === null ? functions[method] : `${functions[method]} (${right})`;
    byPlatform.set(platform, [...(byPlatform.get(platform) ?? []), words]);
  }
  return [...byPlatform]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([platform, words]) => ({ platform, words: words.join(', ') }));
}

function RightState({ right, today }: { right: ToolRight; today: string }) {
  if (right.credits === 0) return <Badge tone="oxide">used up</Badge>;
  if (right.expiresOn !== null && right.expiresOn < today)
    return <Badge tone="oxide">expired {formatDay(right.expiresOn, today)}</Badge>;
  if (right.credits !== null) return <Badge tone="glaze">{right.credits} left</Badge>;
  if (right.expiresOn !== null) return <Badge tone="glaze">until {formatDay(right.expiresOn, today)}</Badge>;
  return null;
}
