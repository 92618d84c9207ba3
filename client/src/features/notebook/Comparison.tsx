import type { BatchState, DisplayPreferences } from '@humble-churn/core';
import { comparisons, formatMass, formatVolume } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { intervalText } from '../../ui/recipeLabels';

const NAMES = { soaked: 'Soaked nuts', milk: 'Milk', pulp: 'Pulp' } as const;

function percent(difference: number): string {
  const whole = Math.round(difference * 100);
  return whole === 0 ? 'as predicted' : `${whole > 0 ? '+' : '−'}${Math.abs(whole)} %`;
}

/** Predicted beside measured: the outline is what was expected, the bar what came. */
export function Comparison({ state, preferences }: { state: BatchState; preferences: DisplayPreferences }) {
  const colour = useColours();
  const rows = comparisons(state);
  const without = state.measured.without.map((what) => NAMES[what].toLowerCase());
  if (rows.length === 0) {
    return (
      <AppText tone="soft">
        {without.length > 0
          ? `Not measured: ${without.join(', ')}. The batch went on with what was expected, and teaches nothing of it.`
          : 'Nothing was weighed yet. What is weighed stands here beside what was predicted.'}
      </AppText>
    );
  }
  return (
    <View style={styles.rows}>
      {rows.map(({ what, predicted, measured, unit, expected, difference, byEye }) => {
        const show = (value: number): string =>
          unit === 'mL' ? formatVolume(value, preferences) : formatMass(value, preferences);
        const most = Math.max(predicted, measured);
        return (
          <View key={what} style={styles.item}>
            <View style={styles.names}>
              <AppText kind="strong">{NAMES[what]}</AppText>
              <AppText>
                {show(measured)}
                {byEye ? ', by eye' : ''}{' '}
                <AppText tone="soft">
                  of {show(predicted)} predicted
                  {expected && `, likely ${intervalText(expected, show)}`}; {percent(difference)}
                </AppText>
              </AppText>
            </View>
            <View style={styles.bars} aria-hidden>
              <View
                style={[styles.bar, { width: `${(100 * measured) / most}%`, backgroundColor: colour.kelp }]}
              />
              <View
                style={[styles.outline, { width: `${(100 * predicted) / most}%`, borderColor: colour.ink }]}
              />
            </View>
          </View>
        );
      })}
      {without.length > 0 && (
        <AppText tone="soft">Not measured: {without.join(', ')}. Taken as expected.</AppText>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  rows: { gap: SPACE.medium },
  item: { gap: SPACE.tight },
  names: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: SPACE.small },
  bars: { height: 22, justifyContent: 'center' },
  bar: { height: 12, borderRadius: 3 },
  outline: { position: 'absolute', height: 22, borderWidth: 2, borderStyle: 'dashed', borderRadius: 5 },
});
