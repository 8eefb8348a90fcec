'use client';

import { type BureauEnquiry, type BureauKind, bureauNames } from '@/core/authority/bureau';
import { type SecretRef, secretName } from '@/core/authority/secrets';
import { momentWords } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface BureauPanelProps {
  readonly job: JobRef;
  readonly enquiries: readonly BureauEnquiry[];
  readonly fees: Readonly<Partial<Record<BureauKind, number>>>;
  readonly secrets: readonly SecretRef[];
  readonly zone: string;
  readonly currency: string;
  readonly locale: string;
  readonly onAsk: EditAction;
}

/** Questions to the code service: what each costs, what is under way and what came of it. */
export function BureauPanel({
  job,
  enquiries,
  fees,
  secrets,
  zone,
  currency,
  locale,
  onAsk,
}: BureauPanelProps) {
  const kinds = Object.keys(fees) as BureauKind[];
  const codes = secrets.filter((one) => one.kind === 'keyCode' && !one.destroyed);
  const of = useFormOf({
    values: {
      kind: kinds.includes('pinFromVin') ? ('pinFromVin' as BureauKind) : (kinds[0] ?? 'pinFromVin'),
      about: codes[0]?.id ?? '',
    },
    check: async () => (await import('@/inputs/job-inputs')).AskBureauInput,
    read: (draft) => ({
      kind: draft.kind,
      about: draft.kind === 'bittingFromCode' ? draft.about || null : null,
    }),
    sender: useEdit(onAsk, job),
  });
  const kind = of.form.watch('kind');
  if (kinds.length === 0) return null;
  const money = (minor: number) => formatMoney({ minor, currency }, locale);
  return (
    <Panel
      title="The code service"
      note="Keeps codes and PINs by VIN. The fee is due whether it finds something or not; answers are sealed as they come."
    >
      <ul className="flex flex-col gap-1">
        {enquiries.map((enquiry) => {
          const secret = secrets.find(({ id }) => id === enquiry.envelopeId);
          return (
            <li key={enquiry.id} className="flex flex-wrap items-center gap-x-3">
              <span className="font-semibold">{bureauNames[enquiry.kind]}</span>
              <Badge
                tone={enquiry.state === 'answered' ? 'glaze' : enquiry.state === 'failed' ? 'oxide' : 'ochre'}
              >
                {enquiry.state === 'waiting' ? `due ${momentWords(enquiry.dueAt, zone)}` : enquiry.state}
              </Badge>
              <span>{secret ? secretName(secret) : (enquiry.failure ?? missedWords(enquiry))}</span>
              <span className="text-small text-mute">
                {money(enquiry.feeMinor)}, asked {momentWords(enquiry.askedAt, zone)} by {enquiry.askedBy}
              </span>
            </li>
          );
        })}
      </ul>
      {!job.closed && (
        <Form of={of} className="mt-3 flex flex-wrap items-start gap-3">
          <FormSelect
            of={of}
            name="kind"
            label="Ask for"
            className="w-64"
            choices={kinds.map((one) => ({
              value: one,
              label: `${bureauNames[one]}, ${money(fees[one] ?? 0)}`,
            }))}
          />
          {kind === 'bittingFromCode' && (
            <FormSelect
              of={of}
              name="about"
              label="Of"
              className="w-40"
              empty="No key code yet"
              choices={codes.map((code) => ({ value: code.id, label: secretName(code) }))}
            />
          )}
          <Button type="submit" className="mt-[22px]" busy={of.busy} follows={money(fees[kind] ?? 0)}>
            Ask the code service
          </Button>
        </Form>
      )}
      <FormOutcome of={of} />
    </Panel>
  );
}

function missedWords({ missed }: BureauEnquiry): string | null {
  return missed === 0
    ? null
    : `Not reached yet, tried ${missed === 1 ? 'once' : `${missed} times`}; tried again by itself.`;
}
