import { Text, View } from '@react-pdf/renderer';
import { paperStyles as styles } from './page-parts';

/** A line of a paper with what it is for and three columns of amounts. */
export function AmountRow({
  cells,
  ruled,
  bold,
}: {
  cells: readonly [string, string, string, string];
  ruled?: boolean;
  bold?: boolean;
}) {
  const [label, ...amounts] = cells;
  return (
    <View
      style={[{ flexDirection: 'row' }, ruled ? styles.ruled : {}, bold ? styles.strong : {}]}
      wrap={false}
    >
      <Text style={[{ flex: 1 }, bold ? styles.bold : {}]}>{label}</Text>
      {amounts.map((amount, at) => (
        <Text
          // biome-ignore lint/suspicious/noArrayIndexKey: three columns that never move
          key={at}
          style={[
            { width: 76, textAlign: 'right' },
            ruled || bold ? styles.mono : {},
            bold ? styles.bold : {},
          ]}
        >
          {amount}
        </Text>
      ))}
    </View>
  );
}
