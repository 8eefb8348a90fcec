import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { HandoverNote } from '@/core/job/handover';
import { registerFonts } from './fonts';
import { Pair, paperStyles as styles, WordList } from './page-parts';

export interface HandoverHead {
  readonly jobName: string;
  readonly shopName: string;
  readonly licence: string;
  readonly customer: string | null;
  /** The day in words. */
  readonly madeOn: string;
}

/** What the customer is told with his keys, on one page of letter paper. */
export function handoverPdf(head: HandoverHead, note: HandoverNote, isDraft: boolean): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <Document title={`${head.jobName} handover`} author={head.shopName} language="en">
      <Page size="LETTER" style={styles.page}>
        <View style={[styles.row, { borderBottomWidth: 1.5, paddingBottom: 6, marginBottom: 6 }]}>
          <View>
            <Text style={styles.title}>{head.shopName}</Text>
            {head.licence !== '' && <Text style={styles.small}>{head.licence}</Text>}
            <Text>{`Your keys, handed over to ${head.customer ?? 'the customer'}`}</Text>
          </View>
          <View style={{ alignItems: 'flex-end' }}>
            <Text style={[styles.title, styles.mono]}>{head.jobName}</Text>
            <Text>{isDraft ? 'Draft: the job is not closed' : head.madeOn}</Text>
          </View>
        </View>
        <Pair name="Car">{note.car}</Pair>
        <Text style={styles.head}>Your keys</Text>
        {note.keys.map(({ tag, name, says }) => (
          <View key={tag} style={[styles.ruled, { flexDirection: 'row' }]} wrap={false}>
            <Text style={[styles.mono, styles.bold, { width: 24 }]}>{tag}</Text>
            <Text style={{ width: 110 }}>{name}</Text>
            <View style={{ flex: 1 }}>
              {says.map((one) => (
                <Text key={one}>{one}</Text>
              ))}
            </View>
          </View>
        ))}
        <WordList title="Works no more" words={note.worksNot} />
        <WordList title="Stays known and may still start the car" words={note.stays} />
        <WordList title="Good to know" words={note.advice} />
        <WordList title="Warranty" words={[note.warranty]} />
      </Page>
    </Document>,
  );
}
