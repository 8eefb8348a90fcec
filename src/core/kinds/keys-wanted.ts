/** The most new keys that one job may want. */
export const mostKeysWanted = 5;
