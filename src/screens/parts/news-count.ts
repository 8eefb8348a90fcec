import { createContext, useContext } from 'react';

/** How much is new for whoever is signed in, on every page of the shop. */
export const NewsCount = createContext(0);

export function useNewsCount(): number {
  return useContext(NewsCount);
}
