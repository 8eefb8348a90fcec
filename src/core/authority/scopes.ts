export const scopes = ['benches', 'library', 'jobs', 'calls', 'works', 'stock', 'health'] as const;
/** What a program's token opens. None of them opens a secret or the gate of anything that is done at a car. */
export type Scope = (typeof scopes)[number];

export const scopeNames: Record<Scope, string> = {
  benches: 'What the benches compute',
  library: 'The lists of the library, read only',
  jobs: 'Jobs, read only, without names and secrets',
  calls: 'Calls: opens a job from a caller’s line',
  works: 'Works of the shop’s prices, and adding them to a job',
  stock: 'Stock: what lies where, and what arrived, went or was counted',
  health: 'Health, for a monitor',
};
