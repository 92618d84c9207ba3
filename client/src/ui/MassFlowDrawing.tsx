import type { MassFlow, MassFlowBand, MassFlowPart } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import Svg, { Defs, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useId } from 'react';
import { NutPattern } from './nutLook';
import type { Palette } from './theme';
import { FONT, SPACE, useColours } from './theme';

const NAMES: Readonly<Record<MassFlowPart, string>> = {
  nuts: 'Nuts',
  uptake: 'Taken up',
  liquid: 'Liquid',
  ice: 'Ice',
  additions: 'Added',
  leached: 'Soak water',
  skins: 'Skins',
  milk: 'Milk',
  pulp: 'Pulp',
  loss: 'On the tools',
};

interface Props {
  pour: MassFlow;
  ingredient: string;
  mass: (massG: number) => string;
  width: number;
}

const HEIGHT = 250;
const FLOW = 150;
const LABEL = 92;
/** Room for a line of text. */
const LINE = 20;

interface Placed {
  band: MassFlowBand;
  /** Ends of the ribbon: at the label and at the mix; px. */
  outerY: number;
  innerY: number;
  size: number;
}

/** Lays the bands of one side one under the other: packed at the mix, apart at the labels. */
function place(bands: readonly MassFlowBand[], totalG: number): Placed[] {
  const sizes = bands.map((band) => Math.max(1.5, (band.massG / totalG) * FLOW));
  const heights = sizes.map((size) => Math.max(size, LINE * 2));
  const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);
  let innerY = (HEIGHT - sum(sizes)) / 2;
  let outerY = Math.max(0, (HEIGHT - sum(heights)) / 2);
  return bands.map((band, i) => {
    const size = sizes[i] ?? 0;
    const height = heights[i] ?? 0;
    const placed = { band, size, innerY, outerY: outerY + (height - size) / 2 };
    innerY += size;
    outerY += height;
    return placed;
  });
}

function fillsOf(colour: Palette, nut: string): Readonly<Record<MassFlowPart, string>> {
  return {
    nuts: nut,
    uptake: colour.water,
    liquid: colour.water,
    ice: colour.surface,
    additions: colour.brassSoft,
    leached: colour.water,
    skins: colour.line,
    milk: colour.milk,
    pulp: nut,
    loss: colour.buoySoft,
  };
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
        {NAMES[one.band.what]}
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
 * The pour: what goes in at the left, what comes out at the right, as ribbons as wide as their mass. The outline is
 * what is predicted; where something was weighed, the fill is what was found.
 */
export function MassFlowDrawing({ pour, ingredient, mass, width }: Props) {
  const colour = useColours();
  const id = `pour${useId().replace(/\W/g, '')}`;
  const left = place(pour.into, pour.totalG);
  const right = place(pour.out, pour.totalG);
  const mixLeft = width * 0.42;
  const mixRight = width * 0.58;
  const fills = fillsOf(colour, `url(#${id}nut)`);
  const found = ({ band, size }: Placed): number =>
    band.measuredG === null ? size : Math.max(0, (band.measuredG / pour.totalG) * FLOW);
  const said = (band: MassFlowBand): string =>
    band.measuredG === null ? mass(band.massG) : `${mass(band.measuredG)} of ${mass(band.massG)}`;
  const words = `In: ${pour.into.map((band) => `${NAMES[band.what].toLowerCase()} ${said(band)}`).join(', ')}. Out: ${pour.out
    .map((band) => `${NAMES[band.what].toLowerCase()} ${said(band)}`)
    .join(', ')}.`;
  const mixTop = Math.min(...left.map((one) => one.innerY));
  const mixHeight = left.reduce((sum, one) => sum + one.size, 0);
  return (
    <View style={styles.pour}>
      <Svg width={width} height={HEIGHT} role="img" aria-label={words}>
        <Defs>
          <NutPattern id={`${id}nut`} ingredient={ingredient} />
        </Defs>
        {left.map((one) => (
          <G key={one.band.what}>
            <Path
              d={ribbon(LABEL, one.outerY, mixLeft, one.innerY, one.size)}
              fill={fills[one.band.what]}
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
          <G key={one.band.what}>
            <Path
              d={ribbon(mixRight, one.innerY, width - LABEL, one.outerY, one.size, found(one))}
              fill={fills[one.band.what]}
            />
            <Path
              d={ribbon(mixRight, one.innerY, width - LABEL, one.outerY, one.size)}
              fill="none"
              stroke={one.band.what === 'loss' ? colour.buoy : colour.glass}
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
