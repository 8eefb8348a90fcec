'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { mostBackupHours } from '@/core/kinds/health';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { formatAge, formatBytes } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText, FormTick } from '@/ui/form/form-fields';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave, useSubmit } from '@/ui/use-submit';
import type { BackupsView } from '@/usecases/archive/backups';
import type { checkBackup } from '@/usecases/archive/export-archive';
import { ExportAll } from './export-all';

type Checked = Awaited<ReturnType<typeof checkBackup>>;

interface BackupsProps {
  readonly view: BackupsView;
  readonly onPlan: (data: unknown) => Promise<Result<null>>;
  readonly onNow: () => Promise<Result<unknown>>;
  readonly onCheck: (data: unknown) => Promise<Checked>;
}

const hourMs = 3_600_000;

/** What is written away and when, and everything out at once. */
export function Backups({ view, onPlan, onNow, onCheck }: BackupsProps) {
  const { files, runs, folder, zone } = view;
  const router = useRouter();
  const now = useSave(onNow);
  const running = runs.some(({ state }) => state === 'running');
  useEffect(() => {
    if (!running) return;
    const ask = setInterval(() => router.refresh(), 3000);
    return () => clearInterval(ask);
  }, [running, router]);
  return (
    <Page title="Backups" note="Everything the shop owns, written away and taken out.">
      <Panel title="In the folder" note={folder}>
        <LastWords view={view} />
        <div className="my-3 flex flex-wrap items-center gap-3">
          <Button busy={now.pending || running} onClick={() => now.send(undefined)}>
            {now.pending || running ? 'Writing…' : 'Back up now'}
          </Button>
          {(now.pending || running) && <progress aria-label="Backup" className="h-3 w-40" />}
          <Problems problems={now.problems} />
        </div>
        <ListTable
          label="Archives in the folder"
          items={files}
          keyOf={({ name }) => name}
          none="There is none yet."
          columns={[
            { head: 'Archive', look: 'name', cell: ({ name }) => <span className="font-mono">{name}</span> },
            { head: 'Written', cell: ({ madeAt }) => momentWords(madeAt, zone) },
            { head: 'Size', look: 'code', cell: ({ bytes }) => formatBytes(bytes) },
            {
              head: 'What can be done',
              look: 'press',
              cell: ({ name }) => <CheckButton name={name} onCheck={onCheck} />,
            },
          ]}
        />
        <p className="mt-3 text-small text-mute">
          To take one in again, stop the program and run{' '}
          <code className="font-mono">npm run restore -- FILE</code>: it is filled into a new database beside
          this one, and put in its place as a whole.
        </p>
      </Panel>
      <PlanForm view={view} onPlan={onPlan} />
      <ExportAll />
    </Page>
  );
}

/** How old the last one is, and whether that is too old. */
function LastWords({ view: { runs, files, plan, zone, now } }: Pick<BackupsProps, 'view'>) {
  const last = runs.find(({ state }) => state === 'made');
  const failed = runs[0]?.state === 'failed' ? runs[0] : undefined;
  const hours = last
    ? (now.getTime() - (last.endedAt ?? last.begunAt).getTime()) / hourMs
    : Number.POSITIVE_INFINITY;
  return (
    <>
      {failed && (
        <Notice tone="oxide" role="alert">
          The last one was not written: {failed.failure ?? 'the server that wrote it ended.'}
        </Notice>
      )}
      {!last || files.length === 0 ? (
        <Notice tone="ochre">There is no backup. A lost disk would take everything with it.</Notice>
      ) : (
        <Notice tone={hours > mostBackupHours ? 'ochre' : 'glaze'}>
          {`The last one is ${formatAge(hours * hourMs)} old: ${momentWords(last.endedAt ?? last.begunAt, zone)}.`}
          {plan.at === null && ' None is written by itself.'}
        </Notice>
      )}
    </>
  );
}

function CheckButton({
  name,
  onCheck,
}: {
  readonly name: string;
  readonly onCheck: BackupsProps['onCheck'];
}) {
  const check = useSubmit(onCheck);
  const [said, setSaid] = useState('');
  return (
    <span className="flex flex-wrap items-center gap-2">
      <Button
        look="quiet"
        busy={check.pending}
        aria-label={`Check ${name}`}
        onClick={() =>
          check.send({ name }, ({ value }) =>
            setSaid(`Whole, and sealed here: ${value.lines} rows of ${value.tables} tables.`),
          )
        }
      >
        {check.pending ? 'Reading…' : 'Check'}
      </Button>
      {said !== '' && (
        <span data-said className="text-small text-glaze">
          {said}
        </span>
      )}
      <Problems problems={check.problems} />
    </span>
  );
}

function PlanForm({ view: { plan }, onPlan }: Pick<BackupsProps, 'view' | 'onPlan'>) {
  const of = useFormOf({
    values: { daily: plan.at !== null, at: plan.at ?? '03:00', keep: String(plan.keep) },
    check: async () => (await import('@/inputs/firm-inputs')).BackupPlanInput,
    read: ({ daily, at, keep }) => ({ at: daily ? at.trim() : null, keep: typedNumber(keep) }),
    sender: useSave(onPlan),
  });
  return (
    <Panel
      title="By itself"
      note="By the shop’s time, once a day, by whichever server is up. The folder is set where the program is started: KILNSMAN_BACKUP_FOLDER."
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <div className="mt-6">
          <FormTick of={of} name="daily" label="Every day" />
        </div>
        <FormText of={of} name="at" label="At" className="w-24" mono />
        <FormNumber of={of} name="keep" label="Archives kept" className="w-32" inputMode="numeric" />
        <Button type="submit" className="mt-6" busy={of.busy}>
          Save
        </Button>
      </Form>
      <FormOutcome of={of} stored="It is set." />
    </Panel>
  );
}
