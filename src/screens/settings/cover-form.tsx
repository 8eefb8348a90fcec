'use client';

import { functionName, type Tool, toolFunctions } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect } from '@/ui/form/form-fields';
import { FormRows } from '@/ui/form/form-rows';
import { useFormOf } from '@/ui/form/use-form-of';
import { Overlay } from '@/ui/overlay';
import { useSave } from '@/ui/use-submit';
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
  const of = useFormOf({
    values: {
      platformId: platformId ?? platforms[0]?.id ?? '',
      cover: tool.cover
        .filter((cover) => cover.platformId === platformId)
        .map(({ method, market, right }) => ({ method, market: market ?? '', right: right ?? '' })),
    },
    check: async () => (await import('@/inputs/tool-inputs')).CoverInput,
    read: (draft) => ({
      vanId: van.id,
      tool: tool.name,
      platformId: draft.platformId,
      cover: draft.cover.map(({ method, market, right }) => ({
        method,
        market: market || null,
        right: right || null,
      })),
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Coverage of ${tool.name}`}
      note={van.name}
    >
      <Form of={of} className="flex flex-col gap-2">
        <FormSelect
          of={of}
          name="platformId"
          label="Platform"
          disabled={platformId !== undefined}
          choices={platforms.map(({ id, name }) => ({ value: id, label: name }))}
        />
        <FormRows
          of={of}
          name="cover"
          one="function"
          add="Add a function"
          none="Covers nothing on this platform."
          empty={{ method: 'add', market: '', right: '' }}
          rowClassName="grid items-start gap-2 sm:grid-cols-[1fr_1fr_1fr_auto]"
        >
          {(at) => (
            <>
              <FormSelect
                of={of}
                name={`cover.${at}.method`}
                label="Function"
                choices={toolFunctions.map((one) => ({ value: one, label: functionName(one) }))}
              />
              <FormSelect
                of={of}
                name={`cover.${at}.market`}
                label="Market"
                empty="All"
                choices={plainChoices(markets)}
              />
              <FormSelect
                of={of}
                name={`cover.${at}.right`}
                label="Licence or credits"
                empty="None wanted"
                choices={plainChoices(van.rights.map(({ name }) => name))}
              />
            </>
          )}
        </FormRows>
        <FormOutcome of={of} />
        <Button type="submit" look="main" className="self-start" busy={of.busy}>
          Save
        </Button>
      </Form>
    </Overlay>
  );
}
