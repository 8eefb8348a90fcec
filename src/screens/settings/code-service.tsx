'use client';

import { type BureauKind, type BureauTerms, bureauNames } from '@/core/authority/bureau';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormTick } from '@/ui/form/form-fields';
import { minorAsTyped, typedMinor, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { ToolAction } from './van-tools';

interface CodeServiceProps {
  readonly terms: Readonly<Partial<Record<BureauKind, BureauTerms>>>;
  readonly currency: string;
  readonly onSave: ToolAction;
}

const kinds = Object.keys(bureauNames) as BureauKind[];
const usual: BureauTerms = { feeMinor: 0, minutesFrom: 5, minutesTo: 30, failurePercent: 10 };

/** What the shop's code service is asked for: its fee, how soon it answers, how often it has nothing. */
export function CodeService({ terms, currency, onSave }: CodeServiceProps) {
  const of = useFormOf({
    values: {
      services: kinds.map((kind) => {
        const own = terms[kind] ?? usual;
        return {
          kind,
          offered: terms[kind] !== undefined,
          feeMinor: minorAsTyped(own.feeMinor, currency),
          minutesFrom: String(own.minutesFrom),
          minutesTo: String(own.minutesTo),
          failurePercent: String(own.failurePercent),
        };
      }),
    },
    check: async () => (await import('@/inputs/outside-inputs')).CodeServiceInput,
    read: ({ services }) => ({
      services: services.map((service) => ({
        ...service,
        feeMinor: typedMinor(service.feeMinor, currency),
        minutesFrom: typedNumber(service.minutesFrom),
        minutesTo: typedNumber(service.minutesTo),
        failurePercent: typedNumber(service.failurePercent),
      })),
    }),
    sender: useSave(onSave),
  });
  return (
    <Panel
      title="Code service"
      note="It is asked behind the gate alone. A simulated one ships with the product and answers by these terms."
    >
      <Form of={of} className="flex flex-col gap-3">
        {kinds.map((kind, at) => (
          <fieldset key={kind} className="flex flex-wrap items-start gap-3 border-t border-line pt-2">
            <legend className="sr-only">{bureauNames[kind]}</legend>
            <div className="mt-6 w-52">
              <FormTick of={of} name={`services.${at}.offered`} label={bureauNames[kind]} />
            </div>
            <FormNumber
              of={of}
              name={`services.${at}.feeMinor`}
              label={`Fee, ${currency}`}
              className="w-28"
            />
            <FormNumber of={of} name={`services.${at}.minutesFrom`} label="Minutes, from" className="w-28" />
            <FormNumber of={of} name={`services.${at}.minutesTo`} label="To" className="w-28" />
            <FormNumber
              of={of}
              name={`services.${at}.failurePercent`}
              label="Has nothing, %"
              className="w-32"
            />
          </fieldset>
        ))}
        <Button type="submit" className="self-start" busy={of.busy}>
          Save the code service
        </Button>
        <FormOutcome of={of} stored="Routes and quotes reckon with it from now on." />
      </Form>
    </Panel>
  );
}
