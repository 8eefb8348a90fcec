import { renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { HandoverNote } from '@/core/job/handover';
import type { Firm } from '@/core/kinds/firm';
import { registerFonts } from './fonts';
import { FirmPaper, Pair, type PaperLook, paperStyles as styles, WordList } from './page-parts';

export interface HandoverHead {
  readonly jobName: string;
  readonly firm: Firm;
  readonly customer: string | null;
  /** The day in words. */
  readonly madeOn: string;
}

/** What the customer is told with his keys, on one page. */
export function handoverPdf(
  head: HandoverHead,
  note: HandoverNote,
  isDraft: boolean,
  look: PaperLook,
): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <FirmPaper
      title={`${head.jobName} handover`}
      firm={head.firm}
      look={look}
      says={`Your keys, handed over to ${head.customer ?? 'the customer'}`}
      number={head.jobName}
      below={isDraft ? 'Draft: the job is not closed' : head.madeOn}
    >
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
    </FirmPaper>,
  );
}
