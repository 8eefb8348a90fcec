'use client';

import { useEffect, useRef } from 'react';

const place = 'kilnsman-line';

/** Leaves a caller's line for the next place. It may hold a code, and so never stands in an address. */
export function handLine(line: string): void {
  sessionStorage.setItem(place, line);
}

/** Takes up a line that another place left, once. */
export function useHandedLine(onLine: (line: string) => void): void {
  const take = useRef(onLine);
  useEffect(() => {
    const line = sessionStorage.getItem(place);
    if (line === null) return;
    sessionStorage.removeItem(place);
    take.current(line);
  }, []);
}
