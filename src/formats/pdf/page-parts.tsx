import { Document, Image, Page, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { type Firm, footLines, type PaperSize, reachLines } from '@/core/kinds/firm';
import { monoFaces, wordFaces } from './fonts';

/** Black on white, so that any printer does. */
export const paperStyles = StyleSheet.create({
  page: {
    fontFamily: wordFaces as unknown as string,
    fontSize: 9.5,
    lineHeight: 1.35,
    paddingHorizontal: 40,
    paddingVertical: 30,
  },
  mono: { fontFamily: monoFaces as unknown as string },
  bold: { fontWeight: 700 },
  title: { fontSize: 16, fontWeight: 700, lineHeight: 1.2 },
  head: { fontSize: 11, fontWeight: 700, marginTop: 9, marginBottom: 2 },
  row: { flexDirection: 'row', justifyContent: 'space-between' },
  ruled: { borderTopWidth: 0.5, paddingVertical: 2.5 },
  strong: { borderTopWidth: 1.2, paddingVertical: 3 },
  small: { fontSize: 8.5 },
});

/** On what a paper is drawn. */
export interface PaperLook {
  readonly size: PaperSize;
  /** The shop's logo, in the address of its picture itself; null where it has none. */
  readonly logo: string | null;
}

export const pageSizes = { letter: 'LETTER', a4: 'A4' } as const;

interface FirmPaperProps {
  readonly title: string;
  readonly firm: Firm;
  readonly look: PaperLook;
  /** What it is, under the firm's lines. */
  readonly says: string;
  /** Its number, and what stands below. */
  readonly number: string;
  readonly below: string;
  readonly children: ReactNode;
}

/** A paper of the shop: its letterhead, what the paper says, and its foot. */
export function FirmPaper({ title, firm, look, says, number, below, children }: FirmPaperProps) {
  const foot = footLines(firm);
  return (
    <Document title={title} author={firm.name} language="en">
      <Page size={pageSizes[look.size]} style={paperStyles.page}>
        <View style={[paperStyles.row, { borderBottomWidth: 1.5, paddingBottom: 6, marginBottom: 6 }]}>
          <View style={{ flexDirection: 'row', gap: 10, flex: 1 }}>
            {look.logo && (
              <Image src={look.logo} style={{ maxWidth: 110, maxHeight: 42, objectFit: 'contain' }} />
            )}
            <View style={{ flex: 1 }}>
              <Text style={paperStyles.title}>{firm.name}</Text>
              {reachLines(firm).length > 0 && (
                <Text style={paperStyles.small}>{reachLines(firm).join('  ·  ')}</Text>
              )}
              <Text>{says}</Text>
            </View>
          </View>
          <View style={{ alignItems: 'flex-end' }}>
            <Text style={[paperStyles.title, paperStyles.mono]}>{number}</Text>
            <Text>{below}</Text>
          </View>
        </View>
        {children}
        {foot.length > 0 && (
          <Text style={{ fontSize: 7.5, borderTopWidth: 0.5, marginTop: 5, paddingTop: 2 }}>
            {foot.join('  ·  ')}
          </Text>
        )}
      </Page>
    </Document>
  );
}

/** A name and its value on one line. */
export function Pair({ name, children }: { name: string; children: ReactNode }) {
  return (
    <View style={{ flexDirection: 'row' }}>
      <Text style={{ width: 80 }}>{name}</Text>
      <Text style={{ flex: 1 }}>{children}</Text>
    </View>
  );
}

/** A titled list of sentences; nothing where there are none. */
export function WordList({
  title,
  words,
  beside,
}: {
  title: string;
  words: readonly string[];
  /** It stands beside another. */
  beside?: boolean;
}) {
  if (words.length === 0) return null;
  return (
    <View style={beside ? { flex: 1 } : {}}>
      <Text style={paperStyles.head}>{title}</Text>
      {words.map((word) => (
        <Text key={word} style={paperStyles.small}>
          {`• ${word}`}
        </Text>
      ))}
    </View>
  );
}
