import type { Role } from '@/core/kinds/actor';

/** What a role may do beside the work on jobs, which the gate decides. */
export const duties = {
  takeCalls: ['proprietor', 'locksmith', 'trainee'],
  editLibrary: ['proprietor', 'locksmith'],
  takeBack: ['proprietor', 'locksmith'],
  reopenJobs: ['proprietor', 'locksmith'],
  moveStock: ['proprietor', 'locksmith'],
  bringPrices: ['proprietor', 'locksmith'],
  editTools: ['proprietor', 'locksmith'],
  makeTokens: ['proprietor', 'locksmith'],
  secondTrainee: ['proprietor', 'locksmith'],
  manageShop: ['proprietor'],
  managePeople: ['proprietor'],
  readAudit: ['proprietor'],
  codeRows: ['proprietor'],
} as const satisfies Record<string, readonly Role[]>;

export type Duty = keyof typeof duties;

export function mayDo(role: Role, duty: Duty): boolean {
  return (duties[duty] as readonly Role[]).includes(role);
}

/** The refusal of a duty, in words. */
export function refusedDuty(duty: Duty): string {
  const roles = duties[duty].join(' or ');
  return `This is for the ${roles} of the shop.`;
}

const ranks: readonly Role[] = ['trainee', 'locksmith', 'proprietor'];

/** The lesser of two roles: a token never stands above whoever made it. */
export function lesserRole(one: Role, other: Role): Role {
  return ranks.indexOf(one) <= ranks.indexOf(other) ? one : other;
}
