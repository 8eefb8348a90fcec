'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { isAllowed } from '@/core/authority/purposes';
import { type SecretRef, secretName } from '@/core/authority/secrets';
import { type PinSource, pinSources, pinSourceWords } from '@/core/catalogue/platform';
import type { AttemptResult, JobLog } from '@/core/job/events/log';
import { instantOf } from '@/core/kinds/local-time';
import type { PhysicalKey } from '@/core/programming/keys';
import { purposeOf } from '@/core/programming/purpose';
import { methodOf, type RouteKind, routeKinds, routeNames } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Problems } from '@/ui/problems';
import { useEvent } from '@/ui/use-event';

export interface AttemptsProps {
  readonly job: JobRef;
  readonly log: JobLog;
  readonly route: RouteKind | null;
  readonly keys: readonly PhysicalKey[];
  readonly zone: string;
  readonly now: { readonly day: string; readonly hour: string };
  readonly authorised: boolean;
  /** Whether a key in hand works, and whether the shop takes a note for a plain copy of it. */
  readonly worksInHand: boolean;
  readonly noteForPlainCopy: boolean;
  readonly secrets: readonly SecretRef[];
  /** System types of the platform, where a tool has to try them. */
  readonly systemTypes: readonly string[];
}

export const results: Record<AttemptResult, string> = {
  worked: 'Worked',
  failed: 'Failed',
  stopped: 'Stopped',
};

/** Records an attempt: route, from, to, result, keys, and where the PIN came from. */
export function AttemptForm({
  job,
  route,
  keys,
  zone,
  now,
  authorised,
  worksInHand,
  noteForPlainCopy,
  secrets,
  systemTypes,
}: AttemptsProps) {
  const event = useEvent(job);
  const start = () => ({
    route: route ?? ('repair' as RouteKind),
    day: now.day,
    from: now.hour,
    to: now.hour,
    result: 'worked' as AttemptResult,
    reason: '',
    learned: keys.filter(({ madeHere }) => madeHere).map(({ id }) => id),
    pinFrom: '' as PinSource | '',
    systemType: '',
    secretIds: [] as string[],
    dealerPaper: '',
  });
  const [form, setForm] = useState(start);
  const [id, setId] = useState(() => uuid());
  const set = (change: Partial<typeof form>) => setForm((before) => ({ ...before, ...change }));
  const purpose = purposeOf(form.route, { worksInHand });
  const byDealer = form.route === 'dealer';
  const learns = form.result === 'worked' && (byDealer || methodOf(form.route) !== undefined);
  const byNote = purpose === 'plainCopy' && noteForPlainCopy;
  const blocked = !byNote && !isAllowed(purpose, authorised ? 'onSite' : 'none');
  const send = () => {
    const from = instantOf({ day: form.day, hour: form.from }, zone);
    const to = instantOf({ day: form.day, hour: form.to }, zone);
    const content = {
      attemptId: id,
      route: form.route,
      from: from.toISOString(),
      to: to.toISOString(),
      result: form.result,
      reason: form.reason.trim(),
      learnedKeyIds: learns ? form.learned : [],
      ...(form.pinFrom && !byDealer && { pinFrom: form.pinFrom }),
      ...(form.systemType && { systemType: form.systemType }),
      ...(form.secretIds.length > 0 && !byDealer && { secretIds: form.secretIds }),
      ...(byDealer && form.dealerPaper.trim() && { dealerPaper: form.dealerPaper.trim() }),
    };
    event.record('attemptRecorded', content, () => {
      setForm(start());
      setId(uuid());
    });
  };
  return (
    <form
      className="mt-3 flex flex-col gap-2 border-t border-line pt-3"
      onSubmit={(submitted) => {
        submitted.preventDefault();
        send();
      }}
    >
      <div className="grid gap-x-3 sm:grid-cols-[1.4fr_1fr_1fr_1fr_1fr]">
        <SelectField
          label="Route"
          value={form.route}
          choices={routeKinds.map((kind) => ({ value: kind, label: routeNames[kind] }))}
          onChange={(change) => set({ route: change.target.value as RouteKind })}
        />
        <TextField
          label="Day"
          type="date"
          required
          value={form.day}
          onChange={(change) => set({ day: change.target.value })}
        />
        <TextField
          label="From"
          type="time"
          required
          value={form.from}
          onChange={(change) => set({ from: change.target.value })}
        />
        <TextField
          label="To"
          type="time"
          required
          value={form.to}
          onChange={(change) => set({ to: change.target.value })}
        />
        <SelectField
          label="Result"
          value={form.result}
          choices={Object.entries(results).map(([value, label]) => ({ value, label }))}
          onChange={(change) => set({ result: change.target.value as AttemptResult })}
        />
      </div>
      <TextField
        label={form.result === 'worked' ? 'Remark' : 'Why it did not work'}
        hint="No names: this stays in the record."
        maxLength={300}
        value={form.reason}
        onChange={(change) => set({ reason: change.target.value })}
      />
      {learns && (
        <fieldset className="flex flex-wrap gap-2">
          <legend className="mb-1 text-small font-semibold text-mute">
            {byDealer ? 'Made by the dealer' : 'Learned in it'}
          </legend>
          {keys
            .filter(({ presence }) => presence === 'here')
            .map((key) => (
              <label
                key={key.id}
                className="flex min-h-11 items-center gap-2 rounded-lg border-[1.5px] border-edge px-3"
              >
                <input
                  type="checkbox"
                  className="size-5 accent-(--terra)"
                  checked={form.learned.includes(key.id)}
                  onChange={(change) =>
                    set({
                      learned: change.target.checked
                        ? [...form.learned, key.id]
                        : form.learned.filter((one) => one !== key.id),
                    })
                  }
                />
                {key.tag} {key.name}
              </label>
            ))}
        </fieldset>
      )}
      {learns && byDealer && (
        <TextField
          label="The dealer’s invoice or work order"
          hint="Its number. His paper stands for his authority; no PIN of this job is named."
          maxLength={80}
          value={form.dealerPaper}
          onChange={(change) => set({ dealerPaper: change.target.value })}
        />
      )}
      <Problems problems={event.problems} />
      {purpose !== 'repair' && (
        <div className="grid items-start gap-x-3 sm:grid-cols-3">
          <SelectField
            label="PIN from"
            empty="No PIN, or not told"
            value={form.pinFrom}
            choices={pinSources.map((source) => ({ value: source, label: pinSourceWords[source] }))}
            onChange={(change) => set({ pinFrom: change.target.value as PinSource | '' })}
          />
          {systemTypes.length > 1 && (
            <SelectField
              label="System type that answered"
              empty="None, or not told"
              value={form.systemType}
              choices={systemTypes.map((type) => ({ value: type, label: type }))}
              onChange={(change) => set({ systemType: change.target.value })}
            />
          )}
          {secrets.length > 0 && (
            <fieldset className="flex flex-wrap gap-x-4">
              <legend className="text-small font-semibold text-mute">Used, by name</legend>
              {secrets.map((secret) => (
                <label key={secret.id} className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 accent-(--terra)"
                    checked={form.secretIds.includes(secret.id)}
                    onChange={(change) =>
                      set({
                        secretIds: change.target.checked
                          ? [...form.secretIds, secret.id]
                          : form.secretIds.filter((one) => one !== secret.id),
                      })
                    }
                  />
                  {secretName(secret)}
                </label>
              ))}
            </fieldset>
          )}
        </div>
      )}
      {blocked && (
        <Notice tone="ochre">
          Record the right to the car first: only a key without programming, a repair and the dealer go
          without.
        </Notice>
      )}
      <Button type="submit" className="self-start" busy={event.pending} disabled={blocked}>
        Record the attempt
      </Button>
    </form>
  );
}
