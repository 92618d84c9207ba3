import { StyleSheet, View } from 'react-native';
import Svg, { Circle, G, Line, Path, Text as SvgText } from 'react-native-svg';
import { FONT, useColours } from './theme';
import { HOLDS_THE_PAGE, slideKeys, snapped, useDrag } from './useDrag';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  /** Values that carry a figure on the rim. */
  marks: readonly { value: number; words: string }[];
  usual?: { from: number; to: number };
  onChange: (value: number) => void;
  valueWords: string;
  width: number;
}

const START_DEG = 200;
const SWEEP_DEG = 220;

/** A value turned like a tap: from thick at the left over the top to thin at the right. */
export function Dial({ label, value, min, max, step, marks, usual, onChange, valueWords, width }: Props) {
  const colour = useColours();
  const range = { min, max, step };
  const height = width * 0.72;
  const centreX = width / 2;
  const centreY = height * 0.71;
  const radius = width * 0.36;
  // By the logarithm: from 1 to 2 cups changes the milk as much as from 3 to 6.
  const partOf = (of: number): number => Math.min(1, Math.max(0, Math.log(of / min) / Math.log(max / min)));
  const pointAt = (of: number, r: number): Point => {
    const angle = ((START_DEG - partOf(of) * SWEEP_DEG) * Math.PI) / 180;
    return { x: centreX + r * Math.cos(angle), y: centreY - r * Math.sin(angle) };
  };
  const arc = (from: number, to: number): string => {
    const a = pointAt(from, radius);
    const b = pointAt(to, radius);
    const long = (partOf(to) - partOf(from)) * SWEEP_DEG > 180 ? 1 : 0;
    return `M${a.x} ${a.y} A${radius} ${radius} 0 ${long} 1 ${b.x} ${b.y}`;
  };
  const { dragRef, dragProps } = useDrag({
    onMove: (at) => {
      const angle = (Math.atan2(centreY - at.y * at.height, at.x * at.width - centreX) * 180) / Math.PI;
      // Below the tap the angle jumps from one end to the other: stay at the nearer one.
      const turned = angle < -90 ? angle + 360 : angle;
      const part = Math.min(1, Math.max(0, (START_DEG - turned) / SWEEP_DEG));
      onChange(snapped(min * Math.pow(max / min, part), range));
    },
  });
  const knob = pointAt(value, radius);
  const hand = pointAt(value, radius * 0.62);
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
      style={[styles.dial, { width, height }, HOLDS_THE_PAGE]}
    >
      <Svg width={width} height={height} aria-hidden>
        <Path d={arc(min, max)} stroke={colour.line} strokeWidth={10} strokeLinecap="round" fill="none" />
        {usual && (
          <Path d={arc(usual.from, usual.to)} stroke={colour.kelpSoft} strokeWidth={16} fill="none" />
        )}
        {usual && <Path d={arc(usual.from, usual.to)} stroke={colour.kelp} strokeWidth={2} fill="none" />}
        {marks.map(({ value: at, words }) => (
          <Mark
            key={at}
            words={words}
            inner={pointAt(at, radius + 8)}
            outer={pointAt(at, radius + 14)}
            text={pointAt(at, radius + 27)}
          />
        ))}
        <Line x1={hand.x} y1={hand.y} x2={knob.x} y2={knob.y} stroke={colour.kelp} strokeWidth={4} />
        <Circle cx={knob.x} cy={knob.y} r={14} fill={colour.kelp} stroke={colour.surface} strokeWidth={3} />
        <SvgText
          x={centreX}
          y={centreY + 2}
          fontSize={22}
          fontFamily={FONT.strong}
          textAnchor="middle"
          fill={colour.ink}
        >
          {valueWords}
        </SvgText>
      </Svg>
    </View>
  );
}

interface Point {
  x: number;
  y: number;
}

/** A value on the rim. */
function Mark({ words, inner, outer, text }: { words: string; inner: Point; outer: Point; text: Point }) {
  const colour = useColours();
  return (
    <G>
      <Line x1={inner.x} y1={inner.y} x2={outer.x} y2={outer.y} stroke={colour.edge} strokeWidth={2} />
      <SvgText
        x={text.x}
        y={text.y + 5}
        fontSize={15}
        fontFamily={FONT.text}
        textAnchor="middle"
        fill={colour.inkSoft}
      >
        {words}
      </SvgText>
    </G>
  );
}

const styles = StyleSheet.create({ dial: { cursor: 'pointer', alignSelf: 'center' } });
