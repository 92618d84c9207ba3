import type { DatePreferences, ScheduledBatch, TimeInterval } from '@humble-churn/core';
import { GRID_MIN, timeText, visits, weekdayText } from '@humble-churn/core';
import { useId, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Defs, G, Path, Pattern, Rect, Text as SvgText } from 'react-native-svg';
import { NutPattern } from '../../ui/nutLook';
import { FONT, TOUCH, useColours } from '../../ui/theme';
import { HOLDS_THE_PAGE, slideKeys, useDrag } from '../../ui/useDrag';
import { LINING, RibbonHours } from './RibbonHours';

export interface RibbonItem {
  id: string;
  name: string;
  ingredient: string;
  placed: ScheduledBatch;
}

interface Props {
  items: readonly RibbonItem[];
  /** The one whose bands can be moved; null for none. */
  movableId: string | null;
  span: TimeInterval;
  nowMs: number;
  waking: readonly TimeInterval[];
  quiet: readonly TimeInterval[];
  household: DatePreferences;
  /** Time runs down on a phone, across on a wide screen. */
  down: boolean;
  /** Length of the drawing along time and room beside it, px. */
  width: number;
  onMove: (what: 'soak' | 'finish', byMin: number) => void;
  onMoved: () => void;
}

/** A band is a target for a thumb. */
const LANE = TOUCH.usual;
const AXIS = 62;
/** Room for the moments of the movable one, beside its bands. */
const MOMENTS = 96;
const DOWN_PX_PER_H = 15;
const HANDLE = 48;
const HOUR_MS = 3_600_000;

/** Time with its nights: soaks are long soft bands, work is short and solid, the chill an outline. */
export function DayRibbon(props: Props) {
  const { items, movableId, span, nowMs, waking, quiet, household, down, width } = props;
  const colour = useColours();
  const id = useId().replace(/\W/g, '');
  const hours = (span.toMs - span.fromMs) / HOUR_MS;
  const across = AXIS + items.length * LANE + (down ? MOMENTS : 8);
  const along = down ? Math.max(300, hours * DOWN_PX_PER_H) : width;
  const at = (ms: number): number => ((ms - span.fromMs) / (span.toMs - span.fromMs)) * along;
  const size = down ? { width: Math.min(width, across), height: along } : { width: along, height: across };
  const rect = (fromMs: number, toMs: number, side: number, thick: number) => {
    const from = Math.max(0, at(fromMs));
    const length = Math.max(2, Math.min(along, at(toMs)) - from);
    return down
      ? { x: side, y: from, width: thick, height: length }
      : { x: from, y: side, width: length, height: thick };
  };
  const lane = (i: number): number => AXIS + i * LANE;
  const movable = items.find((item) => item.id === movableId);
  return (
    <View style={size} role="group" aria-label="The days ahead">
      <Svg {...size} aria-hidden>
        <Defs>
          <Pattern id={`night${id}`} width={8} height={8} patternUnits="userSpaceOnUse">
            <Rect width={8} height={8} fill={colour.night} />
            <Path d="M0 8 L8 0" stroke={colour.edge} strokeWidth={1} />
          </Pattern>
          {items.map((item) => (
            <NutPattern key={item.id} id={`nut${id}${item.id}`} ingredient={item.ingredient} />
          ))}
        </Defs>
        <Rect {...rect(span.fromMs, span.toMs, 0, across)} fill={`url(#night${id})`} />
        {waking
          .filter((one) => one.toMs > span.fromMs && one.fromMs < span.toMs)
          .map((one) => (
            <Rect key={one.fromMs} {...rect(one.fromMs, one.toMs, 0, across)} fill={colour.surface} />
          ))}
        {quiet
          .filter((one) => one.toMs > span.fromMs && one.fromMs < span.toMs)
          .map((one) => (
            <Rect key={one.fromMs} {...rect(one.fromMs, one.toMs, AXIS - 8, 5)} fill={colour.brass} />
          ))}
        <RibbonHours {...{ span, household, down, at, across }} />
        {items.map((item, i) => (
          <G key={item.id}>
            {item.placed.steps.map(({ kind, fromMs, toMs }) => {
              if (kind === 'wash-up' || toMs < span.fromMs || fromMs > span.toMs) return null;
              const soft = kind === 'soak' || kind === 'chill';
              return (
                <Rect
                  key={kind}
                  {...rect(fromMs, toMs, lane(i) + (soft ? 6 : 2), soft ? LANE - 16 : LANE - 8)}
                  rx={soft ? 10 : 2}
                  fill={
                    kind === 'soak'
                      ? `url(#nut${id}${item.id})`
                      : kind === 'chill'
                        ? colour.milk
                        : colour.kelp
                  }
                  stroke={kind === 'chill' ? colour.glass : colour.ink}
                  strokeWidth={1}
                  {...(kind === 'chill' && { strokeDasharray: '4 3' })}
                />
              );
            })}
          </G>
        ))}
        <Rect {...rect(nowMs, nowMs + 1, 0, across)} fill={colour.buoy} />
        {down && movable && (
          <Moments {...{ placed: movable.placed, at, household, x: lane(items.length) + 4 }} />
        )}
      </Svg>
      {items.map((item, i) =>
        item.id === movableId ? (
          <Handles key={item.id} {...props} item={item} side={lane(i)} at={at} along={along} />
        ) : null,
      )}
    </View>
  );
}

/** The movable one's moments in figures, where time runs down. */
function Moments({
  placed,
  at,
  household,
  x,
}: {
  placed: ScheduledBatch;
  at: (ms: number) => number;
  household: DatePreferences;
  x: number;
}) {
  const colour = useColours();
  const words = (ms: number): string => timeText(ms, household);
  const marks = [
    ...visits(placed).map(({ key, fromMs }) => ({ ms: fromMs, words: `${words(fromMs)} ${MARKS[key]}` })),
    { ms: placed.readyMs, words: `${words(placed.readyMs)} ready` },
  ];
  let last = -Infinity;
  return (
    <>
      {marks.map((mark) => {
        // Close together they still stand under one another.
        const y = Math.max(at(mark.ms) + 4, last + 15);
        last = y;
        return (
          <G key={mark.words}>
            {/* No line of an hour runs through the words. */}
            <Rect x={x - 3} y={y - 12} width={7.2 * mark.words.length} height={16} fill={colour.surface} />
            <SvgText {...LINING} x={x} y={y} fill={colour.ink} fontSize={13} fontFamily={FONT.strong}>
              {mark.words}
            </SvgText>
          </G>
        );
      })}
    </>
  );
}

const MARKS = { weigh: 'weigh', drain: 'drain', make: 'blend' } as const;

/** The two bands a hand can move: the soak, and the blending with all that follows. */
function Handles({
  item,
  side,
  at,
  along,
  down,
  span,
  nowMs,
  household,
  onMove,
  onMoved,
}: Props & { item: RibbonItem; side: number; at: (ms: number) => number; along: number }) {
  const soak = item.placed.steps.find(({ kind }) => kind === 'soak');
  const blend = item.placed.steps.find(({ kind }) => kind === 'blend');
  const bottle = item.placed.steps.find(({ kind }) => kind === 'bottle');
  const minPerPx = (span.toMs - span.fromMs) / 60_000 / along;
  const shared = { side, down, minPerPx, onMoved };
  const clock = (ms: number): string => `${weekdayText(ms, household)} ${timeText(ms, household)}`;
  const minutesIn = (ms: number): number => Math.round((ms - span.fromMs) / 60_000);
  // As a slider it counts minutes of what is drawn; its first end is now, for nothing begins in the past.
  const range = { min: Math.max(0, minutesIn(nowMs)), max: minutesIn(span.toMs) };
  return (
    <>
      {soak && (
        <Handle
          {...shared}
          label={`Soak of ${item.name}`}
          begins={clock(soak.fromMs)}
          beginsMin={minutesIn(soak.fromMs)}
          range={range}
          fromPx={at(soak.fromMs)}
          toPx={at(soak.toMs)}
          onMove={(byMin) => onMove('soak', byMin)}
        />
      )}
      {blend && bottle && (
        <Handle
          {...shared}
          label={`Finish of ${item.name}`}
          begins={clock(blend.fromMs)}
          beginsMin={minutesIn(blend.fromMs)}
          range={range}
          fromPx={at(blend.fromMs)}
          toPx={at(bottle.toMs)}
          onMove={(byMin) => onMove('finish', byMin)}
        />
      )}
    </>
  );
}

function Handle({
  label,
  begins,
  beginsMin,
  range,
  fromPx,
  toPx,
  side,
  down,
  minPerPx,
  onMove,
  onMoved,
}: {
  label: string;
  /** When it begins, in words. */
  begins: string;
  /** The same in minutes of the ribbon, and between which it may begin. */
  beginsMin: number;
  range: { min: number; max: number };
  fromPx: number;
  toPx: number;
  side: number;
  down: boolean;
  minPerPx: number;
  onMove: (byMin: number) => void;
  onMoved: () => void;
}) {
  const colour = useColours();
  const start = useRef<number | null>(null);
  const length = Math.max(HANDLE, toPx - fromPx);
  const middle = (fromPx + toPx) / 2;
  const { dragRef, dragProps } = useDrag({
    onStart: ({ x, y, width, height }) => {
      // The box moves under the finger: the way is measured from where it was taken.
      start.current = down ? y * height : x * width;
    },
    onMove: ({ x, y, width, height }) => {
      if (start.current === null) return;
      const px = (down ? y * height : x * width) - start.current;
      onMove(Math.round((px * minPerPx) / GRID_MIN) * GRID_MIN);
    },
    onEnd: () => {
      start.current = null;
      onMoved();
    },
  });
  const place = down
    ? { left: side, top: middle - length / 2, width: LANE, height: length }
    : { left: middle - length / 2, top: side, width: length, height: LANE };
  return (
    <View
      ref={dragRef}
      role="slider"
      aria-label={label}
      aria-valuemin={range.min}
      aria-valuemax={range.max}
      aria-valuenow={beginsMin}
      aria-valuetext={begins}
      tabIndex={0}
      {...slideKeys(beginsMin, { ...range, step: GRID_MIN }, (toMin) => {
        // Keys name up as more; on a ribbon that runs down, more is later. It moves by whole steps of the grid.
        onMove(Math.round((toMin - beginsMin) / GRID_MIN) * GRID_MIN);
        onMoved();
      })}
      {...dragProps}
      style={[styles.handle, HOLDS_THE_PAGE, place, { borderColor: colour.kelp }]}
    />
  );
}

const styles = StyleSheet.create({
  handle: { position: 'absolute', borderRadius: 10, borderWidth: 2, borderStyle: 'dotted' },
});
