import type { MeasuredTemp } from '@humble-churn/core';
import { FRIDGE_READS_C, formatReadTemp, timeOnDay, timeText } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { SPACE, useColours } from '../../ui/theme';
import { useToast } from '../../ui/Toast';
import { useLogFridge, useMeasured } from '../../wire/fridge';
import { JUST_NOW, PastDay, usePastMoment } from '../days';
import type { FridgeProps } from './fridgeProps';

const DAYS_BACK = 13;
/** Readings shown at once: a sensor writes hundreds a day. */
const SHOWN = 12;

/** What was measured on a day, to be put right or struck off. */
export function Readings({ kitchen, fridge, nowMs }: FridgeProps) {
  const moment = usePastMoment(kitchen, nowMs, 0);
  const daysBack = Math.max(0, moment.daysBack === JUST_NOW ? 0 : moment.daysBack);
  const fromMs = timeOnDay(nowMs, -daysBack, 0, 0, kitchen.timeZone);
  const toMs = timeOnDay(nowMs, 1 - daysBack, 0, 0, kitchen.timeZone);
  const { data, error } = useMeasured(fridge.id, fromMs, toMs);
  const readings = [...(data ?? [])].reverse();
  const [page, setPage] = useState(0);
  const pages = Math.max(1, Math.ceil(readings.length / SHOWN));
  const at = Math.min(page, pages - 1);
  return (
    <Panel title="Readings of a day">
      <PastDay moment={moment} kitchen={kitchen} most={DAYS_BACK} />
      {error && !data && (
        <Notice kind="caution">
          Single readings are shown when the server is back; jars are judged all the same.
        </Notice>
      )}
      {data?.length === 0 && <AppText tone="soft">Nothing was measured on this day.</AppText>}
      {pages > 1 && (
        <Choice
          label={`${readings.length} readings, the latest first`}
          value={at}
          onChange={setPage}
          options={Array.from({ length: pages }, (_, value) => ({
            value,
            label: `From ${timeText(readings[value * SHOWN]?.atMs ?? nowMs, kitchen)}`,
          }))}
          slides
        />
      )}
      <View role="list" aria-label="Readings" style={styles.list}>
        {readings.slice(at * SHOWN, (at + 1) * SHOWN).map((one) => (
          <Reading key={one.atMs} reading={one} kitchen={kitchen} fridge={fridge} />
        ))}
      </View>
    </Panel>
  );
}

function Reading({ reading, kitchen, fridge }: Omit<FridgeProps, 'nowMs'> & { reading: MeasuredTemp }) {
  const colour = useColours();
  const toast = useToast();
  const { mutate } = useLogFridge(fridge.id);
  const [open, setOpen] = useState(false);
  const [tempC, setTempC] = useState<number | null>(reading.tempC);
  const { atMs } = reading;
  const back = { undo: () => mutate({ readings: [reading] }) };
  const when = timeText(atMs, kitchen);
  const words = formatReadTemp(reading.tempC, kitchen.measures);
  return (
    <View role="listitem" style={[styles.line, { borderColor: colour.line }]}>
      <AppText style={styles.words}>
        {when}: <AppText kind="strong">{words}</AppText>
      </AppText>
      {open ? (
        <>
          <MeasureField
            kind="temperature"
            label="It read"
            value={tempC}
            range={FRIDGE_READS_C}
            onValue={setTempC}
            onTrouble={() => setTempC(null)}
          />
          <Button
            label="Correct it"
            disabled={tempC === null || tempC === reading.tempC}
            onPress={() => {
              if (tempC === null) return;
              mutate({ readings: [{ atMs, tempC }] });
              toast({ words: 'Corrected.', ...back });
              setOpen(false);
            }}
          />
          <Button label="Cancel" kind="quiet" onPress={() => setOpen(false)} />
        </>
      ) : (
        <>
          <Button
            label="Change"
            hint={`Change the reading of ${when}`}
            kind="quiet"
            onPress={() => setOpen(true)}
          />
          <Button
            label="Delete"
            hint={`Delete the reading of ${when}, ${words}`}
            kind="quiet"
            onPress={() => {
              mutate({ removed: [atMs] });
              toast({ words: 'Deleted.', ...back });
            }}
          />
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: SPACE.tight },
  line: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: SPACE.small,
    borderTopWidth: 1,
    paddingTop: SPACE.tight,
  },
  words: { flexGrow: 1 },
});
