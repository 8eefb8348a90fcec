'use client';

import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { functionName, platformsByRight, type Tool, type ToolRight } from '@/core/programming/van-kit';
import { bladeKinds } from '@/core/quote/cut';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Badge, Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useSave } from '@/ui/use-submit';
import { CoverForm } from './cover-form';
import { RightForm } from './right-form';
import { ToolForm } from './tool-form';
import type { ToolAction, VanTools } from './van-tools';

interface ToolsProps {
  readonly vans: readonly VanTools[];
  readonly platforms: readonly { readonly id: string; readonly name: string }[];
  readonly markets: readonly string[];
  readonly today: string;
  readonly currency: string;
  readonly locale: string;
  readonly onTool: ToolAction;
  readonly onRemoveTool: ToolAction;
  readonly onCover: ToolAction;
  readonly onRight: ToolAction;
  readonly onRemoveRight: ToolAction;
  readonly onEquipment: ToolAction;
  /** The shop's meters, which belong to no van. */
  readonly meters: ReactNode;
}

type Open =
  | { readonly kind: 'tool'; readonly van: VanTools; readonly tool: Tool | undefined }
  | {
      readonly kind: 'cover';
      readonly van: VanTools;
      readonly tool: Tool;
      readonly platformId: string | undefined;
    }
  | { readonly kind: 'right'; readonly van: VanTools; readonly right: ToolRight | undefined };

/** Tools, what they cover and the rights they want, for each van; the routes follow at once. */
export function Tools(props: ToolsProps) {
  const { vans, platforms, markets, currency } = props;
  const [open, setOpen] = useState<Open>();
  const power = useSave(props.onEquipment);
  const note = (van: VanTools, more: Partial<Pick<VanTools, 'powerSupply' | 'cuts'>>) =>
    power.send({ vanId: van.id, powerSupply: van.powerSupply, cuts: van.cuts, ...more });
  const close = () => setOpen(undefined);
  return (
    <Page
      title="Tools and licences"
      note="What the vans can do. A route follows at once: an expired account refuses every function that wants it."
    >
      <Problems problems={power.problems} />
      {vans.length === 0 && (
        <Notice tone="ochre">
          There is no van yet.{' '}
          <Link href="/settings/vans" className="underline">
            Add the first one
          </Link>
          , then what it carries.
        </Notice>
      )}
      {vans.map((van) => (
        <Panel key={van.id} title={van.name}>
          <div className="flex flex-col gap-4">
            <Tick
              label="A proper 12 V supply for long waits (not a jump starter)"
              checked={van.powerSupply}
              busy={power.pending}
              onChange={(powerSupply) => note(van, { powerSupply })}
            />
            <fieldset className="flex flex-wrap items-center gap-x-6">
              <legend className="text-small font-semibold text-mute">Blades its machine cuts</legend>
              {bladeKinds.map((kind) => (
                <Tick
                  key={kind}
                  label={kind}
                  busy={power.pending}
                  checked={van.cuts.includes(kind)}
                  onChange={(cut) =>
                    note(van, {
                      cuts: bladeKinds.filter((one) => (one === kind ? cut : van.cuts.includes(one))),
                    })
                  }
                />
              ))}
            </fieldset>
            {van.tools.map((tool) => (
              <ToolPart
                key={tool.name}
                tool={tool}
                van={van.name}
                platforms={platforms}
                onChange={() => setOpen({ kind: 'tool', van, tool })}
                onCover={(platformId) => setOpen({ kind: 'cover', van, tool, platformId })}
              />
            ))}
            <Rights {...props} van={van} onOpen={(right) => setOpen({ kind: 'right', van, right })} />
            <div className="flex flex-wrap gap-2">
              <Button onClick={() => setOpen({ kind: 'tool', van, tool: undefined })}>Add a tool</Button>
              <Button onClick={() => setOpen({ kind: 'right', van, right: undefined })}>
                Add a licence or credits
              </Button>
            </div>
          </div>
        </Panel>
      ))}
      {props.meters}
      {open?.kind === 'tool' && (
        <ToolForm
          van={open.van}
          tool={open.tool}
          onSave={props.onTool}
          onRemove={props.onRemoveTool}
          onClose={close}
        />
      )}
      {open?.kind === 'cover' && (
        <CoverForm
          van={open.van}
          tool={open.tool}
          platformId={open.platformId}
          platforms={platforms}
          markets={markets}
          onSave={props.onCover}
          onClose={close}
        />
      )}
      {open?.kind === 'right' && (
        <RightForm
          van={open.van}
          right={open.right}
          currency={currency}
          onSave={props.onRight}
          onRemove={props.onRemoveRight}
          onClose={close}
        />
      )}
    </Page>
  );
}

function ToolPart({
  tool,
  van,
  platforms,
  onChange,
  onCover,
}: {
  tool: Tool;
  van: string;
  platforms: ToolsProps['platforms'];
  onChange: () => void;
  onCover: (platformId: string | undefined) => void;
}) {
  const covered = platforms.filter(({ id }) => tool.cover.some(({ platformId }) => platformId === id));
  return (
    <section>
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h3 className="font-semibold">
          {tool.name}, {tool.edition}
        </h3>
        <Badge tone={tool.state === 'supported' ? 'glaze' : 'ochre'}>{tool.state}</Badge>
        <span className="text-small text-mute">{covered.length} platforms</span>
        <Button look="quiet" className="ml-auto" aria-label={`Change ${tool.name}`} onClick={onChange}>
          Change
        </Button>
        <Button look="quiet" aria-label={`Add a platform to ${tool.name}`} onClick={() => onCover(undefined)}>
          Add a platform
        </Button>
      </div>
      {covered.length > 0 && (
        <ListTable
          label={`Coverage of ${tool.name} on ${van}`}
          items={covered}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Platform', look: 'name', cell: ({ name }) => name },
            { head: 'Covers', cell: ({ id }) => coverWords(tool, id) },
            {
              head: 'What can be done',
              look: 'press',
              cell: ({ id, name }) => (
                <Button
                  look="quiet"
                  aria-label={`Coverage of ${name} by ${tool.name}`}
                  onClick={() => onCover(id)}
                >
                  Change
                </Button>
              ),
            },
          ]}
        />
      )}
    </section>
  );
}

/** What a tool does on a platform, with the market and the right that each function wants. */
function coverWords({ cover }: Tool, platform: string): string {
  return cover
    .filter(({ platformId }) => platformId === platform)
    .map(
      ({ method, market, right }) =>
        `${functionName(method)}${market ? `, ${market} only` : ''}${right ? ` (${right})` : ''}`,
    )
    .join(' · ');
}

function Rights({
  van,
  today,
  currency,
  locale,
  onOpen,
}: Pick<ToolsProps, 'today' | 'currency' | 'locale'> & {
  van: VanTools;
  onOpen: (right: ToolRight) => void;
}) {
  const hanging = platformsByRight(van.tools);
  return (
    <ListTable
      label={`Licences and credits of ${van.name}`}
      items={van.rights}
      keyOf={({ name }) => name}
      none="No licences or credits beyond the tools themselves."
      columns={[
        { head: 'Licence or credits', look: 'name', cell: ({ name }) => name },
        { head: 'Kind', cell: ({ kind }) => kind },
        {
          head: 'Left',
          look: 'number',
          cell: ({ credits }) => (
            <>
              {credits ?? 'not counted'} {credits === 0 && <Badge tone="oxide">used up</Badge>}
            </>
          ),
        },
        {
          head: 'A use costs',
          look: 'number',
          cell: ({ useMinor }) =>
            useMinor === null ? 'nothing' : formatMoney({ minor: useMinor, currency }, locale),
        },
        {
          head: 'Until',
          cell: ({ expiresOn }) =>
            expiresOn === null ? (
              'no end'
            ) : (
              <>
                {formatDay(expiresOn, today)} {expiresOn < today && <Badge tone="oxide">expired</Badge>}
              </>
            ),
        },
        {
          head: 'Platforms that hang on it',
          look: 'number',
          cell: ({ name }) => hanging.get(name) ?? 0,
        },
        {
          head: 'What can be done',
          look: 'press',
          cell: (right) => (
            <Button look="quiet" aria-label={`Change ${right.name}`} onClick={() => onOpen(right)}>
              Change
            </Button>
          ),
        },
      ]}
    />
  );
}
