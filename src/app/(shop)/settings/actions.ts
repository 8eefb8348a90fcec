'use server';

import { cookies } from 'next/headers';
import type { Result } from '@/core/kinds/result';
import { PriceClassInput } from '@/inputs/shop-input';
import { setPriceClass } from '@/usecases/shop';
import { runAction } from '../../run-action';

/** Keeps the theme on this device. */
export async function keepThemeAction(theme: unknown): Promise<void> {
  const value = theme === 'light' || theme === 'dark' ? theme : 'auto';
  (await cookies()).set('theme', value, { path: '/', sameSite: 'lax', maxAge: 400 * 86_400 });
}

export async function setPriceClassAction(data: unknown): Promise<Result<{ priceClassMinor: number }>> {
  return runAction(PriceClassInput, data, setPriceClass);
}
