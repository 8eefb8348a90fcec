import { cleanup } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

/** What the router was told, for tests that look. */
export const router = { refresh: vi.fn(), push: vi.fn() };

vi.mock('next/navigation', () => ({ useRouter: () => router, usePathname: () => '/jobs' }));

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.clearAllMocks();
});
