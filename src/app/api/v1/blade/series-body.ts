/** A body that carries a series whole: 20,000 bittings of 20 spaces with their codes. */
export const seriesBody = 2_000_000;
