import type { Role } from '@/core/kinds/actor';
import { purposeNames, purposes, stageFor } from './purposes';
import { type Duty, duties, mayDo } from './roles';

/** Duties in words, as they follow 'may'. */
export const dutyNames: Record<Duty, string> = {
  takeCalls: 'Take calls, and see what is known of a caller',
  takeBack: 'Take an amount back that was noted',
  reopenJobs: 'Open a closed job again',
  editLibrary: 'Change the library, and import files into it',
  moveStock: 'Write movements of the stock',
  bringPrices: 'Import price files of suppliers',
  editTools: 'Set tools, coverage and licences',
  makeTokens: 'Make tokens for programs',
  secondTrainee: 'Stand beside a trainee as the second person',
  manageShop: 'Set up the firm, its prices, vans and rules; backups and health',
  managePeople: 'Add people, and end their access',
  readAudit: 'Read the audit',
  codeRows: 'See rows of code series',
};

/** What a role may do: by itself, once the right to the car is recorded, and what is for others. */
export interface RoleTable {
  readonly free: readonly string[];
  readonly advance: readonly string[];
  readonly onSite: readonly string[];
  readonly duties: readonly string[];
  readonly others: readonly { readonly what: string; readonly who: readonly Role[] }[];
}

export function roleTable(role: Role): RoleTable {
  const of = (stage: ReturnType<typeof stageFor>) =>
    purposes.filter((purpose) => stageFor(purpose) === stage).map((purpose) => purposeNames[purpose]);
  const all = Object.keys(duties) as Duty[];
  return {
    free: of('none'),
    advance: of('advance'),
    onSite: of('onSite'),
    duties: all.filter((duty) => mayDo(role, duty)).map((duty) => dutyNames[duty]),
    others: all
      .filter((duty) => !mayDo(role, duty))
      .map((duty) => ({ what: dutyNames[duty], who: duties[duty] })),
  };
}
