import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Courier } from '@/features/record/client/Courier.tsx';
import { deskLook } from '@/features/shop/settings.ts';
import { EarlyTaps } from '@/ui/EarlyTaps.tsx';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Ridge Bolt', template: '%s · Ridge Bolt' },
  description: 'Bench partner for ride-on-mower technicians',
  icons: { apple: '/icons/icon-180.png' },
  appleWebApp: { capable: true, title: 'Ridge Bolt', statusBarStyle: 'black' },
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#22423b' };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const { light, spacing } = await deskLook();
  const request = (await headers()).get('x-request-id') ?? undefined;
  return (
    <html lang="en" data-light={light} data-spacing={spacing} data-request={request} suppressHydrationWarning>
      <body>
        <EarlyTaps nonce={request} />
        {children}
        <Courier />
      </body>
    </html>
  );
}
