'use client';

import { useState } from 'react';
import {
  identityDocuments,
  type LocalRules,
  rightDocuments,
  seenAtTheCar,
  waysSeen,
  witnessRules,
} from '@/core/authority/documents';
import type { Authority } from '@/core/job/job';
import { momentWords } from '@/core/kinds/local-time';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormField, FormSelect, FormText, FormTick } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { SignatureView } from '@/ui/signature-view';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { SignatureField } from './signature-field';

interface AuthorityPartProps {
  readonly job: JobRef;
  readonly stage: 'advance' | 'onSite';
  /** What was recorded for this stage. */
  readonly recorded: Authority | undefined;
  /** What was recorded for the other one, to begin from. */
  readonly other: Authority | undefined;
  readonly rules: LocalRules;
  readonly customer: string | null;
  readonly zone: string;
  readonly onRecord: EditAction;
}

const titles = { advance: 'Right to the car, by papers in advance', onSite: 'Person, papers and plate' };
const notes = {
  advance:
    'Before anything is looked up or ordered to a code. Papers are looked at and not kept; of their numbers only the last characters.',
  onSite: 'Together, at the car, before a lock or the memory is touched. A key in hand proves nothing.',
};

/** Who has the right to the car, and how that was seen, for one of the two stages. */
export function AuthorityPart(props: AuthorityPartProps) {
  const { job, stage, recorded, zone } = props;
  const [open, setOpen] = useState(recorded === undefined);
  if (recorded && !open)
    return (
      <Recorded
        recorded={recorded}
        stage={stage}
        zone={zone}
        onCorrect={job.closed ? undefined : () => setOpen(true)}
      />
    );
  if (job.closed)
    return (
      <Panel title={titles[stage]}>
        <p className="text-mute">None was recorded.</p>
      </Panel>
    );
  return <AuthorityForm {...props} onDone={() => setOpen(false)} />;
}

function AuthorityForm(props: AuthorityPartProps & { readonly onDone: () => void }) {
  const { job, stage, recorded, other, rules, customer, onRecord, onDone } = props;
  const start = recorded ?? other;
  const of = useFormOf({
    values: {
      holderName: start?.holderName ?? customer ?? '',
      identityDocument: start?.identityDocument ?? rules.identityAccepted[0] ?? ('license' as const),
      identityNumber: '',
      rightDocument: start?.rightDocument ?? rules.rightAccepted[0] ?? ('registration' as const),
      rightNumber: '',
      howSeen: recorded?.howSeen ?? (stage === 'advance' ? ('picture' as const) : ('original' as const)),
      personFits: recorded?.personFits ?? false,
      plateFits: recorded?.plateFits ?? false,
      witness: recorded?.witness ?? '',
      place: recorded?.place ?? '',
      signature: recorded?.signature ?? '',
      signedOnPaper: recorded?.signedOnPaper ?? false,
    },
    check: async () => (await import('@/inputs/job-inputs')).AuthorityInput,
    read: (draft) => ({ stage, ...draft }),
    sender: useEdit(onRecord, job),
    onDone,
  });
  const accepted = (names: readonly string[]) => (choice: { readonly value: string }) =>
    choice.value === 'none' || names.includes(choice.value);
  const keptOf = (last: string | null | undefined) =>
    `Only its last characters are kept${last ? `; now …${last}` : ''}.`;
  return (
    <Panel title={titles[stage]} note={notes[stage]}>
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 sm:grid-cols-2">
          <FormText of={of} name="holderName" label="Name on the document" maxLength={80} />
          <FormSelect
            of={of}
            name="howSeen"
            label="How it was seen"
            choices={choicesOf(waysSeen).filter(
              ({ value }) => stage === 'advance' || (seenAtTheCar as readonly string[]).includes(value),
            )}
          />
          <FormSelect
            of={of}
            name="identityDocument"
            label="Identity document"
            choices={choicesOf(identityDocuments).filter(accepted(rules.identityAccepted))}
          />
          <FormText
            of={of}
            name="identityNumber"
            label="Number of the document"
            mono
            maxLength={40}
            hint={keptOf(recorded?.identityLast)}
          />
          <FormSelect
            of={of}
            name="rightDocument"
            label="Right to the car"
            choices={choicesOf(rightDocuments).filter(accepted(rules.rightAccepted))}
          />
          <FormText
            of={of}
            name="rightNumber"
            label="Number of the paper"
            mono
            maxLength={40}
            hint={keptOf(recorded?.rightLast)}
          />
        </div>
        {stage === 'onSite' && (
          <>
            <FormTick of={of} name="personFits" label="The person is the one on the document" />
            <FormTick of={of} name="plateFits" label="The VIN on the plate is the one on the papers" />
            <div className="grid gap-x-3 sm:grid-cols-2">
              <FormText
                of={of}
                name="witness"
                label="Witness"
                maxLength={80}
                hint={`The shop’s rule: ${witnessRules[rules.witness].toLowerCase()}.`}
              />
              <FormText of={of} name="place" label="Where the car stands" maxLength={200} />
            </div>
            <FormField
              of={of}
              name="signature"
              label="Signature"
              show={(drawn) => (drawn ? 'drawn' : 'none')}
            >
              {({ value, error, onChange }) => (
                <SignatureField value={value} error={error} onChange={onChange} />
              )}
            </FormField>
            <FormTick of={of} name="signedOnPaper" label="Signed on paper instead" />
          </>
        )}
        <FormOutcome of={of} />
        <Button type="submit" look="main" className="self-start" busy={of.busy}>
          {stage === 'advance' ? 'Record the papers' : 'Record the right'}
        </Button>
      </Form>
    </Panel>
  );
}

function Recorded({
  recorded,
  stage,
  zone,
  onCorrect,
}: {
  recorded: Authority;
  stage: 'advance' | 'onSite';
  zone: string;
  onCorrect: (() => void) | undefined;
}) {
  const paper = (name: string, last: string | null) => `${name.toLowerCase()}${last ? ` …${last}` : ''}`;
  return (
    <Panel title={titles[stage]}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <p>
          <b>{recorded.holderName ?? 'Name removed'}</b>:{' '}
          {paper(identityDocuments[recorded.identityDocument], recorded.identityLast)},{' '}
          {paper(rightDocuments[recorded.rightDocument], recorded.rightLast)};{' '}
          {waysSeen[recorded.howSeen].toLowerCase()}.{stage === 'onSite' && ' The person and the plate fit.'}
          {recorded.witness && ` Witness: ${recorded.witness}.`}
          {recorded.place && ` At ${recorded.place}.`}
          <span className="block text-small text-mute">
            Recorded {momentWords(recorded.recordedAt, zone)} by {recorded.recordedBy}
            {recorded.signedOnPaper && ', signed on paper'}
          </span>
        </p>
        {recorded.signature && <SignatureView strokes={recorded.signature} />}
        {onCorrect && <Button onClick={onCorrect}>Correct it</Button>}
      </div>
    </Panel>
  );
}
