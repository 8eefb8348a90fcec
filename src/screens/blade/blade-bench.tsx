'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatBitting } from '@/core/catalogue/bitting';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { useSubmit } from '@/ui/use-submit';
import type { BladeBenchView } from '@/usecases/benches/blade-bench';
import { type BladeActions, BladeWork } from './blade-work';

interface BladeBenchProps extends BladeActions {
  readonly bench: BladeBenchView;
  readonly onHang: (data: unknown) => Promise<Result<{ readonly number: number }>>;
}

/** A key in hand, read and understood without a job. */
export function BladeBench({ bench: { keyways, keyway }, onHang, ...actions }: BladeBenchProps) {
  const router = useRouter();
  return (
    <Page title="Blade" note="A key in hand, read and understood. Codes stay behind the right to the car.">
      {keyway ? (
        <BladeWork
          {...actions}
          keyway={keyway}
          locks={[]}
          head={
            <SelectField
              label="Keyway"
              className="w-52"
              value={keyway.name}
              choices={plainChoices(keyways)}
              onChange={(next) => router.push(`/benches/blade?keyway=${encodeURIComponent(next)}`)}
            />
          }
          use={(bitting) => <HangOnJob keyway={keyway.name} bitting={bitting} onHang={onHang} />}
        />
      ) : (
        <Notice tone="ochre">
          <p>The library has no such keyway. Add it to the list of keyways, or choose another.</p>
          <Link href="/benches/blade" className="inline-flex min-h-11 items-center underline">
            Choose another
          </Link>
        </Notice>
      )}
    </Page>
  );
}

/** Keeps the bitting with a job, sealed. */
function HangOnJob({
  keyway,
  bitting,
  onHang,
}: {
  keyway: string;
  bitting: readonly number[];
  onHang: BladeBenchProps['onHang'];
}) {
  const [number, setNumber] = useState('');
  const [hung, setHung] = useState<number>();
  const { send, pending, problemOf, general } = useSubmit(onHang);
  return (
    <form
      className="border-line border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const digits = number.replace(/\D/g, '');
        send({ number: Number(digits), keyway, bitting: formatBitting(bitting) }, (answer) => {
          setHung(answer.value.number);
          setNumber('');
        });
      }}
    >
      <TextField
        label="Hang it on a job"
        mono
        placeholder="K-1042"
        value={number}
        error={problemOf('number') ?? problemOf('bitting') ?? problemOf('keyway') ?? general[0]?.message}
        hint="Sealed with its codes and PINs."
        onChange={(event) => setNumber(event.target.value)}
      />
      <Button
        type="submit"
        look="main"
        className="w-full"
        busy={pending}
        disabled={!/\d/.test(number)}
        follows="then code, cut and fit"
      >
        Use it in a job
      </Button>
      {hung !== undefined && (
        <p data-said className="mt-2 flex flex-wrap items-center gap-x-2">
          Kept with the job.
          <Link href={`/jobs/${hung}/blade`} className="inline-flex min-h-11 items-center underline">
            Go to its blade
          </Link>
        </p>
      )}
    </form>
  );
}
