import { Document, Page, Path, renderToBuffer, Svg, Text, View } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import { registerFonts } from './fonts';
import { type PaperLook, pageSizes, paperStyles as styles } from './page-parts';

/** What a key tag shows: a number and colour words; behind its code stands an id that says nothing without signing in. */
export interface KeyLabel {
  readonly number: string;
  readonly words: string;
  readonly address: string;
}

/** Millimetres in points. */
const mm = 72 / 25.4;
const labelWidth = 58 * mm;
const labelHeight = 32 * mm;
const codeSide = 23 * mm;

/** Labels to cut out, three in a row on a page, each with a hole to punch. */
export function labelsPdf(labels: readonly KeyLabel[], { size }: PaperLook): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <Document title="Key tags" language="en">
      <Page size={pageSizes[size]} style={[styles.page, { flexDirection: 'row', flexWrap: 'wrap', gap: 8 }]}>
        {labels.map((label) => (
          <Label key={label.address} {...label} />
        ))}
      </Page>
    </Document>,
  );
}

function Label({ number, words, address }: KeyLabel) {
  return (
    <View
      style={{
        width: labelWidth,
        height: labelHeight,
        borderWidth: 0.5,
        flexDirection: 'row',
        alignItems: 'center',
        padding: 6,
      }}
      wrap={false}
    >
      <View style={{ width: 12, height: 12, borderWidth: 0.8, borderRadius: 6, marginRight: 6 }} />
      <View style={{ flex: 1 }}>
        <Text style={[styles.mono, styles.bold, { fontSize: 15, lineHeight: 1.2, marginBottom: 3 }]}>
          {number}
        </Text>
        <Text style={{ fontSize: 9 }}>{words}</Text>
      </View>
      <Code address={address} />
    </View>
  );
}

function Code({ address }: { address: string }) {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  const path = Array.from({ length: size * size }, (_, at) => at)
    .filter((at) => modules.data[at])
    .map((at) => `M${at % size} ${Math.floor(at / size)}h1v1h-1z`)
    .join('');
  return (
    <Svg viewBox={`-2 -2 ${size + 4} ${size + 4}`} style={{ width: codeSide, height: codeSide }}>
      <Path d={path} fill="black" />
    </Svg>
  );
}
