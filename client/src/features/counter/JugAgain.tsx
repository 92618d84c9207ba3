import { eventRefusal, NO_LOGS } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { serverNowMs } from '../../wire/clock';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';

/** Back into the jug, though the recipe did not ask for it. Not offered where the step is there already. */
export function JugAgain({ batch, record }: GuideProps) {
  const [asking, setAsking] = useState(false);
  const { state } = batch;
  const there = state.steps.some(({ kind, doneAtMs }) => kind === 'jug-again' && doneAtMs === null);
  const may = eventRefusal(state, { type: 'jug-again', strain: false }, NO_LOGS, serverNowMs()) === null;
  if (there || !may) return null;
  const add = (strain: boolean): void => {
    record.add([{ type: 'jug-again', strain }], () => setAsking(false));
  };
  if (!asking) {
    return (
      <View style={styles.row}>
        <Button label="Back into the jug…" kind="quiet" onPress={() => setAsking(true)} />
      </View>
    );
  }
  return (
    <>
      <AppText>
        For fruit, dates, fat or ice, a short run at low speed. Strain it once more afterwards?
      </AppText>
      <View style={styles.row}>
        <Button label="Blend in and strain again" onPress={() => add(true)} />
        <Button label="Blend in, do not strain" onPress={() => add(false)} />
        <Button label="Cancel" kind="quiet" onPress={() => setAsking(false)} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
