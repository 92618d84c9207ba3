import type { Ingredient, SoakMethod, Surroundings } from '@humble-churn/core';
import { formatDuration } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect, Text as SvgText } from 'react-native-svg';
import { FONT, useColours } from '../../ui/theme';
import { HOLDS_THE_PAGE, useDrag } from '../../ui/useDrag';
import { useWidth } from '../../ui/useWidth';
import type { SoakStop, SoakZone } from './soakStops';
import { partOf, soakZones, stepFrom, stopAt } from './soakStops';
import { SOAK_LABELS } from '../../ui/recipeLabels';

interface Props {
  method: SoakMethod;
  hours: number;
  ingredient: Ingredient | undefined;
  surroundings: Surroundings;
  onChange: (stop: SoakStop) => void;
}

const HEIGHT = 76;
const TOP = 6;
const BAR = 38;
const SHORT: Readonly<Record<SoakMethod, string>> = {
  fridge: 'Fridge',
  counter: 'Counter',
  hot: 'Hot',
  none: 'None',
};

/** The soak as one slide, by the time that is left: a night in the fridge, hours on the counter, minutes in hot water. */
export function SoakSlide({ method, hours, ingredient, surroundings, onChange }: Props) {
  const colour = useColours();
  const { width, onLayout } = useWidth(320);
  const inner = Math.max(1, width - 28);
  const x = (part: number): number => 14 + part * inner;
  const here = partOf(method, hours);
  const words = method === 'none' ? 'No soak' : `${SOAK_LABELS[method]}, ${formatDuration(hours * 3600)}`;
  const { dragRef, dragProps } = useDrag({
    onMove: (at) => onChange(stopAt((at.x * at.width - 14) / Math.max(1, at.width - 28))),
  });
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
      const by = ({ ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 } as const)[event.key];
      if (by === undefined) return;
      event.preventDefault();
      onChange(stepFrom(method, hours, by));
    },
  };
  return (
    <View onLayout={onLayout}>
      <View
        ref={dragRef}
        role="slider"
        aria-label="Soak, long and cold to short and hot"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(here * 100)}
        aria-valuetext={words}
        tabIndex={0}
        {...keys}
        {...dragProps}
        style={[styles.slide, HOLDS_THE_PAGE]}
      >
        <Svg width={width} height={HEIGHT} aria-hidden>
          <ZonePatterns />
          {soakZones(ingredient, surroundings).map((zone) => (
            <Zone key={zone.method} zone={zone} chosen={zone.method === method} x={x} />
          ))}
          <Line x1={x(here)} x2={x(here)} y1={2} y2={TOP + BAR + 8} stroke={colour.kelp} strokeWidth={3} />
          <Circle
            cx={x(here)}
            cy={TOP + BAR / 2}
            r={13}
            fill={colour.kelp}
            stroke={colour.surface}
            strokeWidth={3}
          />
        </Svg>
      </View>
    </View>
  );
}

/** How the ways of soaking look along the slide. */
function ZonePatterns() {
  const colour = useColours();
  return (
    <Defs>
      <Pattern id="soak-fridge" width={14} height={14} patternUnits="userSpaceOnUse">
        <Rect width={14} height={14} fill={colour.water} />
        <Path d="M7 3 V11 M3.5 5 L10.5 9 M10.5 5 L3.5 9" stroke={colour.glass} strokeWidth={1} />
      </Pattern>
      <Pattern id="soak-counter" width={10} height={10} patternUnits="userSpaceOnUse">
        <Rect width={10} height={10} fill={colour.sunk} />
        <Line x1={0} y1={5} x2={10} y2={5} stroke={colour.line} strokeWidth={1} />
      </Pattern>
      <Pattern id="soak-hot" width={12} height={12} patternUnits="userSpaceOnUse">
        <Rect width={12} height={12} fill={colour.brassSoft} />
        <Path d="M3 12 C1 8 5 6 3 1 M9 12 C7 8 11 6 9 1" stroke={colour.brass} strokeWidth={1} fill="none" />
      </Pattern>
    </Defs>
  );
}

/** One way of soaking, with what is usual for the nut marked under it. */
function Zone({ zone, chosen, x }: { zone: SoakZone; chosen: boolean; x: (part: number) => number }) {
  const colour = useColours();
  return (
    <G>
      <Rect
        x={x(zone.from)}
        y={TOP}
        width={x(zone.to) - x(zone.from)}
        height={BAR}
        fill={zone.method === 'none' ? colour.surface : `url(#soak-${zone.method})`}
        stroke={colour.edge}
        strokeWidth={1}
      />
      {zone.usual && (
        <Rect
          x={x(zone.usual.from)}
          y={TOP + BAR + 2}
          width={Math.max(2, x(zone.usual.to) - x(zone.usual.from))}
          height={5}
          rx={2}
          fill={colour.kelp}
        />
      )}
      <SvgText
        x={x((zone.from + zone.to) / 2)}
        y={HEIGHT - 6}
        fontSize={14}
        fontFamily={FONT.text}
        textAnchor="middle"
        fill={chosen ? colour.ink : colour.inkSoft}
      >
        {SHORT[zone.method]}
      </SvgText>
    </G>
  );
}

const styles = StyleSheet.create({ slide: { height: HEIGHT, cursor: 'pointer' } });
