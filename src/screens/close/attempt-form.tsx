'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { isAllowed } from '@/core/authority/purposes';
import { type SecretRef, secretName } from '@/core/authority/secrets';
import { type PinSource, pinSourceWords } from '@/core/catalogue/platform';
import type { AttemptResult, JobLog } from '@/core/job/events/log';
import { instantOf } from '@/core/kinds/local-time';
import type { PhysicalKey } from '@/core/programming/keys';
import { purposeOf } from '@/core/programming/purpose';
import { methodOf, type RouteKind, routeKinds, routeNames } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { choicesOf, plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText, FormTicks } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
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

const routes = routeKinds.map((value) => ({ value, label: routeNames[value] }));

/** Records an attempt: route, from, to, result, keys, and where the PIN came from. */
export function AttemptForm(props: AttemptsProps) {
  const { job, route, keys, zone, now, authorised, worksInHand, noteForPlainCopy, secrets, systemTypes } =
    props;
  const [id, setId] = useState(() => uuid());
  const of = useFormOf({
    values: {
      route: route ?? ('repair' as RouteKind),
      day: now.day,
      from: now.hour,
      to: now.hour,
      result: 'worked' as AttemptResult,
      reason: '',
      learnedKeyIds: keys.filter(({ madeHere }) => madeHere).map((key) => key.id),
      pinFrom: '' as PinSource | '',
      systemType: '',
      secretIds: [] as string[],
      dealerPaper: '',
    },
    check: async () => (await import('@/inputs/events/attempt-recorded')).AttemptRecordedContent,
    read: (draft) => {
      const { byDealer, learns } = kindOf(draft);
      const paper = draft.dealerPaper.trim();
      return {
        attemptId: id,
        route: draft.route,
        from: momentOf(draft.day, draft.from, zone),
        to: momentOf(draft.day, draft.to, zone),
        result: draft.result,
        reason: draft.reason.trim(),
        learnedKeyIds: learns ? draft.learnedKeyIds : [],
        ...(draft.pinFrom && !byDealer && { pinFrom: draft.pinFrom }),
        ...(draft.systemType && { systemType: draft.systemType }),
        ...(draft.secretIds.length > 0 && !byDealer && { secretIds: draft.secretIds }),
        ...(byDealer && paper && { dealerPaper: paper }),
      };
    },
    sender: useEvent(job).of('attemptRecorded'),
    clears: true,
    onDone: () => setId(uuid()),
  });
  const [chosen, result] = of.form.watch(['route', 'result']);
  const { byDealer, learns } = kindOf({ route: chosen, result });
  const purpose = purposeOf(chosen, { worksInHand });
  const byNote = purpose === 'plainCopy' && noteForPlainCopy;
  const blocked = !byNote && !isAllowed(purpose, authorised ? 'onSite' : 'none');
  return (
    <Form of={of} className="mt-3 flex flex-col gap-2 border-t border-line pt-3">
      <div className="grid gap-x-3 sm:grid-cols-[1.4fr_1fr_1fr_1fr_1fr]">
        <FormSelect of={of} name="route" label="Route" choices={routes} />
        <FormText of={of} name="day" label="Day" type="date" />
        <FormText of={of} name="from" label="From" type="time" />
        <FormText of={of} name="to" label="To" type="time" />
        <FormSelect of={of} name="result" label="Result" choices={choicesOf(results)} />
      </div>
      <FormText
        of={of}
        name="reason"
        label={result === 'worked' ? 'Remark' : 'Why it did not work'}
        hint="No names: this stays in the record."
        maxLength={300}
      />
      {learns && (
        <FormTicks
          of={of}
          name="learnedKeyIds"
          label={byDealer ? 'Made by the dealer' : 'Learned in it'}
          choices={keys
            .filter(({ presence }) => presence === 'here')
            .map((key) => ({ value: key.id, label: `${key.tag} ${key.name}` }))}
        />
      )}
      {learns && byDealer && (
        <FormText
          of={of}
          name="dealerPaper"
          label="The dealer’s invoice or work order"
          hint="Its number. His paper stands for his authority; no PIN of this job is named."
          maxLength={80}
        />
      )}
      {purpose !== 'repair' && (
        <div className="grid items-start gap-x-3 sm:grid-cols-3">
          <FormSelect
            of={of}
            name="pinFrom"
            label="PIN from"
            empty="No PIN, or not told"
            choices={choicesOf(pinSourceWords)}
          />
          {systemTypes.length > 1 && (
            <FormSelect
              of={of}
              name="systemType"
              label="System type that answered"
              empty="None, or not told"
              choices={plainChoices(systemTypes)}
            />
          )}
          {secrets.length > 0 && (
            <FormTicks
              of={of}
              name="secretIds"
              label="Used, by name"
              choices={secrets.map((secret) => ({ value: secret.id, label: secretName(secret) }))}
            />
          )}
        </div>
      )}
      {blocked && (
        <Notice tone="ochre">
          Record the right to the car first: only a key without programming, a repair and the dealer go
          without.
        </Notice>
      )}
      <FormOutcome of={of} />
      <Button type="submit" className="self-start" busy={of.busy} disabled={blocked}>
        Record the attempt
      </Button>
    </Form>
  );
}

function kindOf({ route, result }: { readonly route: RouteKind; readonly result: AttemptResult }) {
  const byDealer = route === 'dealer';
  return { byDealer, learns: result === 'worked' && (byDealer || methodOf(route) !== undefined) };
}

/** The moment of a day and an hour as they stand in their fields; null where one is empty. */
function momentOf(day: string, hour: string, zone: string): string | null {
  return day === '' || hour === '' ? null : instantOf({ day, hour }, zone).toISOString();
}
