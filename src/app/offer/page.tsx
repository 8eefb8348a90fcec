import type { Metadata } from 'next';
import { OfferPage } from '@/screens/offer/offer-page';
import { Standalone } from '@/ui/standalone';
import { readOffer } from '@/usecases/quote/customer';
import { acceptOfferAction, sendMessageAction } from './actions';
import { offerCookie } from './offer-cookie';

export const metadata: Metadata = { title: 'Your quote', robots: { index: false, follow: false } };

export default async function CustomerPage() {
  const cookie = await offerCookie();
  const offer = cookie ? await readOffer(cookie) : undefined;
  if (!offer)
    return (
      <Standalone title="No quote to show">
        <p>This link has ended, or it was opened on another device. Ask the shop for a new one.</p>
      </Standalone>
    );
  return <OfferPage offer={offer} onAccept={acceptOfferAction} onMessage={sendMessageAction} />;
}
