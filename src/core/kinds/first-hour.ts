/** The steps of a shop's first hour in their order, with what each opens. */
export const firstSteps = {
  firm: { title: 'Firm and contact', opens: 'Quotes, notes and links say who you are.' },
  standards: {
    title: 'Market, units and paper',
    opens: 'Distances, amounts and papers are as you are used to.',
  },
  hours: { title: 'Hours and holidays', opens: 'Free times of the vans are found, and the days of parcels.' },
  vans: { title: 'Vans and places', opens: 'A trip has a time and a price; without a van nothing has one.' },
  tools: { title: 'Tools and licences', opens: 'Ways of programming are open, by what your van can do.' },
  charges: { title: 'How you charge', opens: 'A quote has your prices, charges and tax.' },
  sells: { title: 'What you sell', opens: 'Keys have a price and a day: from the van, or by order.' },
  library: { title: 'Library', opens: 'Cars are known by make, model and year.' },
} as const satisfies Record<string, { readonly title: string; readonly opens: string }>;
export type FirstStep = keyof typeof firstSteps;
export const firstStepNames = Object.keys(firstSteps) as FirstStep[];

/** Without these nothing has a price. */
export const pricedBy: readonly FirstStep[] = ['vans', 'charges', 'sells', 'library'];

export type StepState = 'open' | 'done' | 'skipped';
export type FirstHour = Readonly<Record<FirstStep, StepState>>;

/** What of the shop shows that a step was done, and what somebody said of it. What is there is done, whatever was said. */
export function firstHourOf(
  found: Readonly<Partial<Record<FirstStep, boolean>>>,
  said: Readonly<Partial<Record<FirstStep, 'done' | 'skipped'>>>,
): FirstHour {
  return Object.fromEntries(
    firstStepNames.map((step) => [step, found[step] ? 'done' : (said[step] ?? 'open')]),
  ) as FirstHour;
}

/** The step to go on with; undefined once each is done or left out. */
export function nextStep(hour: FirstHour): FirstStep | undefined {
  return firstStepNames.find((step) => hour[step] === 'open');
}
