import { fractions, mlPer } from '@humble-churn/core';
import { memo, useId } from 'react';
import Svg, { Circle, ClipPath, Defs, G, Line, Path, Pattern, Rect, Text as SvgText } from 'react-native-svg';
import type { KitchenMeasures } from './measures';
import { useMeasures } from './measures';
import { NutPattern } from './nutLook';
import { FONT, useColours } from './theme';

export type JarLayer =
  | { what: 'nuts'; volumeMl: number; ingredient: string }
  | { what: 'water' | 'ice' | 'milk' | 'froth'; volumeMl: number };

interface Props {
  /** From the bottom up. */
  layers: readonly JarLayer[];
  /** What the jar holds to its brim, mL. */
  capacityMl: number;
  width: number;
  height: number;
  /** A line across the jar, with its words beside it: where the milk will stand. */
  mark?: { volumeMl: number; words: string } | undefined;
  /** Graduations in mL along the glass. */
  scale?: boolean;
  /** What stands on the paper tag at its neck, such as how old it is. */
  tag?: string | undefined;
  /** What a screen reader says. */
  words: string;
}

const STEPS_ML = [25, 50, 100, 250, 500, 1000, 2000, 5000];
const STEPS_CUPS = [1 / 8, 1 / 4, 1 / 2, 1, 2, 4, 8, 16];
const CAPACITIES_ML = [250, 500, 750, 1000, 1500, 2000, 3000, 4000, 6000, 10000, 15000, 20000, 40000, 60000];

/** The smallest of the usual jars that holds this much. */
export function jarFor(volumeMl: number): number {
  return CAPACITIES_ML.find((capacity) => capacity >= volumeMl) ?? volumeMl;
}

/** How large a jar is drawn beside others, of which the largest holds `largestMl` and is drawn `largestPx`. */
export function jarPx(capacityMl: number, largestMl: number, largestPx: number): number {
  return largestPx * Math.cbrt(capacityMl / Math.max(capacityMl, largestMl));
}

// The jar's own outline in a 100 x 150 box: lid, neck, shoulders, a foot that curves in.
const GLASS =
  'M30 18 C30 26 17 27 15 40 L13 132 C13 142 18 146 26 146 L74 146 C82 146 87 142 87 132 L85 40 C83 27 70 26 70 18 Z';
const BRIM_Y = 30;
const FLOOR_Y = 145;
const BOX_HEIGHT = 150;

/** Height in px of a volume in a jar drawn `height` px high, from the top of the drawing. */
export function jarY(volumeMl: number, capacityMl: number, height: number): number {
  return ((FLOOR_Y - (volumeMl / capacityMl) * (FLOOR_Y - BRIM_Y)) / BOX_HEIGHT) * height;
}

/** The volume at a height of such a jar; the inverse of `jarY`. */
export function jarVolumeMl(y: number, capacityMl: number, height: number): number {
  return ((FLOOR_Y - (y / height) * BOX_HEIGHT) / (FLOOR_Y - BRIM_Y)) * capacityMl;
}

/** A jar's graduations, mL, with what stands at them: millilitres, or cups with their name at the last. */
function graduations(capacityMl: number, { measures, cupSystem }: KitchenMeasures) {
  const cups = measures === 'us';
  const steps = cups ? STEPS_CUPS.map((step) => step * mlPer('cups', cupSystem)) : STEPS_ML;
  const stepMl = steps.find((step) => capacityMl / step <= 8) ?? steps[steps.length - 1] ?? capacityMl;
  const count = Math.floor(capacityMl / stepMl + 1e-6);
  return Array.from({ length: count }, (_, i) => {
    const ml = (i + 1) * stepMl;
    const words = cups ? fractions(ml / mlPer('cups', cupSystem)) : String(ml);
    return { ml, words: cups && i + 1 === count ? `${words} cups` : words };
  });
}

/** The volumes along the glass; they stand still while the water moves. */
const Graduations = memo(function Graduations({
  capacityMl,
  hiddenMl,
}: {
  capacityMl: number;
  hiddenMl: number | null;
}) {
  const colour = useColours();
  const measures = useMeasures();
  const yOf = (ml: number): number => jarY(ml, capacityMl, BOX_HEIGHT);
  return (
    <>
      {graduations(capacityMl, measures).map(({ ml, words }) => (
        <G key={ml}>
          <Line x1={87} y1={yOf(ml)} x2={93} y2={yOf(ml)} stroke={colour.glass} strokeWidth={1.2} />
          {ml === hiddenMl ? null : (
            <SvgText x={96} y={yOf(ml) + 3} fontSize={9.5} fontFamily={FONT.text} fill={colour.inkSoft}>
              {words}
            </SvgText>
          )}
        </G>
      ))}
    </>
  );
});

/** What fills a jar, by the id of its pattern. */
function Looks({ id, layers }: { id: string; layers: readonly JarLayer[] }) {
  const colour = useColours();
  return (
    <Defs>
      <ClipPath id={`${id}glass`}>
        <Path d={GLASS} />
      </ClipPath>
      <Pattern id={`${id}ice`} width={12} height={12} patternUnits="userSpaceOnUse">
        <Rect width={12} height={12} fill={colour.water} />
        <Path
          d="M2 4 L6 2 L10 5 L8 10 L3 9 Z"
          fill={colour.surface}
          stroke={colour.glass}
          strokeWidth={0.8}
        />
      </Pattern>
      <Pattern id={`${id}froth`} width={9} height={7} patternUnits="userSpaceOnUse">
        <Rect width={9} height={7} fill={colour.milk} />
        <Circle cx={2.5} cy={2.5} r={1.6} fill="none" stroke={colour.glass} strokeWidth={0.7} />
        <Circle cx={6.8} cy={4.8} r={1.2} fill="none" stroke={colour.glass} strokeWidth={0.7} />
      </Pattern>
      {layers.map((layer, i) =>
        layer.what === 'nuts' ? (
          <NutPattern key={i} id={`${id}nut${i}`} ingredient={layer.ingredient} />
        ) : null,
      )}
    </Defs>
  );
}

/** A line across the jar, with its words beside it where there is room for them. */
function Mark({ y, words }: { y: number; words: string | null }) {
  const colour = useColours();
  return (
    <G>
      <Line
        x1={8}
        y1={y}
        x2={words === null ? 92 : 96}
        y2={y}
        stroke={colour.kelp}
        strokeWidth={2}
        strokeDasharray="5 3"
      />
      {words !== null && (
        <SvgText x={98} y={y + 3} fontSize={11} fontFamily={FONT.strong} fill={colour.kelp}>
          {words}
        </SvgText>
      )}
    </G>
  );
}

/** A paper tag on a string at the jar's neck. */
function Tag({ words }: { words: string }) {
  const colour = useColours();
  return (
    <G>
      <Path d="M68 22 Q76 26 74 38" fill="none" stroke={colour.edge} strokeWidth={1.4} />
      <Path
        d="M58 42 L66 36 H95 V56 H58 Z"
        fill={colour.surface}
        stroke={colour.edge}
        strokeWidth={1.2}
        strokeLinejoin="round"
      />
      <Circle cx={66} cy={42} r={1.8} fill={colour.edge} />
      <SvgText x={77} y={52} fontSize={11} textAnchor="middle" fontFamily={FONT.strong} fill={colour.ink}>
        {words}
      </SvgText>
    </G>
  );
}

/** A jar in section, its contents to scale in mL. */
export function JarDrawing({ layers, capacityMl, width, height, mark, scale = false, tag, words }: Props) {
  const colour = useColours();
  const id = `jar${useId().replace(/\W/g, '')}`;
  const yOf = (volumeMl: number): number => jarY(volumeMl, capacityMl, BOX_HEIGHT);
  const fills = { water: colour.water, ice: colour.surface, milk: colour.milk, froth: colour.milk };
  const ticks = graduations(capacityMl, useMeasures());
  const stacked = layers.map((layer, i) => {
    const fromMl = layers.slice(0, i).reduce((sum, below) => sum + below.volumeMl, 0);
    return { layer, fromMl, toMl: fromMl + layer.volumeMl };
  });
  const wide = scale ? 122 : 100;
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${wide} 150`} role="img" aria-label={words}>
      <Looks id={id} layers={layers} />
      <Path d={GLASS} fill={colour.sunk} />
      <G clipPath={`url(#${id}glass)`}>
        {stacked.map(({ layer, fromMl, toMl }, i) => (
          <Rect
            key={i}
            x={10}
            y={yOf(toMl)}
            width={80}
            height={Math.max(0, yOf(fromMl) - yOf(toMl))}
            fill={
              layer.what === 'nuts'
                ? `url(#${id}nut${i})`
                : layer.what === 'ice'
                  ? `url(#${id}ice)`
                  : layer.what === 'froth'
                    ? `url(#${id}froth)`
                    : fills[layer.what]
            }
          />
        ))}
        {stacked.map(({ layer, toMl }, i) => (
          <Path
            key={i}
            d={`M10 ${yOf(toMl)} H90`}
            stroke={layer.what === 'milk' ? colour.edge : colour.glass}
            strokeWidth={1}
          />
        ))}
      </G>
      <Path d={GLASS} fill="none" stroke={colour.glass} strokeWidth={2.5} strokeLinejoin="round" />
      <Rect x={26} y={6} width={48} height={12} rx={3} fill={colour.brass} />
      <Line x1={26} y1={12} x2={74} y2={12} stroke={colour.surface} strokeWidth={1} />
      {scale && (
        <Graduations
          capacityMl={capacityMl}
          // The mark's own words take the place of a figure they would run into.
          hiddenMl={
            mark ? (ticks.find(({ ml }) => Math.abs(yOf(ml) - yOf(mark.volumeMl)) < 8)?.ml ?? null) : null
          }
        />
      )}
      {tag !== undefined && <Tag words={tag} />}
      {mark && <Mark y={yOf(mark.volumeMl)} words={scale ? mark.words : null} />}
    </Svg>
  );
}
