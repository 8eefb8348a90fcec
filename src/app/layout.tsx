import type { Metadata, Viewport } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import { StyleNonce } from '@/ui/style-nonce';
import { type Theme, tokensCss } from '@/ui/tokens';
import '@/ui/skin.css';

export const metadata: Metadata = { title: { default: 'Kilnsman', template: '%s · Kilnsman' } };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const chosen = (await cookies()).get('theme')?.value;
  const theme: Theme = chosen === 'light' || chosen === 'dark' ? chosen : 'auto';
  return (
    <html lang="en" data-theme={theme}>
      <head>
        <style nonce={nonce} suppressHydrationWarning>
          {tokensCss()}
        </style>
      </head>
      <body>
        <StyleNonce nonce={nonce} />
        {children}
      </body>
    </html>
  );
}
