'use client';

import Link from 'next/link';
import { useState } from 'react';
import type { SecretRef } from '@/core/authority/secrets';
import type { FactDifference } from '@/core/catalogue/conflicts';
import { factKinds } from '@/core/catalogue/fact-kinds';
import { type Outcome, outcomes } from '@/core/job/closing';
import type { JobLog } from '@/core/job/events/log';
import type { Authority } from '@/core/job/job';
import { checkWords, type ProofState } from '@/core/job/proving';
import type { Result } from '@/core/kinds/result';
import { type CountGround, countDoubt, countVerdict } from '@/core/programming/count-verdict';
import type { PhysicalKey } from '@/core/programming/keys';
import type { CountAnswer } from '@/core/programming/plan';
import type { RouteKind } from '@/core/programming/route';
import type { Piece } from '@/core/supply/movements';
import { Button } from '@/ui/button';
import { CountField } from '@/ui/count-field';
import { EditOutcome } from '@/ui/edit-outcome';
import { choicesOf, SelectField, TextAreaField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Badge, Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { useEvent } from '@/ui/use-event';
import type { JobSources } from '@/usecases/jobs/key-sources';
import type { JobPayments } from '@/usecases/jobs/payments';
import type { JobLinks } from '@/usecases/jobs/reopen';
import type { OnLink } from '../parts/make-link';
import { type PaymentActions, PaymentPanel } from '../parts/payment-panel';
import { JobLinksNote, ReopenPanel } from './after-close';
import { Attempts } from './attempts';
import { type FactChoices, FactsForm } from './facts-form';
import { HandoverPanel, type HandoverShown } from './handover-panel';
import { History, type HistoryRow } from './history';
import { RecordPanel, type RecordShown } from './record-panel';
import { SourcesPanel } from './sources-panel';
import { UsedPanel } from './used-panel';

interface CloseStationProps {
  readonly job: JobRef;
  readonly zone: string;
  readonly now: { readonly day: string; readonly hour: string };
  readonly authority: Authority | undefined;
  readonly route: RouteKind | null;
  /** What the count after the work is held against. */
  /** Null where the car keeps no memory of keys. */
  readonly count: CountGround | null;
  /** What came of the checks at Prove. */
  readonly proof: ProofState;
  readonly worksInHand: boolean;
  readonly noteForPlainCopy: boolean;
  readonly log: JobLog;
  readonly keys: readonly PhysicalKey[];
  readonly facts: Readonly<Record<string, string>>;
  readonly factChoices: FactChoices;
  /** Facts found that the library has otherwise. */
  readonly differences: readonly FactDifference[];
  readonly closed: {
    readonly outcome: Outcome;
    readonly by: string;
    readonly on: string;
    readonly reason: string | null;
  } | null;
  readonly history: readonly HistoryRow[];
  /** Secrets of the job by reference, for naming them in an attempt. */
  readonly secrets: readonly SecretRef[];
  readonly systemTypes: readonly string[];
  /** Where the keys of a closed job came from; undefined while it is open. */
  readonly sources: JobSources | undefined;
  /** The names of the vans, by id. */
  readonly places: Readonly<Record<string, string>>;
  /** Pieces of the stock and uses of licences that the job took. */
  readonly used: readonly Piece[];
  readonly rightsUsed: readonly { readonly name: string; readonly uses: number }[];
  readonly record: RecordShown;
  readonly handover: HandoverShown;
  readonly onHandoverLink: OnLink;
  readonly onRevoke: (data: unknown) => Promise<Result<null>>;
  readonly onComeback: (data: unknown) => Promise<Result<{ number: number }>>;
  /** Undefined where nothing was quoted. */
  readonly payments: JobPayments | undefined;
  readonly paymentActions: PaymentActions;
  readonly locale: string;
  /** Whether who looks may take an amount back, and open the job again. */
  readonly mayTakeBack: boolean;
  readonly mayReopen: boolean;
  readonly links: JobLinks;
  /** How the job ends, as far as it can be told. */
  readonly likelyOutcome: Outcome;
  readonly onReopen: (data: unknown) => Promise<Result<{ version: number }>>;
  readonly onFacts: EditAction;
  readonly onClose: EditAction;
}

/** The end of a job: who had the right, what was tried, what the car really had, the count again, and how it ended. */
export function CloseStation(props: CloseStationProps) {
  const { job, closed, count, log, route } = props;
  return (
    <>
      <Lead
        over={closed ? `Closed ${closed.on} by ${closed.by}` : 'Before the tag comes off'}
        title={closed ? outcomes[closed.outcome] : 'Attempts, count, outcome'}
        reason={closed?.reason}
      />
      <JobLinksNote links={props.links} zone={props.zone} />
      <RightLine job={job} authority={props.authority} />
      <Attempts
        job={job}
        log={log}
        route={route}
        keys={props.keys}
        zone={props.zone}
        now={props.now}
        authorised={props.authority !== undefined}
        worksInHand={props.worksInHand}
        noteForPlainCopy={props.noteForPlainCopy}
        secrets={props.secrets}
        systemTypes={props.systemTypes}
      />
      <ProofLine job={job.number} proof={props.proof} />
      {count && <CountPanel job={job} log={log} count={count} />}
      <FactsForm job={job} facts={props.facts} choices={props.factChoices} onFacts={props.onFacts} />
      <Differences differences={props.differences} closed={closed !== null} />
      <RecordPanel job={job.number} record={props.record} />
      <UsedPanel used={props.used} rights={props.rightsUsed} places={props.places} />
      {route !== null && (
        <HandoverPanel
          job={job}
          handover={props.handover}
          onLink={props.onHandoverLink}
          onRevoke={props.onRevoke}
        />
      )}
      {props.sources && (
        <SourcesPanel number={job.number} sources={props.sources} onComeback={props.onComeback} />
      )}
      {props.payments && (
        <PaymentPanel
          jobNumber={job.number}
          payments={props.payments}
          locale={props.locale}
          zone={props.zone}
          mayTakeBack={props.mayTakeBack}
          actions={props.paymentActions}
        />
      )}
      {closed && props.mayReopen && <ReopenPanel job={job} onReopen={props.onReopen} />}
      <History rows={props.history} />
      {!closed && <EndForm job={job} likely={props.likelyOutcome} onClose={props.onClose} />}
    </>
  );
}

/** Whether the right to the car is on record, and where it is recorded. */
function RightLine({ job, authority }: { job: JobRef; authority: Authority | undefined }) {
  if (authority)
    return (
      <Notice tone="glaze">
        The right to the car is on record: {authority.holderName ?? 'name removed'}, person, papers and plate.
      </Notice>
    );
  if (job.closed) return null;
  return (
    <Notice tone="ochre">
      The right to the car is not on record. Only the repair of a key that works and the dealer go without.{' '}
      <Link
        href={`/jobs/${job.number}/on-site`}
        prefetch={false}
        className="inline-flex min-h-11 items-center font-semibold underline"
      >
        Record it at On site
      </Link>
    </Notice>
  );
}

/** What the checks at Prove come to, for whoever closes the job. */
function ProofLine({ job, proof }: { readonly job: number; readonly proof: ProofState }) {
  const { all, works, fails, open } = proof;
  if (all === 0) return null;
  const isWhole = works === all;
  return (
    <Notice tone={fails.length > 0 ? 'oxide' : isWhole ? 'glaze' : 'ochre'}>
      {fails.length > 0
        ? `Failed at Prove: ${fails.map(checkWords).join('; ')}.`
        : isWhole
          ? `All ${all} checks at Prove work.`
          : `${open.length} of ${all} checks were not made at Prove: the handover note says so.`}{' '}
      <Link
        href={`/jobs/${job}/prove`}
        prefetch={false}
        className="inline-flex min-h-11 items-center font-semibold underline"
      >
        Look at Prove
      </Link>
    </Notice>
  );
}

/** What speaks against the library, and where it is settled. */
function Differences({
  differences,
  closed,
}: {
  readonly differences: readonly FactDifference[];
  readonly closed: boolean;
}) {
  if (differences.length === 0) return null;
  return (
    <Notice tone="ochre">
      {differences.map(({ kind, library, found }) => (
        <p key={kind}>
          <span aria-hidden>≠</span> {factKinds[kind].label}: found {found}, the library says {library}.
        </p>
      ))}
      {closed ? (
        <Link href="/library/conflicts" prefetch={false} className="font-semibold underline">
          Settle it in the library
        </Link>
      ) : (
        <p>Once the job is closed it stands in the library, to be settled.</p>
      )}
    </Notice>
  );
}

function CountPanel({ job, log, count: ground }: { job: JobRef; log: JobLog; count: CountGround }) {
  const event = useEvent(job);
  const verdict = countVerdict(log.countAfter, ground);
  const doubt = countDoubt(log.countAfter, ground);
  return (
    <Panel title="Key count" note="The car is asked again; afterwards the count must be the plan's.">
      <dl className="mb-3 grid grid-cols-3 gap-3">
        {(
          [
            ['Before', log.countBefore],
            ['Planned', ground.planned],
            ['After', log.countAfter],
          ] as const
        ).map(([label, count]) => (
          <div key={label} className="rounded-lg border border-line p-3">
            <dt className="text-small text-mute">{label}</dt>
            <dd className="font-mono text-ask font-bold">{countWords(count)}</dd>
          </div>
        ))}
      </dl>
      {doubt !== undefined && <Notice tone="oxide">{doubt}</Notice>}
      {verdict === 'fits' && <Badge tone="glaze">The count fits the plan</Badge>}
      {verdict === 'cannotTell' && <Badge tone="plain">This car never says how many keys it knows</Badge>}
      {!job.closed && (
        <div className="mt-3 max-w-md">
          <CountField
            label="The car knows, after the work"
            answer={log.countAfter ?? null}
            pending={event.pending}
            problem={event.problems[0]?.message}
            onCount={(answer) => event.record('countRead', { moment: 'after', answer })}
          />
        </div>
      )}
    </Panel>
  );
}

function countWords(count: CountAnswer | undefined): string {
  if (count === undefined) return '–';
  return count === 'cannotSay' ? 'cannot say' : String(count);
}

function EndForm({
  job,
  likely,
  onClose,
}: {
  readonly job: JobRef;
  readonly likely: Outcome;
  readonly onClose: EditAction;
}) {
  // What was chosen by hand holds; else what the log says, also as it goes on.
  const [chosen, setChosen] = useState<Outcome>();
  const outcome = chosen ?? likely;
  const [reason, setReason] = useState('');
  const edit = useEdit(onClose, job);
  return (
    <Panel title="How it ended">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          edit.send({ outcome, reason });
        }}
      >
        <div className="grid gap-3 sm:grid-cols-[240px_1fr]">
          <SelectField
            label="Outcome"
            value={outcome}
            choices={choicesOf(outcomes)}
            error={edit.problemOf('outcome')}
            onChange={setChosen}
          />
          <TextAreaField
            label="Why, where the work was not done or the count differs"
            maxLength={500}
            value={reason}
            error={edit.problemOf('reason')}
            onChange={(event) => setReason(event.target.value)}
          />
        </div>
        <EditOutcome edit={edit} shownBeside={['outcome', 'reason']} fields={[]} />
        <Button
          type="submit"
          look="main"
          className="self-start"
          busy={edit.pending}
          follows="opened again only with a reason"
        >
          Close the job
        </Button>
      </form>
    </Panel>
  );
}
