'use server';

import { cookies } from 'next/headers';

/** Keeps the theme on this device. */
export async function keepThemeAction(theme: unknown): Promise<void> {
  const value = theme === 'light' || theme === 'dark' ? theme : 'auto';
  (await cookies()).set('theme', value, { path: '/', sameSite: 'lax', maxAge: 400 * 86_400 });
}
