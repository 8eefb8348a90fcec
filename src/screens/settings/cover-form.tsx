'use client';

import { useState } from 'react';
import { functionName, type Tool, type ToolFunction, toolFunctions } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { ToolAction, VanTools } from './van-tools';

interface CoverFormProps {
  readonly van: VanTools;
  readonly tool: Tool;
  /** The platform whose cover is changed; undefined adds one. */
  readonly platformId: string | undefined;
  readonly platforms: readonly { readonly id: string; readonly name: string }[];
  readonly markets: readonly string[];
  readonly onSave: ToolAction;
  readonly onClose: () => void;
}

/** What a tool covers on one platform: functions, each for a market and with a right where it wants one. */
export function CoverForm({ van, tool, platformId, platforms, markets, onSave, onClose }: CoverFormProps) {
  const [platform, setPlatform] = useState(platformId ?? platforms[0]?.id ?? '');
  const [rows, setRows] = useState(
    tool.cover
      .filter((cover) => cover.platformId === platformId)
      .map(({ method, market, right }) => ({ method, market: market ?? '', right: right ?? '' })),
  );
  const { submit, pending, problems } = useSubmit(onSave);
  const set = (at: number, more: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, place) => (place === at ? { ...row, ...more } : row)));
  const choices = (names: readonly string[]) => names.map((name) => ({ value: name, label: name }));
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Coverage of ${tool.name}`}
      note={van.name}
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit(
            {
              vanId: van.id,
              tool: tool.name,
              platformId: platform,
              cover: rows.map(({ method, market, right }) => ({
                method,
                market: market || null,
                right: right || null,
              })),
            },
            onClose,
          );
        }}
      >
        <SelectField
          label="Platform"
          value={platform}
          disabled={platformId !== undefined}
          choices={platforms.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(event) => setPlatform(event.target.value)}
        />
        <ul className="flex flex-col gap-1">
          {rows.map((row, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name than their place
            <li key={at} className="grid items-start gap-2 sm:grid-cols-[1fr_1fr_1fr_auto]">
              <SelectField
                label="Function"
                value={row.method}
                choices={toolFunctions.map((one) => ({ value: one, label: functionName(one) }))}
                onChange={(event) => set(at, { method: event.target.value as ToolFunction })}
              />
              <SelectField
                label="Market"
                empty="All"
                value={row.market}
                choices={choices(markets)}
                onChange={(event) => set(at, { market: event.target.value })}
              />
              <SelectField
                label="Licence or credits"
                empty="None wanted"
                value={row.right}
                choices={choices(van.rights.map(({ name }) => name))}
                onChange={(event) => set(at, { right: event.target.value })}
              />
              <Button
                look="quiet"
                className="mt-[22px]"
                aria-label={`Take ${functionName(row.method)} away`}
                onClick={() => setRows(rows.filter((_, place) => place !== at))}
              >
                Remove
              </Button>
            </li>
          ))}
          {rows.length === 0 && <li className="text-mute">Covers nothing on this platform.</li>}
        </ul>
        <Button
          look="quiet"
          className="self-start"
          onClick={() => setRows([...rows, { method: 'add', market: '', right: '' }])}
        >
          Add a function
        </Button>
        <Problems problems={problems} />
        <Button type="submit" look="main" className="self-start" busy={pending}>
          Save
        </Button>
      </form>
    </Overlay>
  );
}
