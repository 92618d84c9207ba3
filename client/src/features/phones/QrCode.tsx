import { create } from 'qrcode';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';

/** Light round the code that readers need to find it, in its modules. */
const QUIET = 4;
const WIDTH_PX = 232;

/** Text as a QR code: dark on light in both themes, for readers want it so. */
export function QrCode({ text, words }: { text: string; words: string }) {
  const { path, across } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const rows = Array.from({ length: modules.size }, (_, y) =>
      Array.from({ length: modules.size }, (__, x) =>
        modules.get(y, x) ? `M${x + QUIET} ${y + QUIET}h1v1h-1z` : '',
      ).join(''),
    );
    return { path: rows.join(''), across: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <View role="img" aria-label={words} style={styles.paper}>
      <Svg width={WIDTH_PX} height={WIDTH_PX} viewBox={`0 0 ${across} ${across}`}>
        <Path d={path} fill="#000000" />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  paper: { backgroundColor: '#FFFFFF', alignSelf: 'flex-start', borderRadius: 10, overflow: 'hidden' },
});
