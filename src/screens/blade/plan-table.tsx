'use client';

import { type PlanKind, planKinds, planNames, type RestPlans } from '@/core/blade/progression/plan-rest';
import { formatMoney } from '@/core/kinds/money';
import { Table, Td, Th, Tr } from '@/ui/table';

interface PlanTableProps {
  readonly plans: RestPlans;
  readonly chosen: PlanKind;
  readonly currency: string;
  readonly locale: string;
  readonly disabled?: boolean;
  /** What was chosen last is under way: it keeps the focus, and another press does nothing. */
  readonly busy: boolean;
  readonly onChoose: (plan: PlanKind) => void;
}

/** The three plans side by side, with what each takes on average and at worst, and what proves it. */
export function PlanTable({ plans, chosen, currency, locale, disabled, busy, onChoose }: PlanTableProps) {
  const money = (minor: number) => formatMoney({ minor: Math.round(minor), currency }, locale);
  return (
    <div className="shop-only">
      <Table label="Plans">
        <thead>
          <Tr>
            <Th>Plan</Th>
            <Th>New blanks</Th>
            <Th>Tries</Th>
            <Th>Cost</Th>
          </Tr>
        </thead>
        <tbody>
          {planKinds.map((kind) => {
            const { blanks, tries, cost } = plans.plans[kind];
            return (
              <Tr key={kind}>
                <Td>
                  <label className="flex min-h-11 items-center gap-2">
                    <input
                      type="radio"
                      name="plan"
                      className="size-5 accent-(--terra)"
                      checked={kind === chosen}
                      disabled={disabled}
                      aria-disabled={busy || undefined}
                      onChange={() => {
                        if (!busy) onChoose(kind);
                      }}
                    />
                    <span className={kind === chosen ? 'font-semibold' : undefined}>{planNames[kind]}</span>
                  </label>
                </Td>
                <Td>
                  <span className="flex min-h-11 items-center gap-2 font-mono">
                    {blanks.expected.toFixed(1)} <span className="text-mute">at worst {blanks.worst}</span>
                  </span>
                </Td>
                <Td>
                  <span className="flex min-h-11 items-center gap-2 font-mono">
                    {tries.expected.toFixed(1)} <span className="text-mute">at worst {tries.worst}</span>
                  </span>
                </Td>
                <Td>
                  <span className="flex min-h-11 items-center gap-2 font-mono">
                    {money(cost.expected)} <span className="text-mute">at worst {money(cost.worst)}</span>
                  </span>
                </Td>
              </Tr>
            );
          })}
        </tbody>
      </Table>
      <p className="mt-1 text-small text-mute">
        Averages hold if the bitting is among the candidates. Fewer than {plans.newBlanks} new{' '}
        {plans.newBlanks === 1 ? 'blank' : 'blanks'} cannot do for all: {plans.antichain.length} of them,
        blanks already cut included, cannot be cut from one another. No plan costs less than{' '}
        {money(plans.bound)} on average.
      </p>
    </div>
  );
}
