'use client';

import { formatMoney } from '@/core/kinds/money';
import { type DistanceUnit, distanceIn, formatDistance } from '@/core/kinds/units';
import { plainChoices } from '@/ui/field';
import { FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { asTyped, minorAsTyped, typedMinor, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { useSave } from '@/ui/use-submit';
import type { DealerRow } from '@/usecases/shop/dealers';
import { EditableList, EditSheet } from './editable-list';
import type { ToolAction } from './van-tools';

interface DealersProps {
  readonly dealers: readonly DealerRow[];
  readonly makes: readonly { readonly id: string; readonly name: string }[];
  /** Where a dealer can be on the roads; none where there are no roads on file. */
  readonly nodes: readonly string[];
  readonly unit: DistanceUnit;
  readonly currency: string;
  readonly locale: string;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
}

/** The dealer of each make: what he takes, how long he needs, how far the car would be towed. */
export function Dealers(props: DealersProps) {
  const { dealers, unit, currency, locale } = props;
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  return (
    <EditableList
      title="Dealers"
      note="Quoted beside your own ways, and what is left where none of them works. His articles are priced by the supplier of originals with his markup."
      one="a dealer"
      items={dealers.map((dealer) => ({ ...dealer, id: dealer.makeId }))}
      none="There is none yet: quotes are then not compared with a dealer."
      columns={[
        { head: 'Make', look: 'name', cell: ({ make }) => make },
        { head: 'Dealer', cell: ({ name }) => name },
        { head: 'Labour', look: 'code', cell: ({ labourMinor }) => show(labourMinor) },
        { head: 'Programming, a key', look: 'code', cell: ({ programmingMinor }) => show(programmingMinor) },
        { head: 'Days', look: 'code', cell: ({ workingDays }) => workingDays },
        { head: 'Tow', look: 'code', cell: ({ towKm }) => formatDistance(towKm, unit) },
      ]}
      sheet={(dealer, onClose) => <DealerForm {...props} dealer={dealer} onClose={onClose} />}
    />
  );
}

function DealerForm({
  dealer,
  dealers,
  makes,
  nodes,
  unit,
  currency,
  onSave,
  onRemove,
  onClose,
}: DealersProps & {
  readonly dealer: (DealerRow & { readonly id: string }) | undefined;
  readonly onClose: () => void;
}) {
  const amount = (minor: number | null | undefined) =>
    minor === null || minor === undefined ? '' : minorAsTyped(minor, currency);
  const free = makes.filter(({ id }) => !dealers.some(({ makeId }) => makeId === id));
  const of = useFormOf({
    values: {
      makeId: dealer?.makeId ?? '',
      name: dealer?.name ?? '',
      labourMinor: amount(dealer?.labourMinor),
      programmingMinor: amount(dealer?.programmingMinor),
      cutMinor: amount(dealer?.cutMinor),
      keyMarkupPercent: String(dealer?.keyMarkupPercent ?? 0),
      workingDays: String(dealer?.workingDays ?? 5),
      lateDays: String(dealer?.lateDays ?? 2),
      tow: asTyped(dealer && distanceIn(dealer.towKm, unit)),
      place: dealer?.place ?? '',
    },
    check: async () => (await import('@/inputs/outside-inputs')).DealerInput,
    read: (draft) => ({
      ...draft,
      labourMinor: typedMinor(draft.labourMinor, currency),
      programmingMinor: typedMinor(draft.programmingMinor, currency),
      cutMinor:
        draft.cutMinor.trim() === '' ? null : (typedMinor(draft.cutMinor, currency) ?? draft.cutMinor),
      keyMarkupPercent: typedNumber(draft.keyMarkupPercent),
      workingDays: typedNumber(draft.workingDays),
      lateDays: typedNumber(draft.lateDays),
      tow: typedNumber(draft.tow),
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <EditSheet
      of={of}
      item={dealer && { id: dealer.id, name: dealer.make }}
      one="a dealer"
      onRemove={onRemove}
      removes="Remove"
      onClose={onClose}
    >
      {!dealer && (
        <FormSelect
          of={of}
          name="makeId"
          label="Make"
          empty="Choose"
          choices={free.map(({ id, name }) => ({ value: id, label: name }))}
        />
      )}
      <FormText of={of} name="name" label="Dealer" maxLength={80} />
      <div className="grid gap-x-3 sm:grid-cols-2">
        <FormNumber of={of} name="labourMinor" label={`Labour, ${currency}`} />
        <FormNumber of={of} name="programmingMinor" label={`Programming, each key, ${currency}`} />
        <FormNumber
          of={of}
          name="cutMinor"
          label={`Cutting a blade, ${currency}`}
          hint="Empty where he cuts none by itself."
        />
        <FormNumber of={of} name="keyMarkupPercent" label="Markup on articles, %" />
        <FormNumber of={of} name="workingDays" label="Working days" inputMode="numeric" />
        <FormNumber of={of} name="lateDays" label="One in five takes longer by, days" inputMode="numeric" />
        <FormNumber of={of} name="tow" label={`By road from the workshop, ${unit}`} />
        {nodes.length > 0 && (
          <FormSelect
            of={of}
            name="place"
            label="On the roads at"
            empty="not said"
            choices={plainChoices([...new Set([...nodes, ...(dealer?.place ? [dealer.place] : [])])])}
          />
        )}
      </div>
    </EditSheet>
  );
}
