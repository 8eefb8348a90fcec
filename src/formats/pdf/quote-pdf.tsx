import { renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { Firm } from '@/core/kinds/firm';
import { formatDay, type LocalDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { comebackWords, payeeLabel, type QuotePaper, readyWords } from '@/core/quote/paper';
import { AmountRow } from './amount-row';
import { registerFonts } from './fonts';
import { FirmPaper, Pair, type PaperLook, paperStyles as styles, WordList } from './page-parts';

export interface QuoteHead {
  readonly quoteNumber: number;
  readonly jobName: string;
  readonly firm: Firm;
  readonly customer: string | null;
  readonly madeOn: LocalDay;
  readonly validUntil: LocalDay;
  readonly locale: string;
}

/** A quote on one page. */
export function quotePdf(head: QuoteHead, paper: QuotePaper, look: PaperLook): Promise<Buffer> {
  registerFonts();
  const show = (minor: number) => formatMoney({ minor, currency: paper.currency }, head.locale);
  const { chosen, alternatives } = paper;
  return renderToBuffer(
    <FirmPaper
      title={`Q-${head.quoteNumber}`}
      firm={head.firm}
      look={look}
      says={`Quote for ${head.customer ?? 'the customer'}`}
      number={`Q-${head.quoteNumber}`}
      below={head.jobName}
    >
      <Pair name="Car">{paper.car}</Pair>
      <Pair name="Work">{paper.work}</Pair>
      <Pair name="Made">
        {`${formatDay(head.madeOn, '')}, valid until ${formatDay(head.validUntil, '')}`}
      </Pair>
      <Pair name="Ready by">{`${readyWords(chosen)}, where ordered today`}</Pair>
      <Text style={styles.head}>{chosen.name}</Text>
      <Text style={styles.small}>{chosen.notes.join(' ')}</Text>
      {chosen.lost && <Text style={styles.bold}>{chosen.lost}</Text>}
      <AmountRow cells={['For', 'Net', 'Tax', 'With tax']} />
      {chosen.lines.map((line) => (
        <AmountRow
          key={`${line.payee} ${line.label}`}
          ruled
          cells={[
            payeeLabel(line),
            show(line.netMinor),
            show(line.taxMinor),
            show(line.netMinor + line.taxMinor),
          ]}
        />
      ))}
      <AmountRow
        bold
        cells={['Total', show(chosen.netMinor), show(chosen.taxMinor), show(chosen.totalMinor)]}
      />
      {paper.furtherKeyMinor !== null && (
        <Text>{`One more key in the same visit: +${show(paper.furtherKeyMinor)} with tax.`}</Text>
      )}
      {alternatives.length > 0 && <Text style={styles.head}>Other ways, for comparison</Text>}
      {alternatives.map((option) => (
        <View key={option.kind} style={[styles.row, styles.ruled]} wrap={false}>
          <View style={{ flex: 1, paddingRight: 12 }}>
            <Text>
              {[`${option.name}, ready by ${readyWords(option)}`, comebackWords(option)]
                .filter(Boolean)
                .join(', ')}
            </Text>
            <Text style={styles.small}>{option.notes.join(' ')}</Text>
            {option.lost && <Text style={[styles.small, styles.bold]}>{option.lost}</Text>}
          </View>
          <Text style={[styles.mono, styles.bold]}>{show(option.totalMinor)}</Text>
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: 18 }}>
        <WordList beside title="Included" words={paper.included} />
        <WordList beside title="Not included" words={paper.notIncluded} />
      </View>
      <View style={{ flexDirection: 'row', gap: 18 }}>
        <WordList
          beside
          title="Terms"
          words={paper.terms.map(({ words, minor }) => (minor === null ? words : `${words}: ${show(minor)}`))}
        />
        <WordList beside title="Take care" words={paper.cautions} />
      </View>
      <WordList title="Your keys afterwards" words={paper.kept ?? []} />
      {paper.authority && <WordList title="At the car we need" words={[paper.authority]} />}
    </FirmPaper>,
  );
}
