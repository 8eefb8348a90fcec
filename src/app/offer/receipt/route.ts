import { receiptName } from '@/core/quote/receipt';
import { drawReceiptByLink } from '@/usecases/jobs/payments';
import { handler } from '../../api/handler';
import { answerPdf } from '../../api/pdf-answer';
import { offerCookie } from '../offer-cookie';

/** The newest receipt of the job that a customer's link is to. */
export const GET = handler(async () => {
  const cookie = await offerCookie();
  const found = cookie ? await drawReceiptByLink(cookie) : undefined;
  return answerPdf(found?.bytes, receiptName(found?.number ?? 0));
});
