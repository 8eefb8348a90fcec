import type { Metadata } from 'next';
import { OpenOffer } from '@/screens/offer/open-offer';
import { readShopSign } from '@/usecases/shop/firm';
import { openOfferAction } from '../actions';

export const metadata: Metadata = { title: 'From your locksmith', robots: { index: false, follow: false } };

export default async function OpenOfferPage({ params }: { params: Promise<{ token: string }> }) {
  return <OpenOffer token={(await params).token} shop={await readShopSign()} onOpen={openOfferAction} />;
}
