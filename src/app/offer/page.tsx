import type { Metadata } from 'next';
import { formatDay } from '@/core/kinds/local-time';
import { OfferPage } from '@/screens/offer/offer-page';
import { CallTheShop } from '@/screens/offer/open-offer';
import { ReceiptLink } from '@/screens/offer/receipt-link';
import { HandoverPaper } from '@/screens/parts/handover-paper';
import { Standalone } from '@/ui/standalone';
import { readHandedOver, readOffer } from '@/usecases/quote/customer';
import { readShopSign } from '@/usecases/shop/firm';
import { acceptOfferAction, sendMessageAction } from './actions';
import { offerCookie } from './offer-cookie';

export const metadata: Metadata = { title: 'From your locksmith', robots: { index: false, follow: false } };

export default async function CustomerPage() {
  const cookie = await offerCookie();
  const offer = cookie ? await readOffer(cookie) : undefined;
  const handed = cookie && !offer ? await readHandedOver(cookie) : undefined;
  if (handed)
    return (
      <main className="px-4 py-6">
        <div className="no-print mx-auto mb-4 max-w-3xl">
          <ReceiptLink receipt={handed.receipt} />
        </div>
        <HandoverPaper
          firm={handed.firm}
          jobName={handed.jobName}
          note={handed.note}
          customer={null}
          madeOn={formatDay(handed.madeOn, '')}
        />
      </main>
    );
  if (!offer)
    return (
      <Standalone title="Nothing to show">
        <p>This link has ended, or it was opened on another device. Ask the shop for a new one.</p>
        <CallTheShop phone={(await readShopSign()).phone} />
      </Standalone>
    );
  return <OfferPage offer={offer} onAccept={acceptOfferAction} onMessage={sendMessageAction} />;
}
