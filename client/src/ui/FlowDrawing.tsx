import { StyleSheet, View } from 'react-native';
import Svg, { Defs, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useId } from 'react';
import { NutPattern } from './nutLook';
import { FONT, SPACE, useColours } from './theme';

/** A mass on its way, as it is drawn. */
export interface FlowBand {
  key: string;
  name: string;
  massG: number;
  /** Null where nothing was weighed. */
  measuredG: number | null;
  /** A colour, or the nut's own pattern. */
  fill: 'nut' | (string & {});
  edge?: string;
}

interface Props {
  into: readonly FlowBand[];
  out: readonly FlowBand[];
  totalG: number;
  ingredient: string;
  mass: (massG: number) => string;
  width: number;
}

const LEAST_HEIGHT = 250;
const FLOW = 150;
const LABEL = 92;
/** Room for a line of text. */
const LINE = 20;

interface Placed {
  band: FlowBand;
  /** Ends of the ribbon: at the label and at the mix; px. */
  outerY: number;
  innerY: number;
  size: number;
}

const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);

function sizesOf(bands: readonly FlowBand[], totalG: number): number[] {
  return bands.map((band) => Math.max(1.5, (band.massG / totalG) * FLOW));
}

/** The room a band takes with its two lines of text. */
function labelled(size: number): number {
  return Math.max(size, LINE * 2);
}

/** Lays the bands of one side one under the other: packed at the mix, apart at the labels. */
function place(bands: readonly FlowBand[], totalG: number, height: number): Placed[] {
  const sizes = sizesOf(bands, totalG);
  const heights = sizes.map(labelled);
  let innerY = (height - sum(sizes)) / 2;
  let outerY = Math.max(0, (height - sum(heights)) / 2);
  return bands.map((band, i) => {
    const size = sizes[i] ?? 0;
    const room = heights[i] ?? 0;
    const placed = { band, size, innerY, outerY: outerY + (room - size) / 2 };
    innerY += size;
    outerY += room;
    return placed;
  });
}

function ribbon(fromX: number, fromY: number, toX: number, toY: number, a: number, b = a): string {
  const mid = (fromX + toX) / 2;
  return `M${fromX} ${fromY} C${mid} ${fromY} ${mid} ${toY} ${toX} ${toY} L${toX} ${toY + b} C${mid} ${toY + b} ${mid} ${fromY + a} ${fromX} ${fromY + a} Z`;
}

/** What a band is, and how heavy. */
function Label({ one, said, x, anchor }: { one: Placed; said: string; x: number; anchor: 'start' | 'end' }) {
  const colour = useColours();
  const middle = one.outerY + one.size / 2;
  return (
    <G>
      <SvgText
        x={x}
        y={middle - 2}
        fontSize={14}
        fontFamily={FONT.strong}
        textAnchor={anchor}
        fill={colour.ink}
      >
        {one.band.name}
      </SvgText>
      <SvgText
        x={x}
        y={middle + 14}
        fontSize={14}
        fontFamily={FONT.text}
        textAnchor={anchor}
        fill={colour.inkSoft}
      >
        {said}
      </SvgText>
    </G>
  );
}

/**
 * What goes in at the left, what comes out at the right, as ribbons as wide as their mass. The outline is what is
 * expected; where something was weighed, the fill is what was found.
 */
export function FlowDrawing({ into, out, totalG, ingredient, mass, width }: Props) {
  const colour = useColours();
  const id = `pour${useId().replace(/\W/g, '')}`;
  const tallest = Math.max(...[into, out].map((bands) => sum(sizesOf(bands, totalG).map(labelled))));
  const height = Math.max(LEAST_HEIGHT, tallest);
  const left = place(into, totalG, height);
  const right = place(out, totalG, height);
  const mixLeft = width * 0.42;
  const mixRight = width * 0.58;
  const fillOf = ({ fill }: FlowBand): string => (fill === 'nut' ? `url(#${id}nut)` : fill);
  const found = ({ band, size }: Placed): number =>
    band.measuredG === null ? size : Math.max(0, (band.measuredG / totalG) * FLOW);
  const said = (band: FlowBand): string =>
    band.measuredG === null ? mass(band.massG) : `${mass(band.measuredG)} of ${mass(band.massG)}`;
  const side = (bands: readonly FlowBand[]): string =>
    bands.map((band) => `${band.name.toLowerCase()} ${said(band)}`).join(', ');
  const words = `In: ${side(into)}. Out: ${side(out)}.`;
  const mixTop = Math.min(...left.map((one) => one.innerY));
  const mixHeight = left.reduce((all, one) => all + one.size, 0);
  return (
    <View style={styles.pour}>
      <Svg width={width} height={height} role="img" aria-label={words}>
        <Defs>
          <NutPattern id={`${id}nut`} ingredient={ingredient} />
        </Defs>
        {left.map((one) => (
          <G key={one.band.key}>
            <Path
              d={ribbon(LABEL, one.outerY, mixLeft, one.innerY, one.size)}
              fill={fillOf(one.band)}
              stroke={colour.glass}
              strokeWidth={1}
            />
            <Label one={one} said={said(one.band)} x={LABEL - 6} anchor="end" />
          </G>
        ))}
        <Rect
          x={mixLeft}
          y={mixTop}
          width={mixRight - mixLeft}
          height={mixHeight}
          fill={colour.milk}
          stroke={colour.glass}
          strokeWidth={1}
        />
        {right.map((one) => (
          <G key={one.band.key}>
            <Path
              d={ribbon(mixRight, one.innerY, width - LABEL, one.outerY, one.size, found(one))}
              fill={fillOf(one.band)}
            />
            <Path
              d={ribbon(mixRight, one.innerY, width - LABEL, one.outerY, one.size)}
              fill="none"
              stroke={one.band.edge ?? colour.glass}
              strokeWidth={1}
              {...(one.band.measuredG !== null && { strokeDasharray: '4 3' })}
            />
            <Label one={one} said={said(one.band)} x={width - LABEL + 6} anchor="start" />
          </G>
        ))}
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({ pour: { alignItems: 'center', paddingVertical: SPACE.tight } });
