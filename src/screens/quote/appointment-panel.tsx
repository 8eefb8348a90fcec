'use client';

import { useState } from 'react';
import { formatDay, hourOf, minutesOf } from '@/core/kinds/local-time';
import type { AskedTime } from '@/core/travel/gaps';
import type { Trip } from '@/core/travel/trip';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

export interface Appointment {
  readonly day: string;
  readonly from: string;
  readonly to: string;
  /** Other visits of the van that it overlaps, in words; empty for none. */
  readonly overlaps: string;
}

interface AppointmentPanelProps {
  readonly job: JobRef;
  readonly vans: readonly { readonly id: string; readonly name: string }[];
  readonly vanId: string;
  readonly appointment: Appointment | null;
  /** The first free time for the option to say first, with the minutes it takes. */
  readonly first: { readonly day: string; readonly hour: string; readonly minutes: number } | null;
  readonly trip: Trip | null;
  /** When the caller wants the car ready. */
  readonly asked: AskedTime | null;
  readonly distance: string | undefined;
  readonly today: string;
  readonly onSet: EditAction;
}

/** Which van comes, and the time reserved for it; the trip follows from where it will be before. */
export function AppointmentPanel(props: AppointmentPanelProps) {
  const { job, vans, vanId, appointment, first, trip, asked, distance, today, onSet } = props;
  const edit = useEdit(onSet, job);
  const offered = first && {
    day: first.day,
    from: first.hour,
    to: hourOf(Math.min(24 * 60 - 1, minutesOf(first.hour) + Math.max(15, first.minutes))),
  };
  const { day, from, to } = appointment ?? offered ?? { day: today, from: '', to: '' };
  const [form, setForm] = useState({ vanId, day, from, to });
  const set = (change: Partial<typeof form>) => setForm({ ...form, ...change });
  return (
    <Panel title="When" note={whereWords(trip, distance)}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          edit.send(form);
        }}
      >
        <fieldset aria-busy={edit.pending} disabled={job.closed} className="flex flex-wrap items-start gap-3">
          <legend className="sr-only">Appointment</legend>
          <SelectField
            label="Van"
            className="w-36"
            choices={vans.map(({ id, name }) => ({ value: id, label: name }))}
            value={form.vanId}
            error={edit.problemOf('vanId')}
            onChange={(next) => set({ vanId: next })}
          />
          <TextField
            label="Day"
            type="date"
            className="w-44"
            value={form.day}
            error={edit.problemOf('day')}
            onChange={(event) => set({ day: event.target.value })}
          />
          <TextField
            label="From"
            type="time"
            className="w-32"
            value={form.from}
            error={edit.problemOf('from')}
            onChange={(event) => set({ from: event.target.value })}
          />
          <TextField
            label="To"
            type="time"
            className="w-32"
            value={form.to}
            error={edit.problemOf('to')}
            onChange={(event) => set({ to: event.target.value })}
          />
          <Button type="submit" className="mt-6" busy={edit.pending}>
            {appointment ? 'Change the time' : 'Reserve the time'}
          </Button>
          {appointment && (
            <Button
              look="quiet"
              className="mt-6"
              busy={edit.pending}
              onClick={() => edit.send({ vanId: form.vanId, day: null, from: null, to: null })}
            >
              Give it back
            </Button>
          )}
        </fieldset>
      </form>
      {appointment?.overlaps && (
        <div className="my-3">
          <Notice tone="oxide">
            This time overlaps {appointment.overlaps}. The van can be at one of them: change this time or the
            other.
          </Notice>
        </div>
      )}
      <p className="text-small text-mute">
        {asked && !appointment && `Asked for: ${formatDay(asked.day, today)}, ${asked.from} to ${asked.by}. `}
        {appointment
          ? `Reserved: ${formatDay(appointment.day, today)}, ${appointment.from} to ${appointment.to}.`
          : first
            ? `${asked ? 'The van can be there' : 'First free time:'} ${formatDay(first.day, today)} ${first.hour}. Not reserved yet.`
            : 'No free time is known.'}
      </p>
      <div className="no-print mt-2 flex flex-wrap gap-3">
        <a href={`/api/v1/jobs/${job.number}/sheet`} className={buttonClass('quiet')}>
          <ButtonWords>Job sheet</ButtonWords>
        </a>
        {/* A form: the first print makes the ids of the labels. */}
        <form method="post" action={`/api/v1/jobs/${job.number}/labels`} target="_blank" rel="noopener">
          <Button look="quiet" type="submit">
            Key tag labels
          </Button>
        </form>
      </div>
      <EditOutcome
        edit={edit}
        shownBeside={['vanId', 'day', 'from', 'to']}
        fields={[
          { field: 'day', label: 'Day' },
          { field: 'from', label: 'From' },
          { field: 'to', label: 'To' },
        ]}
      />
    </Panel>
  );
}

function whereWords(trip: Trip | null, distance: string | undefined): string {
  if (!trip) return 'No place is told: the quote is without a trip.';
  if (trip.minutes === 0)
    return `The van is at ${trip.to} then; ${trip.backMinutes} minutes back to the workshop.`;
  const ferry = trip.ferryMinutes > 0 ? `, ${trip.ferryMinutes} of them at the ferry` : '';
  return `From ${trip.from} to ${trip.to}: ${distance}, ${trip.minutes} minutes${ferry}; ${trip.backMinutes} back to the workshop.`;
}
