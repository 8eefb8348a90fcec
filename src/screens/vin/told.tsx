'use client';

import Link from 'next/link';
import type { ReactNode } from 'react';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { ButtonWords, buttonClass } from '@/ui/button';
import { handLine } from '@/ui/handed-line';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';

/** What the VIN tells: check digit, region, maker, market and model year, each with its reason. */
export function Told({ vin }: { readonly vin: VinAnswer }) {
  const { region, maker, market, years, yearReason } = vin;
  const line = [maker?.make, years.length === 1 ? years[0] : '', vin.whole ? vin.vin : '']
    .filter(Boolean)
    .join(' ');
  return (
    <Panel title="What it tells">
      <dl data-said className="grid grid-cols-[max-content_1fr] gap-x-5 gap-y-2">
        <Row label="Check digit">
          <Check vin={vin} />
        </Row>
        <Row label="Maker">
          {maker ? (
            <>
              {maker.make} <span className="font-mono text-mute">{maker.code}</span>
            </>
          ) : (
            'Not in the library'
          )}
        </Row>
        <Row label="Market">{market ?? 'not known'}</Row>
        <Row label="Region">{region ?? 'not known'}</Row>
        <Row label="Model year">
          <span className="font-semibold">{years.length === 0 ? 'not told' : years.join(' or ')}</span>
          {yearReason && <span className="block text-small text-mute">{yearReason}</span>}
        </Row>
      </dl>
      {maker && (
        <Link
          href="/benches/identify"
          prefetch={false}
          onClick={() => handLine(line)}
          className={buttonClass('plain', 'mt-3')}
        >
          <ButtonWords follows={line}>Identify this car</ButtonWords>
        </Link>
      )}
    </Panel>
  );
}

function Row({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <>
      <dt className="text-mute">{label}</dt>
      <dd>{children}</dd>
    </>
  );
}

function Check({ vin: { check, expectedCheckDigit, checkMatters } }: { readonly vin: VinAnswer }) {
  switch (check) {
    case 'passes':
      return (
        <>
          <Badge tone="glaze">passes</Badge>
          <span className="block text-small text-mute">No proof: of 100 single slips about 7 pass too.</span>
        </>
      );
    case 'fails':
      return (
        <>
          <Badge tone={checkMatters ? 'oxide' : 'ochre'}>does not pass</Badge>
          <span className="block text-small text-mute">
            Place 9 would be <span className="font-mono">{expectedCheckDigit}</span>
            {checkMatters ? '.' : '; in this market that is only a remark.'}
          </span>
        </>
      );
    case 'notUsed':
      return <span className="text-mute">not used in this market</span>;
    case 'notWhole':
      return <span className="text-mute">waits for all 17 places</span>;
  }
}
