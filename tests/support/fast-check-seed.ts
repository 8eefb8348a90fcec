import fc from 'fast-check';

/** `FAST_CHECK_SEED` repeats a failure; fast-check prints the seed of what failed. `npm test` names one, always the same. */
const named = process.env.FAST_CHECK_SEED;
if (named) fc.configureGlobal({ seed: Number(named) });
