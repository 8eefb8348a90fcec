import { Circle, Document, Page, Path, renderToBuffer, Svg, Text } from '@react-pdf/renderer';
import type { Drawing, DrawingPart } from '@/core/blade/drawing-kinds';
import { paperInk, pathOf } from '../blade-svg';
import { registerFonts, wordFaces } from './fonts';
import { type PaperLook, pageSizes } from './page-parts';

/** Millimetres in points. */
const mm = 72 / 25.4;

/** A drawing at true scale on a page. */
export function gaugePdf(title: string, drawing: Drawing, look: PaperLook): Promise<Buffer> {
  registerFonts();
  const size = { width: drawing.width * mm, height: drawing.height * mm };
  return renderToBuffer(
    <Document title={title} language="en">
      <Page size={pageSizes[look.size]} style={{ padding: 12 * mm }}>
        <Svg {...size} viewBox={`0 0 ${size.width} ${size.height}`}>
          {drawing.parts.map((part, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: parts have no name, and are drawn once
            <Part key={at} part={part} />
          ))}
        </Svg>
      </Page>
    </Document>,
  );
}

function Part({ part }: { part: DrawingPart }) {
  switch (part.kind) {
    case 'area':
      return <Path d={`${pathOf(part.points, mm)}Z`} fill={paperInk[part.of].fill} />;
    case 'line': {
      const { stroke, width } = paperInk[part.of];
      return <Path d={pathOf(part.points, mm)} fill="none" stroke={stroke} strokeWidth={width * mm} />;
    }
    case 'circle':
      return (
        <Circle cx={part.at.x * mm} cy={part.at.y * mm} r={part.radius * mm} fill={paperInk[part.of].fill} />
      );
    case 'reading':
      return <Circle cx={part.at.x * mm} cy={part.at.y * mm} r={0.9 * mm} fill="none" stroke="black" />;
    case 'words':
      return (
        <Text
          x={part.at.x * mm}
          y={part.at.y * mm}
          textAnchor={part.from}
          style={{ fontFamily: wordFaces as unknown as string, fontSize: part.size * mm }}
        >
          {part.words}
        </Text>
      );
  }
}
