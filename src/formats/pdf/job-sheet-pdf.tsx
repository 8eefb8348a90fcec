import { renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { Firm } from '@/core/kinds/firm';
import { registerFonts } from './fonts';
import { FirmPaper, Pair, type PaperLook, paperStyles as styles, WordList } from './page-parts';

/** What a locksmith takes along for a job; nothing that opens a car. */
export interface JobSheet {
  readonly jobName: string;
  readonly firm: Firm;
  readonly car: string;
  readonly facts: readonly (readonly [string, string])[];
  readonly keys: readonly { readonly tag: number; readonly name: string; readonly word: string }[];
  readonly take: readonly string[];
  readonly steps: readonly string[];
  readonly gate: readonly string[];
  readonly cautions: readonly string[];
}

/** The sheet on one page, with room to write. */
export function jobSheetPdf(sheet: JobSheet, look: PaperLook): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <FirmPaper
      title={sheet.jobName}
      firm={sheet.firm}
      look={look}
      says={`Job sheet: ${sheet.car}`}
      number={sheet.jobName}
      below={''}
    >
      {sheet.facts.map(([name, value]) => (
        <Pair key={name} name={name}>
          {value}
        </Pair>
      ))}
      <Text style={styles.head}>Keys</Text>
      {sheet.keys.map(({ tag, name, word }) => (
        <View key={tag} style={[styles.row, styles.ruled]}>
          <Text style={[styles.mono, styles.bold, { width: 30 }]}>{tag}</Text>
          <Text style={{ width: 120 }}>{name}</Text>
          <Text style={{ flex: 1 }}>{word}</Text>
        </View>
      ))}
      <WordList title="Before anything is opened or programmed" words={sheet.gate} />
      <View style={{ flexDirection: 'row', gap: 18 }}>
        <WordList beside title="Take along" words={sheet.take} />
        <WordList beside title="Way" words={sheet.steps} />
      </View>
      <WordList title="Take care" words={sheet.cautions} />
      <Text style={styles.head}>Found at the car</Text>
      {Array.from({ length: 6 }, (_, line) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: empty lines to write on
        <View key={line} style={{ borderBottomWidth: 0.5, height: 22 }} />
      ))}
    </FirmPaper>,
  );
}
