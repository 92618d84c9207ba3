import type { BatchState, Manner } from '@humble-churn/core';
import { comparisons, shownMass, shownVolume } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Words } from '../../ui/Words';
import { SPACE, useColours } from '../../ui/theme';
import { intervalWords } from '../bench/words';

const NAMES = { soaked: 'Soaked nuts', milk: 'Milk', pulp: 'Pulp' } as const;

function percent(difference: number): string {
  const whole = Math.round(difference * 100);
  return whole === 0 ? 'as predicted' : `${whole > 0 ? '+' : '−'}${Math.abs(whole)} %`;
}

/** Predicted beside measured: the outline is what was expected, the bar what came. */
export function Comparison({ state, manner }: { state: BatchState; manner: Manner }) {
  const colour = useColours();
  const rows = comparisons(state);
  const without = state.measured.without.map((what) => NAMES[what].toLowerCase());
  if (rows.length === 0) {
    return (
      <Words tone="soft">
        {without.length > 0
          ? `Not measured: ${without.join(', ')}. The batch went on with what was expected, and teaches nothing of it.`
          : 'Nothing was weighed yet. What is weighed stands here beside what was predicted.'}
      </Words>
    );
  }
  return (
    <View style={styles.rows}>
      {rows.map(({ what, predicted, measured, unit, expected, difference, byEye }) => {
        const show = (value: number): string =>
          unit === 'mL' ? shownVolume(value, manner) : shownMass(value, manner);
        const most = Math.max(predicted, measured);
        return (
          <View key={what} style={styles.item}>
            <View style={styles.names}>
              <Words kind="strong">{NAMES[what]}</Words>
              <Words>
                {show(measured)}
                {byEye ? ', by eye' : ''}{' '}
                <Words tone="soft">
                  of {show(predicted)} predicted
                  {expected && `, likely ${intervalWords(expected, show)}`}; {percent(difference)}
                </Words>
              </Words>
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
        <Words tone="soft">Not measured: {without.join(', ')}. Taken as expected.</Words>
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
