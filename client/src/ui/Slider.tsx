import { StyleSheet, View } from 'react-native';
import { SPACE, TOUCH, useColours } from './theme';
import { HOLDS_THE_PAGE, slideKeys, snapped, useDrag } from './useDrag';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onChange: (value: number) => void;
  /** What a screen reader says for the value. */
  valueWords: string;
  /** A stretch of the track that is marked as usual. */
  usual?: { from: number; to: number };
}

/** A value slid by finger, mouse or arrow keys; answers while it moves. */
export function Slider({ label, value, min, max, step, onChange, valueWords, usual }: Props) {
  const colour = useColours();
  const range = { min, max, step };
  const { dragRef, dragProps } = useDrag({
    onMove: ({ x, width }) => {
      const along = (x * width - THUMB / 2) / Math.max(1, width - THUMB);
      onChange(snapped(min + along * (max - min), range));
    },
  });
  const part = (of: number): number => Math.min(1, Math.max(0, (of - min) / (max - min)));
  return (
    <View
      ref={dragRef}
      role="slider"
      aria-label={label}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={value}
      aria-valuetext={valueWords}
      tabIndex={0}
      {...slideKeys(value, range, onChange)}
      {...dragProps}
      style={[styles.slider, HOLDS_THE_PAGE]}
    >
      <View style={[styles.track, { backgroundColor: colour.line }]}>
        {usual && (
          <View
            style={[
              styles.usual,
              {
                backgroundColor: colour.kelpSoft,
                borderColor: colour.kelp,
                left: `${part(usual.from) * 100}%`,
                width: `${(part(usual.to) - part(usual.from)) * 100}%`,
              },
            ]}
          />
        )}
      </View>
      <View style={styles.run}>
        <View
          style={[
            styles.thumb,
            { left: `${part(value) * 100}%`, backgroundColor: colour.kelp, borderColor: colour.surface },
          ]}
        />
      </View>
    </View>
  );
}

const THUMB = 28;

const styles = StyleSheet.create({
  slider: { height: TOUCH.usual, justifyContent: 'center', cursor: 'pointer' },
  track: { position: 'absolute', left: THUMB / 2, right: THUMB / 2, height: 8, borderRadius: 4 },
  usual: { position: 'absolute', top: -2, height: 12, borderWidth: 1, borderRadius: 4 },
  run: { position: 'absolute', left: THUMB / 2, right: THUMB / 2, height: THUMB },
  thumb: {
    position: 'absolute',
    width: THUMB,
    height: THUMB,
    marginLeft: -THUMB / 2,
    borderRadius: THUMB / 2,
    borderWidth: 3,
    marginTop: SPACE.hair - 2,
  },
});
