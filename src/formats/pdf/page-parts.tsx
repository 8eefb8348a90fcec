import { StyleSheet, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { monoFaces, wordFaces } from './fonts';

/** Black on white, so that any printer does. */
export const paperStyles = StyleSheet.create({
  page: { fontFamily: wordFaces as unknown as string, fontSize: 9.5, lineHeight: 1.35, padding: 40 },
  mono: { fontFamily: monoFaces as unknown as string },
  bold: { fontWeight: 700 },
  title: { fontSize: 16, fontWeight: 700, lineHeight: 1.2 },
  head: { fontSize: 11, fontWeight: 700, marginTop: 9, marginBottom: 2 },
  row: { flexDirection: 'row', justifyContent: 'space-between' },
  ruled: { borderTopWidth: 0.5, paddingVertical: 2.5 },
  strong: { borderTopWidth: 1.2, paddingVertical: 3 },
  small: { fontSize: 8.5 },
});

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
