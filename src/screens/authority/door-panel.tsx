'use client';

import { useState } from 'react';
import type { DoorOpened } from '@/core/job/events/log';
import type { Danger, DoorNote } from '@/core/job/job';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormArea, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Problems } from '@/ui/problems';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { useEvent } from '@/ui/use-event';
import { useShopClock } from '@/ui/use-shop-clock';
import { useSave } from '@/ui/use-submit';

interface DoorPanelProps {
  readonly job: JobRef;
  /** The car is locked, or somebody is in danger: it stands open on a phone too. */
  readonly urgent: boolean;
  readonly doorNote: DoorNote | null;
  readonly danger: Danger | null;
  readonly recordBy: string | null;
  readonly doors: readonly DoorOpened[];
  readonly zone: string;
  /** When the page was made, by the server's clock. */
  readonly now: Date;
  readonly onNote: EditAction;
  readonly onDanger: (data: unknown) => Promise<Result<{ recordBy: Date }>>;
  readonly onRecord: EditAction;
}

/** A locked car: papers inside are agreed and noted first; danger to life goes before everything. */
export function DoorPanel(props: DoorPanelProps) {
  const { job, doorNote, danger, recordBy, doors, zone } = props;
  const [conditions, setConditions] = useState('');
  const noteForm = useFormOf({
    values: {
      askedBy: doorNote?.askedBy ?? '',
      plate: doorNote?.plate ?? '',
      said: doorNote?.said ?? '',
    },
    check: async () => (await import('@/inputs/job-inputs')).DoorNoteInput,
    sender: useEdit(props.onNote, job),
  });
  const recordForm = useFormOf({
    values: { record: danger?.record ?? '' },
    check: async () => (await import('@/inputs/job-inputs')).DangerRecordInput,
    sender: useEdit(props.onRecord, job),
  });
  const event = useEvent(job);
  const shopTime = useShopClock(props.now);
  const { send, pending, general } = useSave(props.onDanger);
  const opened = (how: DoorOpened['how']) =>
    event.record('doorOpened', { how, at: shopTime().toISOString(), conditions });
  return (
    <Fold
      open={props.urgent || 'wide'}
      title="Locked car"
      says="or somebody in danger"
      note="Papers inside: agree and note, open, check the papers, and only then make anything. Look first for an alarm, deadlocks, a dead battery, frameless glass."
    >
      <div className="flex flex-col gap-4">
        {!job.closed && !danger && (
          <div className="flex flex-wrap items-center gap-3 rounded-lg border-l-4 border-oxide bg-oxide-wash p-3">
            <p className="min-w-[min(16rem,100%)] flex-1 text-oxide">
              <b>Somebody in danger, a child or an animal inside:</b> call the emergency services, then open.
              It is written down first and recorded afterwards; it opens the door and nothing else.
            </p>
            <Button look="danger" busy={pending} onClick={() => send({ number: job.number })}>
              Danger to life
            </Button>
          </div>
        )}
        <Problems problems={general} />
        {danger && danger.recordedAt === null && !job.closed && (
          <Form of={recordForm} className="flex flex-col gap-2">
            <Notice tone="oxide" said>
              Danger declared {momentWords(danger.begunAt, zone)} by {danger.begunBy}. Open the door. Record
              what happened by {recordBy}.
            </Notice>
            <FormArea of={recordForm} name="record" label="What happened, who was called" maxLength={1000} />
            <Button type="submit" className="self-start" busy={recordForm.busy}>
              Record the emergency
            </Button>
            <FormOutcome of={recordForm} />
          </Form>
        )}
        {danger?.recordedAt && (
          <p>
            <b className="font-semibold">Emergency</b> of {momentWords(danger.begunAt, zone)}, recorded:{' '}
            {danger.record ?? 'removed'}
          </p>
        )}
        {doorNote ? (
          <p>
            <b className="font-semibold">Agreed</b> with {doorNote.askedBy ?? 'name removed'}, plate{' '}
            <span className="font-mono">{doorNote.plate ?? 'removed'}</span>: {doorNote.said ?? 'removed'}{' '}
            <span className="text-small text-mute">
              Noted {momentWords(doorNote.notedAt, zone)} by {doorNote.notedBy}
            </span>
          </p>
        ) : (
          !job.closed && (
            <Form of={noteForm} className="grid gap-x-3 sm:grid-cols-[1fr_10rem]">
              <FormText
                of={noteForm}
                name="askedBy"
                autoCapitalize="words"
                label="Who asks for the door"
                maxLength={80}
              />
              <FormText
                of={noteForm}
                name="plate"
                autoCapitalize="characters"
                spellCheck={false}
                label="Plate"
                mono
                maxLength={20}
              />
              <FormText of={noteForm} name="said" label="What was said and agreed" maxLength={500} />
              <Button type="submit" className="mt-[22px] self-start" busy={noteForm.busy}>
                Note the door
              </Button>
              <FormOutcome of={noteForm} />
            </Form>
          )
        )}
        {!job.closed && (
          <div className="flex flex-wrap items-start gap-3">
            <TextField
              label="What was met at the door"
              className="min-w-[min(16rem,100%)] flex-1"
              maxLength={300}
              value={conditions}
              onChange={(changed) => setConditions(changed.target.value)}
            />
            <Button
              className="mt-[22px]"
              busy={event.pending}
              onClick={() => opened(danger ? 'danger' : 'papersInside')}
            >
              Door opened
            </Button>
            <Button className="mt-[22px]" look="quiet" busy={event.pending} onClick={() => opened('lock')}>
              Other lock opened
            </Button>
          </div>
        )}
        <Problems problems={event.problems} />
        {doors.length > 0 && (
          <ul aria-label="What was opened">
            {doors.map(({ how, at, conditions: met }) => (
              <li key={at.toISOString()}>
                {{ papersInside: 'Door, papers inside', danger: 'Door, danger to life', lock: 'Lock' }[how]}{' '}
                <span className="text-mute">
                  {momentWords(at, zone)}
                  {met && `: ${met}`}
                </span>
              </li>
            ))}
          </ul>
        )}
      </div>
    </Fold>
  );
}
