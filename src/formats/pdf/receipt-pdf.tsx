import { renderToBuffer, Text } from '@react-pdf/renderer';
import type { Firm } from '@/core/kinds/firm';
import { formatDay, type LocalDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { type Receipt, receiptName } from '@/core/quote/receipt';
import { AmountRow } from './amount-row';
import { registerFonts } from './fonts';
import { FirmPaper, Pair, type PaperLook, paperStyles as styles } from './page-parts';

export interface ReceiptHead {
  readonly number: number;
  readonly jobName: string;
  readonly firm: Firm;
  readonly customer: string | null;
  readonly madeOn: LocalDay;
  readonly locale: string;
}

/** What was paid for which work, with the tax in it, on one page. */
export function receiptPdf(head: ReceiptHead, receipt: Receipt, look: PaperLook): Promise<Buffer> {
  registerFonts();
  const show = (minor: number) => formatMoney({ minor, currency: receipt.currency }, head.locale);
  const day = (on: LocalDay) => formatDay(on, '');
  const { lines, netMinor, taxMinor, totalMinor, payments, dueMinor, onAccountMinor, paysInDays } = receipt;
  return renderToBuffer(
    <FirmPaper
      title={receiptName(head.number)}
      firm={head.firm}
      look={look}
      says={`Receipt for ${head.customer ?? 'the customer'}`}
      number={receiptName(head.number)}
      below={`${head.jobName}, Q-${receipt.quoteNumber}`}
    >
      <Pair name="Made">{day(head.madeOn)}</Pair>
      <Pair name="Car">{receipt.car}</Pair>
      <Pair name="Work">{`${receipt.work}. ${receipt.option}.`}</Pair>
      {receipt.replaces !== null && (
        <Pair name="Instead of">{`${receiptName(receipt.replaces)}, which holds no longer`}</Pair>
      )}
      <Text style={styles.head}>What it is for</Text>
      <AmountRow cells={['For', 'Net', 'Tax', 'With tax']} />
      {lines.map((line) => (
        <AmountRow
          key={line.label}
          ruled
          cells={[line.label, show(line.netMinor), show(line.taxMinor), show(line.netMinor + line.taxMinor)]}
        />
      ))}
      <AmountRow bold cells={['Total', show(netMinor), show(taxMinor), show(totalMinor)]} />
      <Text style={styles.head}>Paid</Text>
      {payments.map(({ words, on, amountMinor }, at) => (
        <AmountRow
          // biome-ignore lint/suspicious/noArrayIndexKey: the same amount may be paid twice on one day
          key={at}
          ruled
          cells={[`${words}, ${day(on)}`, '', '', show(amountMinor)]}
        />
      ))}
      {onAccountMinor > 0 && paysInDays !== null && (
        <Text>{`On account ${show(onAccountMinor)}, to be paid within ${paysInDays} days.`}</Text>
      )}
      <AmountRow bold cells={[dueMinor > 0 ? 'Still due' : 'Nothing is due', '', '', show(dueMinor)]} />
      {receipt.warrantyMonths > 0 && (
        <Text style={{ marginTop: 8 }}>
          {`Warranty: a key that fails by itself is made good at no cost until ${
            receipt.warrantyUntil === null
              ? `${receipt.warrantyMonths} months after it is handed over`
              : day(receipt.warrantyUntil)
          }.`}
        </Text>
      )}
    </FirmPaper>,
  );
}
