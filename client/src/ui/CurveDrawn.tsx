import type { ScaleLinear } from 'd3-scale';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Button } from './Button';
import { AppText } from './AppText';
import type { CurveLine, CurveProps } from './curveShape';
import { BAND, GAP, plotHeight } from './curveShape';
import { FONT, SPACE, useColours } from './theme';
import { HOLDS_THE_PAGE, slideKeys, useDrag } from './useDrag';

const LEFT = 44;
const RIGHT = 12;
const ROWS = 9;

/** Curves over one x, one band above the other; touch reads a value, and a table says the same in words. */
export default function CurveDrawn({ title, xs, xName, xWords, lines, now, usual, width }: CurveProps) {
  const [read, setRead] = useState<number | null>(null);
  const [asTable, setAsTable] = useState(false);
  const first = xs[0] ?? 0;
  const last = xs[xs.length - 1] ?? 1;
  const x = scaleLinear([first, last], [LEFT, width - RIGHT]);
  const nearest = (value: number): number => {
    let best = 0;
    xs.forEach((one, i) => {
      if (Math.abs(one - value) < Math.abs((xs[best] ?? 0) - value)) best = i;
    });
    return best;
  };
  const at = read ?? nearest(now);
  const height = plotHeight(lines.length);
  const { dragRef, dragProps } = useDrag({
    onMove: ({ x: part }) => setRead(nearest(x.invert(part * width))),
  });
  const reading = `${xWords(xs[at] ?? 0)}: ${lines
    .map((one) => `${one.name.toLowerCase()} ${one.words(one.ys[at] ?? 0)}`)
    .join(', ')}`;
  return (
    <View style={styles.curve}>
      <AppText kind="strong">{title}</AppText>
      <View
        ref={dragRef}
        role="slider"
        aria-label={`${title}: read a value`}
        aria-valuemin={0}
        aria-valuemax={xs.length - 1}
        aria-valuenow={at}
        aria-valuetext={reading}
        tabIndex={0}
        {...slideKeys(at, { min: 0, max: xs.length - 1, step: 1 }, setRead)}
        {...dragProps}
        style={[{ width, height }, HOLDS_THE_PAGE]}
      >
        <Svg width={width} height={height} aria-hidden>
          {lines.map((one, i) => (
            <Band
              key={one.name}
              line={one}
              top={i * (BAND + GAP) + GAP}
              xs={xs}
              x={x}
              at={at}
              now={now}
              usual={usual}
              width={width}
            />
          ))}
          <Ticks x={x} y={height - 6} />
        </Svg>
      </View>
      <AppText kind="small" tone="soft" live="polite">
        {reading}
        {usual ? `. Shaded: ${usual.words}` : ''}
        {lines.map((one) => (shownLimit(one) ? `. Dotted: ${one.limit?.words ?? ''}` : ''))}
      </AppText>
      <Button
        kind="quiet"
        label={asTable ? 'Hide the table' : 'As a table'}
        hint={`${asTable ? 'Hide' : 'Show'} the table of ${title.toLowerCase()}`}
        onPress={() => setAsTable(!asTable)}
      />
      {asTable && <Table title={title} xs={xs} xName={xName} xWords={xWords} lines={lines} />}
    </View>
  );
}

function Ticks({ x, y }: { x: ScaleLinear<number, number>; y: number }) {
  const colour = useColours();
  return (
    <>
      {x.ticks(5).map((tick) => (
        <SvgText
          key={tick}
          x={x(tick)}
          y={y}
          fontSize={13}
          fontFamily={FONT.text}
          textAnchor="middle"
          fill={colour.inkSoft}
        >
          {String(tick)}
        </SvgText>
      ))}
    </>
  );
}

type Scale = ScaleLinear<number, number>;

function Dots({ dots, x, y }: { dots: NonNullable<CurveLine['dots']>; x: Scale; y: Scale }) {
  const colour = useColours();
  return dots.map((dot) => (
    <Circle
      key={dot.x}
      cx={x(dot.x)}
      cy={y(dot.y)}
      r={4}
      fill={colour.surface}
      stroke={colour.buoy}
      strokeWidth={2}
    />
  ));
}

interface BandProps extends Pick<CurveProps, 'xs' | 'now' | 'width'> {
  line: CurveLine;
  top: number;
  x: ScaleLinear<number, number>;
  /** The point that is read. */
  at: number;
  usual: CurveProps['usual'];
}

/** From the least to the most; a flat line gets room on both sides, and figures that can be read. */
function spanOf(ys: readonly number[]): [low: number, high: number] {
  const low = Math.min(...ys);
  const high = Math.max(...ys);
  const room = high - low > 1e-3 ? 0 : Math.max(0.5, Math.abs(low) / 20);
  return [low - room, high + room];
}

/** Whether a limit lies where the curve is drawn. */
function shownLimit({ limit, ys, dots = [] }: CurveLine): boolean {
  const all = [...ys, ...dots.map(({ y }) => y)];
  return limit !== undefined && limit.y > Math.min(...all) && limit.y < Math.max(...all);
}

/** One curve in its band. */
function Band({ line: one, top, xs, x, at, now, usual, width }: BandProps) {
  const colour = useColours();
  const [first = 0, last = 1] = x.domain();
  const measured = one.dots ?? [];
  const [low, high] = spanOf([...one.ys, ...measured.map((dot) => dot.y)]);
  const y = scaleLinear([low, high], [top + BAND - 8, top + 12]);
  const path =
    line<number>(
      (_, i) => x(xs[i] ?? 0),
      (value) => y(value),
    )([...one.ys]) ?? '';
  const limit = shownLimit(one) ? one.limit : undefined;
  return (
    <G>
      <Rect x={LEFT} y={top} width={width - LEFT - RIGHT} height={BAND} fill={colour.sunk} rx={6} />
      {usual && (
        <Rect
          x={x(Math.max(first, usual.from))}
          y={top}
          width={Math.max(0, x(Math.min(last, usual.to)) - x(Math.max(first, usual.from)))}
          height={BAND}
          fill={colour.kelpSoft}
        />
      )}
      {y.ticks(3).map((tick) => (
        <SvgText
          key={tick}
          x={LEFT - 6}
          y={y(tick) + 4}
          fontSize={13}
          fontFamily={FONT.text}
          textAnchor="end"
          fill={colour.inkSoft}
        >
          {String(tick)}
        </SvgText>
      ))}
      {limit && (
        <Line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(limit.y)}
          y2={y(limit.y)}
          stroke={colour.brass}
          strokeWidth={1.5}
          strokeDasharray="2 4"
        />
      )}
      <Line x1={x(now)} x2={x(now)} y1={top} y2={top + BAND} stroke={colour.edge} strokeWidth={1} />
      <Path
        d={path}
        stroke={colour.kelp}
        strokeWidth={2.5}
        fill="none"
        {...(one.dashed === true && { strokeDasharray: '7 4' })}
      />
      <Dots dots={measured} x={x} y={y} />
      <Circle
        cx={x(xs[at] ?? 0)}
        cy={y(one.ys[at] ?? 0)}
        r={6}
        fill={colour.kelp}
        stroke={colour.surface}
        strokeWidth={2}
      />
      <SvgText x={LEFT + 8} y={top + 17} fontSize={14} fontFamily={FONT.strong} fill={colour.ink}>
        {`${one.name}, ${one.unit}`}
      </SvgText>
    </G>
  );
}

/** The same in words. */
function Table({
  title,
  xs,
  xName,
  xWords,
  lines,
}: Pick<CurveProps, 'title' | 'xs' | 'xName' | 'xWords' | 'lines'>) {
  const colour = useColours();
  const rows = Array.from({ length: ROWS }, (_, i) => Math.round((i * (xs.length - 1)) / (ROWS - 1)));
  return (
    <View role="table" aria-label={title} style={styles.table}>
      <View role="row" style={styles.row}>
        {[xName, ...lines.map((one) => one.name)].map((name) => (
          <View role="columnheader" key={name} style={styles.cell}>
            <AppText kind="small" tone="soft">
              {name}
            </AppText>
          </View>
        ))}
      </View>
      {rows.map((i) => (
        <View role="row" key={i} style={[styles.row, { borderColor: colour.line }]}>
          {[xWords(xs[i] ?? 0), ...lines.map((one) => one.words(one.ys[i] ?? 0))].map((text, j) => (
            <View role="cell" key={j} style={styles.cell}>
              <AppText kind="small">{text}</AppText>
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  curve: { gap: SPACE.tight, alignItems: 'flex-start' },
  table: { alignSelf: 'stretch' },
  row: { flexDirection: 'row', borderTopWidth: StyleSheet.hairlineWidth, paddingVertical: SPACE.tight },
  cell: { flex: 1 },
});
