import { FRIDGE_READS_C } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import { useToast } from '../../ui/Toast';
import { useLogFridge } from '../../wire/fridge';
import { JUST_NOW, PastDay, usePastMoment } from '../days';
import type { FridgeProps } from './fridgeProps';

const DAYS_BACK = 6;

/** A reading typed in, of now or of a moment before. */
export function TypeReading({ kitchen, fridge, nowMs }: FridgeProps) {
  const toast = useToast();
  const { mutate } = useLogFridge(fridge.id);
  const [tempC, setTempC] = useState<number | null>(null);
  const [round, setRound] = useState(0);
  const when = usePastMoment(kitchen, nowMs, JUST_NOW);
  const keep = (): void => {
    if (tempC === null || when.atMs === null) return;
    const atMs = Math.floor(when.atMs / 1000) * 1000;
    mutate({ readings: [{ atMs, tempC }] });
    toast({ words: 'Logged.', undo: () => mutate({ removed: [atMs] }) });
    setTempC(null);
    setRound(round + 1);
  };
  return (
    <Panel title="Type a reading">
      <View style={styles.row}>
        <MeasureField
          key={round}
          kind="temperature"
          label="It reads"
          value={tempC}
          range={FRIDGE_READS_C}
          onValue={setTempC}
          onEmpty={() => setTempC(null)}
          onTrouble={() => setTempC(null)}
          onSubmit={keep}
        />
        <Button
          label="Log it"
          hint="Log what the fridge’s thermometer reads"
          kind="main"
          disabled={tempC === null || when.atMs === null}
          onPress={keep}
        />
      </View>
      <PastDay moment={when} kitchen={kitchen} most={DAYS_BACK} justNow />
      {when.daysBack !== JUST_NOW && (
        <NameField label="At" value={when.time} onChange={when.setTime} error={when.trouble} />
      )}
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'flex-end' },
});
