import { tz } from '@date-fns/tz';
import type { DatePreferences, TimeInterval } from '@humble-churn/core';
import { timeOnDay, timeText } from '@humble-churn/core';
import { format } from 'date-fns/format';
import { G, Line, Text as SvgText } from 'react-native-svg';
import { FONT, useColours } from '../../ui/theme';

const HOUR_MS = 3_600_000;
/** Figures of one height and width; only the web knows this style on drawn text. */
export const LINING: object = { style: { fontVariantNumeric: 'lining-nums tabular-nums' } };

/** `Thu 24`: a day on a ribbon of few. */
function shortDay(ms: number, { timeZone }: DatePreferences): string {
  return format(ms, 'EEE d', { in: tz(timeZone) });
}

/** The hours along a ribbon, and where a day begins. */
export function RibbonHours({
  span,
  household,
  down,
  at,
  across,
}: {
  span: TimeInterval;
  household: DatePreferences;
  down: boolean;
  at: (ms: number) => number;
  across: number;
}) {
  const colour = useColours();
  const { timeZone } = household;
  const marks: { ms: number; words: string; day: boolean }[] = [];
  const long = span.toMs - span.fromMs > 40 * HOUR_MS;
  const every = long ? 12 : 6;
  for (let daysOn = 0; timeOnDay(span.fromMs, daysOn, 0, 0, timeZone) < span.toMs; daysOn++) {
    // On the day the clocks change the hours on the wall are still 6, 12 and 18.
    for (let hour = 0; hour < 24; hour += every) {
      const ms = timeOnDay(span.fromMs, daysOn, hour, 0, timeZone);
      if (ms > span.fromMs && ms < span.toMs) {
        marks.push({
          ms,
          words: hour === 0 ? shortDay(ms, household) : timeText(ms, household),
          day: hour === 0,
        });
      }
    }
  }
  return (
    <>
      {marks.map(({ ms, words, day }) => {
        const p = at(ms);
        return (
          <G key={ms}>
            <Line
              {...(down ? { x1: 0, x2: across, y1: p, y2: p } : { x1: p, x2: p, y1: 0, y2: across })}
              stroke={day ? colour.ink : colour.line}
              strokeWidth={day ? 1.5 : 1}
            />
            <SvgText
              {...LINING}
              {...(down ? { x: 4, y: p + 14 } : { x: p + 3, y: day ? 16 : 34 })}
              fill={colour.ink}
              fontSize={13}
              fontFamily={FONT.text}
              fontWeight={day ? '700' : '400'}
            >
              {words}
            </SvgText>
          </G>
        );
      })}
    </>
  );
}
