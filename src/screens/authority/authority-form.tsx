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
import { fieldName } from '@/core/job/field-names';
import type { Authority } from '@/core/job/job';
import { momentWords } from '@/core/kinds/local-time';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { SignatureView } from '@/ui/signature-view';
import { Tick } from '@/ui/tick';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { SignatureField } from './signature-field';

interface AuthorityFormProps {
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

const shown = [
  { field: 'holderName', show: undefined },
  { field: 'identityDocument', show: (value: unknown) => nameIn(identityDocuments, value) },
  { field: 'rightDocument', show: (value: unknown) => nameIn(rightDocuments, value) },
  { field: 'howSeen', show: (value: unknown) => nameIn(waysSeen, value) },
].map(({ field, show }) => ({ field, label: fieldName(field), show }));

/** Who has the right to the car, and how that was seen, for one of the two stages. */
export function AuthorityForm(props: AuthorityFormProps) {
  const { job, stage, recorded, other, rules, customer, zone, onRecord } = props;
  const start = recorded ?? other;
  const [draft, setDraft] = useState({
    holderName: start?.holderName ?? customer ?? '',
    identityDocument: start?.identityDocument ?? rules.identityAccepted[0] ?? 'license',
    identityNumber: '',
    rightDocument: start?.rightDocument ?? rules.rightAccepted[0] ?? 'registration',
    rightNumber: '',
    howSeen: recorded?.howSeen ?? (stage === 'advance' ? 'picture' : 'original'),
    personFits: recorded?.personFits ?? false,
    plateFits: recorded?.plateFits ?? false,
    witness: recorded?.witness ?? '',
    place: recorded?.place ?? '',
    signature: recorded?.signature ?? '',
    signedOnPaper: recorded?.signedOnPaper ?? false,
  });
  const [open, setOpen] = useState(recorded === undefined);
  const edit = useEdit(onRecord, job);
  const set = (more: Partial<typeof draft>) => setDraft((before) => ({ ...before, ...more }));
  const choices = (names: Readonly<Record<string, string>>, accepted?: readonly string[]) =>
    Object.entries(names)
      .filter(([value]) => value === 'none' || !accepted || accepted.includes(value))
      .map(([value, label]) => ({ value, label }));
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
  return (
    <Panel title={titles[stage]} note={notes[stage]}>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          edit.edit({ stage, ...draft }, () => setOpen(false));
        }}
      >
        <div className="grid gap-x-3 sm:grid-cols-2">
          <TextField
            label="Name on the document"
            maxLength={80}
            value={draft.holderName}
            error={edit.problemOf('holderName')}
            onChange={(event) => set({ holderName: event.target.value })}
          />
          <SelectField
            label="How it was seen"
            choices={choices(waysSeen).filter(
              ({ value }) => stage === 'advance' || (seenAtTheCar as readonly string[]).includes(value),
            )}
            value={draft.howSeen}
            error={edit.problemOf('howSeen')}
            onChange={(event) => set({ howSeen: event.target.value as typeof draft.howSeen })}
          />
          <SelectField
            label="Identity document"
            choices={choices(identityDocuments, rules.identityAccepted)}
            value={draft.identityDocument}
            error={edit.problemOf('identityDocument')}
            onChange={(event) =>
              set({ identityDocument: event.target.value as typeof draft.identityDocument })
            }
          />
          <TextField
            label="Number of the document"
            mono
            maxLength={40}
            value={draft.identityNumber}
            hint={`Only its last characters are kept${recorded?.identityLast ? `; now …${recorded.identityLast}` : ''}.`}
            error={edit.problemOf('identityNumber')}
            onChange={(event) => set({ identityNumber: event.target.value })}
          />
          <SelectField
            label="Right to the car"
            choices={choices(rightDocuments, rules.rightAccepted)}
            value={draft.rightDocument}
            error={edit.problemOf('rightDocument')}
            onChange={(event) => set({ rightDocument: event.target.value as typeof draft.rightDocument })}
          />
          <TextField
            label="Number of the paper"
            mono
            maxLength={40}
            value={draft.rightNumber}
            hint={`Only its last characters are kept${recorded?.rightLast ? `; now …${recorded.rightLast}` : ''}.`}
            error={edit.problemOf('rightNumber')}
            onChange={(event) => set({ rightNumber: event.target.value })}
          />
        </div>
        {stage === 'onSite' && (
          <>
            <Tick
              label="The person is the one on the document"
              checked={draft.personFits}
              error={edit.problemOf('personFits')}
              onChange={(personFits) => set({ personFits })}
            />
            <Tick
              label="The VIN on the plate is the one on the papers"
              checked={draft.plateFits}
              error={edit.problemOf('plateFits')}
              onChange={(plateFits) => set({ plateFits })}
            />
            <div className="grid gap-x-3 sm:grid-cols-2">
              <TextField
                label="Witness"
                maxLength={80}
                value={draft.witness}
                hint={`The shop’s rule: ${witnessRules[rules.witness].toLowerCase()}.`}
                error={edit.problemOf('witness')}
                onChange={(event) => set({ witness: event.target.value })}
              />
              <TextField
                label="Where the car stands"
                maxLength={200}
                value={draft.place}
                error={edit.problemOf('place')}
                onChange={(event) => set({ place: event.target.value })}
              />
            </div>
            <SignatureField
              value={draft.signature}
              error={edit.problemOf('signature')}
              onChange={(signature) => set({ signature })}
            />
            <Tick
              label="Signed on paper instead"
              checked={draft.signedOnPaper}
              onChange={(signedOnPaper) => set({ signedOnPaper })}
            />
          </>
        )}
        <EditOutcome
          edit={edit}
          shownBeside={[
            'holderName',
            'identityDocument',
            'rightDocument',
            'howSeen',
            'personFits',
            'plateFits',
            'witness',
            'place',
            'signature',
            'identityNumber',
            'rightNumber',
          ]}
          fields={shown}
        />
        <Button type="submit" look="main" className="self-start" busy={edit.pending}>
          {stage === 'advance' ? 'Record the papers' : 'Record the right'}
        </Button>
      </form>
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

function nameIn(names: Readonly<Record<string, string>>, value: unknown): string {
  return names[String(value)] ?? 'not said';
}
