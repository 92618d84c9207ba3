import type { ColdLog } from '@humble-churn/core';
import { COLD_LOG_C, HOUR_MS, coldLog, formatReadTemp, formatTemp, logOfFridge } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Panel } from '../../ui/Panel';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import { WhyNotAWeek } from './WhyNotAWeek';
import type { FridgeProps } from './fridgeProps';

/** Why a log allows no five days, in words; what lies just above the limit is not said to lie at it. */
export function notColdWords(
  log: Extract<ColdLog, { cold: false }>,
  nowMs: number,
  kitchen: KnownKitchen,
): string {
  const at = momentText(log.atMs, nowMs, kitchen);
  return log.because === 'gap'
    ? `nobody measured for more than an hour from ${at} on`
    : `the hour until ${at} averaged ${formatReadTemp(Math.ceil(log.tempC * 10) / 10, kitchen.measures)}`;
}

/** The days the log is looked at for, h: as long as such milk keeps. */
const LOOKED_AT_H = 120;

/** Whether the log is good enough for five days, and if not, why. */
export function FiveDays({ kitchen, fridge, nowMs }: FridgeProps) {
  const readings = logOfFridge(kitchen.fridges, fridge.id);
  const log = coldLog(readings, nowMs - LOOKED_AT_H * HOUR_MS, nowMs);
  const last = coldLog(readings, nowMs - 24 * HOUR_MS, nowMs);
  const safe = formatTemp(COLD_LOG_C, kitchen.measures);
  return (
    <Panel title="Four days or five">
      {log.cold ? (
        <AppText kind="strong" tone="kelp">
          For five days every hour averaged {safe} or less.
        </AppText>
      ) : (
        <AppText>
          {last.cold ? `For a day every hour averaged ${safe} or less; before that ` : 'Four days at most: '}
          {notColdWords(last.cold ? log : last, nowMs, kitchen)}.
        </AppText>
      )}
      <AppText>
        {kitchen.budgetH === 120
          ? 'Five days are chosen in Kitchen. A jar has them only as long as the log stays cold while it stands here; otherwise it has four.'
          : `Five days can be chosen in Kitchen. A jar has them only while every hour averages ${safe} or less, and none goes unmeasured.`}
      </AppText>
      <WhyNotAWeek />
    </Panel>
  );
}
