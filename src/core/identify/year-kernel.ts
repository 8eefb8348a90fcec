/** How often a stated year is right, off by one or by two either way, or anything else; each for one year. */
export interface YearKernel {
  readonly right: number;
  readonly byOne: number;
  readonly byTwo: number;
  /** Spread over all other years together. */
  readonly rest: number;
}

/** For a year as a caller states it. */
export const statedKernel: YearKernel = { right: 0.75, byOne: 0.11, byTwo: 0.014, rest: 0.002 };
/** For a year as read from the VIN or the papers. */
export const readKernel: YearKernel = { right: 0.97, byOne: 0.013, byTwo: 0.0015, rest: 0.001 };

/** How many jobs the starting kernel is worth when it is learned anew. */
const strength = 40;

/**
 * The kernel as a shop's own closed jobs have it: what was stated against the model year as found.
 * @param errors found minus stated, one for each job that has both
 */
export function learnKernel(errors: readonly number[]): YearKernel {
  const count = (far: (off: number) => boolean) => errors.filter((error) => far(Math.abs(error))).length;
  const blend = (start: number, seen: number) => (start * strength + seen) / (strength + errors.length);
  return {
    right: blend(
      statedKernel.right,
      count((off) => off === 0),
    ),
    byOne:
      blend(
        2 * statedKernel.byOne,
        count((off) => off === 1),
      ) / 2,
    byTwo:
      blend(
        2 * statedKernel.byTwo,
        count((off) => off === 2),
      ) / 2,
    rest: blend(
      statedKernel.rest,
      count((off) => off > 2),
    ),
  };
}

/**
 * The likelihood of what was stated, given the true year.
 * @param far how many of the years in question are more than two away from the stated one
 */
export function kernelAt(kernel: YearKernel, year: number, stated: number, far: number): number {
  const off = Math.abs(year - stated);
  if (off === 0) return kernel.right;
  if (off === 1) return kernel.byOne;
  if (off === 2) return kernel.byTwo;
  return kernel.rest / Math.max(1, far);
}

/**
 * The likelihood of a year as it is read, given the true one, among the years that the library has: one of them is read,
 * so that the answers to 'which year?' are likely in sum whatever the true year is.
 */
export function readAmong(year: number, stated: number, first: number, last: number): number {
  const likelihood = (one: number) => kernelAt(readKernel, year, one, farFrom(one, first, last));
  if (stated < first || stated > last) return likelihood(stated);
  let sum = 0;
  for (let one = first; one <= last; one += 1) sum += likelihood(one);
  return likelihood(stated) / sum;
}

/** How many of the years from first to last lie more than two away from the stated one. */
export function farFrom(stated: number, first: number, last: number): number {
  const near = Math.max(0, Math.min(last, stated + 2) - Math.max(first, stated - 2) + 1);
  return last - first + 1 - near;
}
