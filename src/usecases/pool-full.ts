/** The pool is full: the answer is 503, and to try again. */
export class PoolFull extends Error {}
