import { receiptName } from '@/core/quote/receipt';
import { ButtonWords, buttonClass } from '@/ui/button';

/** The newest receipt, where one was given. */
export function ReceiptLink({ receipt }: { readonly receipt: number | null }) {
  return receipt === null ? null : (
    <a href="/offer/receipt" className={buttonClass('plain', 'self-start')}>
      <ButtonWords follows="PDF">Your receipt {receiptName(receipt)}</ButtonWords>
    </a>
  );
}
