import { useRef } from 'react';
import type { GestureResponderEvent, View as ViewType } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { SPACE, TOUCH, useColours } from './theme';

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
  const track = useRef<ViewType>(null);
  const box = useRef({ left: 0, width: 1 });
  const clamp = (raw: number): number => {
    const snapped = Math.round(raw / step) * step;
    return Math.min(max, Math.max(min, Number(snapped.toPrecision(10))));
  };
  const moveTo = (pageX: number): void => {
    const part = (pageX - box.current.left) / box.current.width;
    onChange(clamp(min + part * (max - min)));
  };
  const part = (of: number): number => Math.min(1, Math.max(0, (of - min) / (max - min)));
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
      const by = {
        ArrowRight: step,
        ArrowUp: step,
        ArrowLeft: -step,
        ArrowDown: -step,
        PageUp: step * 10,
        PageDown: -step * 10,
        Home: min - value,
        End: max - value,
      }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      onChange(clamp(value + by));
    },
  };
  return (
    <View
      ref={track}
      role="slider"
      aria-label={label}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={value}
      aria-valuetext={valueWords}
      tabIndex={0}
      {...keys}
      onStartShouldSetResponder={() => true}
      onMoveShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={(event: GestureResponderEvent) => {
        const { pageX } = event.nativeEvent;
        track.current?.measureInWindow((left, _top, width) => {
          box.current = { left: left + THUMB / 2, width: Math.max(1, width - THUMB) };
          moveTo(pageX);
        });
      }}
      onResponderMove={(event: GestureResponderEvent) => moveTo(event.nativeEvent.pageX)}
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
// The page must not scroll under a finger that slides. Only the web knows this style.
const HOLDS_THE_PAGE: object = { touchAction: 'none' };

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
