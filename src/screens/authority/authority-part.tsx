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
import { compareVins } from '@/core/vin/compare';
import { groupVin, parseVin } from '@/core/vin/vin';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormField, FormSelect, FormText, FormTick } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { SignatureView } from '@/ui/signature-view';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { SignatureField } from '../parts/signature-field';
import { VinCamera } from './vin-camera';

/** What the job says of its car, to hold the car that stands there against. */
export interface CarAtHand {
  readonly vin: string | null;
  /** The plate that was noted at the door; empty where none was. */
  readonly plate: string;
  readonly place: string;
  /** Other cars that had the plate that was recorded, in sentences. */
  readonly doubts: readonly string[];
}

const noCar: CarAtHand = { vin: null, plate: '', place: '', doubts: [] };

interface AuthorityPartProps {
  readonly job: JobRef;
  readonly stage: 'advance' | 'onSite';
  /** What was recorded for this stage. */
  readonly recorded: Authority | undefined;
  /** What was recorded for the other one, to begin from. */
  readonly other: Authority | undefined;
  readonly rules: LocalRules;
  readonly customer: string | null;
  /** Of the car that stands there; only at the car. */
  readonly car?: CarAtHand;
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
        doubts={props.car?.doubts ?? []}
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
  const { job, stage, recorded, other, rules, customer, car = noCar, onRecord, onDone } = props;
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
      place: recorded?.place ?? car.place,
      carVin: recorded?.carVin ?? '',
      carPlate: recorded?.carPlate ?? car.plate,
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
    `Only its last characters are kept${last ? `; now …${last}, which stays where it is left empty` : ''}.`;
  // What was seen in advance is carried over, and one press away.
  const carried = stage === 'onSite' && recorded === undefined ? other : undefined;
  const papers = (
    <div className="grid gap-x-3 sm:grid-cols-2">
      <FormText
        of={of}
        name="holderName"
        label="Name on the document"
        autoCapitalize="words"
        maxLength={80}
      />
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
        autoCapitalize="characters"
        maxLength={40}
        hint={keptOf(start?.identityLast)}
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
        autoCapitalize="characters"
        maxLength={40}
        hint={keptOf(start?.rightLast)}
      />
    </div>
  );
  return (
    <Panel title={titles[stage]} note={notes[stage]}>
      <Form of={of} className="flex flex-col gap-2">
        {stage === 'onSite' && (
          <>
            <div className="grid gap-x-3 sm:grid-cols-2">
              <FormText
                of={of}
                name="carVin"
                label="VIN on the car"
                mono
                maxLength={40}
                autoCapitalize="characters"
                spellCheck={false}
                hint={vinSays(of.form.watch('carVin'), car.vin)}
              />
              <FormText
                of={of}
                name="carPlate"
                label="Registration plate"
                mono
                maxLength={15}
                autoCapitalize="characters"
                spellCheck={false}
              />
            </div>
            <VinCamera onRead={(vin) => of.form.setValue('carVin', vin, { shouldDirty: true })} />
          </>
        )}
        {carried ? (
          <Fold title="Papers, as they were seen in advance" says={paperSays(carried)}>
            {papers}
          </Fold>
        ) : (
          papers
        )}
        {stage === 'onSite' && (
          <>
            <FormTick of={of} name="personFits" label="The person is the one on the document" />
            <FormTick of={of} name="plateFits" label="The VIN on the plate is the one on the papers" />
            <div className="grid gap-x-3 sm:grid-cols-2">
              <FormText
                of={of}
                name="witness"
                label="Witness"
                autoCapitalize="words"
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
  doubts,
  onCorrect,
}: {
  recorded: Authority;
  doubts: readonly string[];
  stage: 'advance' | 'onSite';
  zone: string;
  onCorrect: (() => void) | undefined;
}) {
  return (
    <Panel title={titles[stage]}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <p>
          <b>{recorded.holderName ?? 'Name removed'}</b>: {paperSays(recorded)};{' '}
          {waysSeen[recorded.howSeen].toLowerCase()}.{stage === 'onSite' && ' The person and the plate fit.'}
          {recorded.witness && ` Witness: ${recorded.witness}.`}
          {recorded.place && ` At ${recorded.place}.`}
          {recorded.carVin && ` VIN ${groupVin(recorded.carVin)}.`}
          {recorded.carPlate && ` Plate ${recorded.carPlate}.`}
          <span className="block text-small text-mute">
            Recorded {momentWords(recorded.recordedAt, zone)} by {recorded.recordedBy}
            {recorded.signedOnPaper && ', signed on paper'}
          </span>
        </p>
        {doubts.length > 0 && (
          <Notice tone="ochre">
            {doubts.map((doubt) => (
              <p key={doubt}>{doubt}</p>
            ))}
          </Notice>
        )}
        {recorded.signature && <SignatureView strokes={recorded.signature} />}
        {onCorrect && <Button onClick={onCorrect}>Correct it</Button>}
      </div>
    </Panel>
  );
}

/** The two papers with the ends of their numbers. */
function paperSays({ identityDocument, identityLast, rightDocument, rightLast }: Authority): string {
  const paper = (name: string, last: string | null) => `${name.toLowerCase()}${last ? ` …${last}` : ''}`;
  return `${paper(identityDocuments[identityDocument], identityLast)}, ${paper(rightDocuments[rightDocument], rightLast)}`;
}

function vinSays(typed: string, told: string | null): string {
  const known =
    told === null ? 'The job knows none yet: it is noted there.' : `The job’s: ${groupVin(told)}.`;
  const read = parseVin(typed);
  if (!read.ok || told === null) return known;
  return {
    same: 'It is the job’s VIN.',
    cannotSay: known,
    oneSlip: `One slip from the job’s: ${groupVin(told)}.`,
    anotherCar: `Another car: the job’s is ${groupVin(told)}.`,
  }[compareVins(read.value, told, []).likeness];
}
