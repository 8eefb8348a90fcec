'use client';

import { useRouter } from 'next/navigation';
import {
  type Firm,
  type OwnTextKind,
  type OwnTexts,
  ownTextKinds,
  type PaperSize,
  paperSizes,
} from '@/core/kinds/firm';
import type { Result } from '@/core/kinds/result';
import type { DistanceUnit } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormArea, FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { PictureButton, sendPicture } from '@/ui/picture-button';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';

type Action = (data: unknown) => Promise<Result<null>>;

interface Standards {
  readonly zone: string;
  readonly locale: string;
  readonly distanceUnit: DistanceUnit;
  readonly market: string;
  readonly quoteValidDays: number;
  readonly paperSize: PaperSize;
}

interface FirmSettingsProps {
  readonly firm: Firm;
  readonly standards: Standards;
  readonly texts: OwnTexts;
  /** What can be chosen. */
  readonly zones: readonly string[];
  readonly markets: readonly string[];
  readonly onFirm: Action;
  readonly onRemoveLogo: () => Promise<Result<null>>;
  readonly onStandards: Action;
  readonly onTexts: Action;
}

/** Who the shop is, what it goes by, and its own words on its papers. */
export function FirmSettings(props: FirmSettingsProps) {
  return (
    <Page title="Firm" note="Who you are, on every paper and on what customers open.">
      <FirmForm {...props} />
      <LogoPanel {...props} />
      <StandardsForm {...props} />
      <TextsForm {...props} />
    </Page>
  );
}

function FirmForm({ firm, onFirm }: FirmSettingsProps) {
  const { logo: _, ...values } = firm;
  const of = useFormOf({
    values: values as { -readonly [Key in keyof typeof values]: string },
    check: async () => (await import('@/inputs/firm-inputs')).FirmInput,
    sender: useSave(onFirm),
  });
  return (
    <Panel title="Who you are" note="What is left empty is not printed.">
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 gap-y-2 sm:grid-cols-2">
          <FormText of={of} name="name" label="Name of the shop" maxLength={80} />
          <FormText of={of} name="licence" label="Licence or registration, as it is shown" maxLength={200} />
          <FormText of={of} name="phone" label="Phone" type="tel" maxLength={60} />
          <FormText of={of} name="mail" label="Mail" type="email" maxLength={120} />
          <FormArea of={of} name="address" label="Address" rows={3} maxLength={300} />
          <FormArea
            of={of}
            name="bank"
            label="Where customers pay to"
            hint="Bank and account, as it is printed."
            rows={3}
            maxLength={300}
          />
          <FormText of={of} name="taxNumber" label="Tax number" maxLength={60} />
        </div>
        <Button type="submit" look="main" className="self-start" busy={of.busy}>
          Save
        </Button>
        <FormOutcome of={of} stored="It stands on every paper from now on." />
      </Form>
    </Panel>
  );
}

function LogoPanel({ firm, onRemoveLogo }: FirmSettingsProps) {
  const router = useRouter();
  const remove = useSave(onRemoveLogo);
  return (
    <Panel title="Logo" note="A PNG, JPEG or WebP. It is drawn anew, so that nothing hidden goes along.">
      <div className="flex flex-wrap items-center gap-3">
        {firm.logo && (
          <span className="rounded-lg border border-line bg-white p-3">
            {/* biome-ignore lint/performance/noImgElement: a small picture of our own server, drawn to size already */}
            <img
              src={`/api/logo?v=${firm.logo}`}
              alt="The logo as it is printed"
              className="max-h-16 max-w-60"
            />
          </span>
        )}
        <PictureButton
          label="Picture of the logo"
          accept="image/png,image/jpeg,image/webp"
          onPicture={async (file) => {
            const sent = await sendPicture('/api/logo', 'PUT', file, 'The logo is kept.');
            if (!sent.failed) router.refresh();
            return sent;
          }}
        >
          {firm.logo ? 'Choose another one' : 'Choose a picture'}
        </PictureButton>
        {firm.logo && (
          <Button look="danger" busy={remove.pending} onClick={() => remove.send(undefined)}>
            Remove the logo
          </Button>
        )}
        <Problems problems={remove.problems} />
      </div>
    </Panel>
  );
}

function StandardsForm({ standards, zones, markets, onStandards }: FirmSettingsProps) {
  const of = useFormOf({
    values: { ...standards, quoteValidDays: String(standards.quoteValidDays) },
    check: async () => (await import('@/inputs/firm-inputs')).StandardsInput,
    read: ({ quoteValidDays, ...draft }) => ({ ...draft, quoteValidDays: typedNumber(quoteValidDays) }),
    sender: useSave(onStandards),
  });
  return (
    <Panel id="standards" title="What you go by" note="The currency is set with the prices.">
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 gap-y-2 sm:grid-cols-3">
          <FormSelect
            of={of}
            name="zone"
            label="Time zone"
            choices={zones.map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))}
          />
          <FormSelect
            of={of}
            name="locale"
            label="Numbers and amounts as in"
            choices={choicesOf<string>(places)}
          />
          <FormSelect
            of={of}
            name="distanceUnit"
            label="Distances"
            choices={choicesOf({ km: 'kilometres', mi: 'miles' })}
          />
          <FormSelect
            of={of}
            name="market"
            label="Cars are mostly of the market"
            hint="Used where a car does not say its own."
            empty="not said"
            choices={markets.map((name) => ({ value: name, label: name }))}
          />
          <FormSelect of={of} name="paperSize" label="Paper" choices={choicesOf(paperSizes)} />
          <FormNumber of={of} name="quoteValidDays" label="A quote holds, days" />
        </div>
        <Button type="submit" className="self-start" busy={of.busy}>
          Save
        </Button>
        <FormOutcome of={of} stored="It is set. Quotes that were made stay as they are." />
      </Form>
    </Panel>
  );
}

/** Whose way of writing numbers and amounts is taken. */
const places: Readonly<Record<string, string>> = {
  'en-US': 'United States',
  'en-CA': 'Canada',
  'en-GB': 'United Kingdom',
  'en-IE': 'Ireland',
  'en-AU': 'Australia',
  'en-NZ': 'New Zealand',
  'en-ZA': 'South Africa',
  'en-IN': 'India',
  'en-DE': 'Germany',
  'en-CH': 'Switzerland',
};

function TextsForm({ texts, onTexts }: FirmSettingsProps) {
  const kinds = Object.keys(ownTextKinds) as OwnTextKind[];
  const of = useFormOf({
    values: Object.fromEntries(kinds.map((kind) => [kind, texts[kind].join('\n')])) as Record<
      OwnTextKind,
      string
    >,
    check: async () => (await import('@/inputs/firm-inputs')).OwnTextsInput,
    read: (draft) => Object.fromEntries(kinds.map((kind) => [kind, linesOf(draft[kind])])),
    sender: useSave(onTexts),
  });
  return (
    <Panel
      title="Your own words on papers and with links"
      note="A line each, beside what is written of the work itself. Cautions that follow from the work are always there."
    >
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 gap-y-2 sm:grid-cols-2">
          {kinds.map((kind) => (
            <FormArea key={kind} of={of} name={kind} label={ownTextKinds[kind]} rows={3} maxLength={1700} />
          ))}
        </div>
        <Button type="submit" className="self-start" busy={of.busy}>
          Save
        </Button>
        <FormOutcome of={of} stored="They stand on what is made from now on." />
      </Form>
    </Panel>
  );
}

function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
}
