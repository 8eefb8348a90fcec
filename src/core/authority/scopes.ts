export const scopes = ['benches', 'library', 'jobs', 'health'] as const;
/** What a program's token opens. None of them opens a secret, and none changes a job. */
export type Scope = (typeof scopes)[number];

export const scopeNames: Record<Scope, string> = {
  benches: 'What the benches compute',
  library: 'The lists of the library, read only',
  jobs: 'Jobs, read only, without names and secrets',
  health: 'Health, for a monitor',
};
