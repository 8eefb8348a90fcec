'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { formatMoney, minorPlaces } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { type PayWay, payWays, receiptName } from '@/core/quote/receipt';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { choicesOf, SelectField, TextField } from '@/ui/field';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { JobPayments } from '@/usecases/jobs/payments';

type Send = (data: unknown) => Promise<Result<unknown>>;

export interface PaymentActions {
  readonly onTake: Send;
  readonly onTakeBack: Send;
  readonly onReceipt: Send;
}

interface PaymentPanelProps {
  readonly jobNumber: number;
  readonly payments: JobPayments;
  readonly locale: string;
  readonly zone: string;
  /** Whether who looks may take an amount back. */
  readonly mayTakeBack: boolean;
  readonly actions: PaymentActions;
}

/** What a job costs, what was taken and how, and the receipt of it. */
export function PaymentPanel(props: PaymentPanelProps) {
  const { jobNumber, payments, locale, zone, mayTakeBack, actions } = props;
  const { bill, currency, accepted, option, quoteNumber, receipts, receiptDue, warrantyUntil, notDone } =
    payments;
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const receipt = useSave(actions.onReceipt);
  const taken = payments.payments.filter(({ takesBack }) => takesBack === null);
  const back = new Map(payments.payments.map((one) => [one.takesBack, one]));
  return (
    <Panel
      title="Payment"
      note={`${option}, Q-${quoteNumber}${accepted ? '' : ': nobody has noted an acceptance'}.${
        warrantyUntil ? ` Warranty until ${formatDay(warrantyUntil, '')}.` : ''
      }${notDone ? ' The work was not done: nothing is due, and what was taken is to be given back.' : ''}`}
    >
      <dl className="mb-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
        {(
          [
            ['Total with tax', bill.totalMinor],
            ['Taken', bill.paidMinor],
            ['On account', bill.onAccountMinor],
            ['Due', notDone ? 0 : bill.dueMinor],
          ] as const
        ).map(([label, minor]) => (
          <div key={label} className="rounded-lg border border-line p-3">
            <dt className="text-small text-mute">{label}</dt>
            <dd data-said className="font-mono font-bold">
              {show(minor)}
            </dd>
          </div>
        ))}
      </dl>
      {taken.length > 0 && (
        <ul className="mb-3 flex flex-col divide-y divide-line">
          {taken.map(({ id, how, amountMinor, at, takenBy }) => {
            const { day, hour } = localMoment(at, zone);
            const returned = back.get(id);
            return (
              <li key={id} className="flex flex-wrap items-center gap-x-3 py-1">
                <span className="font-mono font-bold">{show(amountMinor)}</span>
                <span className="min-w-0 flex-1 basis-40">
                  {payWays[how]}, {formatDay(day, '')} {hour}, {takenBy}
                  {returned && (
                    <span className="block text-small text-mute">
                      Taken back by {returned.takenBy}: {returned.reason}
                    </span>
                  )}
                </span>
                {returned ? (
                  <Badge tone="plain">taken back</Badge>
                ) : (
                  mayTakeBack && (
                    <TakeBack jobNumber={jobNumber} id={id} what={show(amountMinor)} actions={actions} />
                  )
                )}
              </li>
            );
          })}
        </ul>
      )}
      {bill.dueMinor > 0 && !notDone && (
        // What is due changes with each amount: the field begins with what is left.
        <TakeForm key={payments.payments.length} {...props} />
      )}
      <Problems problems={receipt.problems} />
      {(receipts.length > 0 || receiptDue) && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          {receiptDue && (
            <Button
              busy={receipt.pending}
              follows={receipts.length > 0 ? 'in the place of the last one' : 'with its number'}
              onClick={() => receipt.send({ number: jobNumber })}
            >
              Make the receipt
            </Button>
          )}
          {receipts.map(({ number }, at) => (
            <a key={number} href={`/api/v1/receipts/${number}`} className={buttonClass('quiet')}>
              <ButtonWords follows={at === 0 ? 'PDF' : 'holds no longer'}>{receiptName(number)}</ButtonWords>
            </a>
          ))}
        </div>
      )}
    </Panel>
  );
}

function TakeForm({ jobNumber, payments, actions }: PaymentPanelProps) {
  const { bill, currency, depositMinor, account } = payments;
  const take = useSave(actions.onTake);
  const places = minorPlaces(currency);
  const first =
    bill.paidMinor === 0 && depositMinor > 0 ? Math.min(depositMinor, bill.dueMinor) : bill.dueMinor;
  const [amount, setAmount] = useState((first / 10 ** places).toFixed(places));
  const [how, setHow] = useState<PayWay>(account === null ? 'card' : 'account');
  const [id, setId] = useState(() => uuid());
  return (
    <form
      className="flex flex-wrap items-start gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const read = Number(amount.replace(',', '.'));
        take.send({ number: jobNumber, id, how, amount: amount.trim() === '' ? Number.NaN : read }, () =>
          setId(uuid()),
        );
      }}
    >
      <TextField
        label={`Amount taken, ${currency}`}
        className="w-40"
        inputMode="decimal"
        mono
        maxLength={12}
        value={amount}
        hint={bill.paidMinor === 0 && depositMinor > 0 && first < bill.dueMinor ? 'the deposit' : undefined}
        error={take.problemOf('amount')}
        onChange={({ target }) => setAmount(target.value)}
      />
      <SelectField
        label="How"
        className="w-40"
        choices={choicesOf(payWays).filter(({ value }) => value !== 'account' || account !== null)}
        value={how}
        hint={how === 'account' ? account : undefined}
        error={take.problemOf('how')}
        onChange={setHow}
      />
      <Button type="submit" className="mt-6" busy={take.pending}>
        Take it
      </Button>
      <Problems problems={take.problems.filter(({ field }) => field !== 'amount' && field !== 'how')} />
    </form>
  );
}

function TakeBack({
  jobNumber,
  id,
  what,
  actions,
}: {
  readonly jobNumber: number;
  readonly id: string;
  readonly what: string;
  readonly actions: PaymentActions;
}) {
  const back = useSave(actions.onTakeBack);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!open)
    return (
      <Button look="quiet" aria-label={`Take ${what} back`} onClick={() => setOpen(true)}>
        Take back
      </Button>
    );
  return (
    <form
      className="flex basis-full flex-wrap items-start gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        back.send({ number: jobNumber, id, reason });
      }}
    >
      <TextField
        label="Why it is taken back"
        className="min-w-0 flex-1 basis-60"
        maxLength={200}
        value={reason}
        error={back.problemOf('reason')}
        onChange={({ target }) => setReason(target.value)}
      />
      <Button type="submit" look="danger" className="mt-6" busy={back.pending}>
        Take {what} back
      </Button>
      <Button look="quiet" className="mt-6" onClick={() => setOpen(false)}>
        Leave it
      </Button>
      <Problems problems={back.general} />
    </form>
  );
}
