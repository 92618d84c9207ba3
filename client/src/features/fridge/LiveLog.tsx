import { formatReadTemp } from '@humble-churn/core';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { hasBluetooth } from '../../devices/bluetooth';
import { useDevice } from '../../devices/useDevice';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import { serverNowMs } from '../../wire/clock';
import { useLogFridge } from '../../wire/fridge';
import { SimulatedFridgeSensor } from '../devices';
import type { FridgeProps } from './fridgeProps';

/** What the sensor shows is written down so often, ms. */
const LOG_EVERY_MS = 60_000;

/** A thermometer in the fridge that this device hears: logged every minute for as long as this page is open. */
export function LiveLog({ kitchen, fridge }: FridgeProps) {
  const probe = useDevice('probe');
  const { connection, shown } = probe;
  const { mutate } = useLogFridge(fridge.id);
  const [logged, setLogged] = useState(0);
  const log = useEffectEvent(() => {
    if (shown === null) return;
    mutate({ readings: [{ atMs: serverNowMs(), tempC: shown }] });
    setLogged((count) => count + 1);
  });
  const heard = connection !== null && shown !== null;
  const first = useRef(true);
  useEffect(() => {
    if (!heard) return;
    if (first.current) log();
    first.current = false;
    const timer = setInterval(log, LOG_EVERY_MS);
    return () => clearInterval(timer);
  }, [heard]);
  return (
    <Panel title="A thermometer in the fridge">
      {probe.trouble !== null && <Notice kind="caution">{probe.trouble}</Notice>}
      {connection ? (
        <>
          <AppText kind="strong">
            {connection.name}: {shown === null ? 'says nothing' : formatReadTemp(shown, kitchen.measures)}
          </AppText>
          <AppText live="polite">
            Logged every minute while this page is open; {logged} so far. When it is closed nothing is logged:
            a thermometer with a memory of its own is imported afterwards.
          </AppText>
          <View style={styles.row}>
            <Button label="Stop logging" onPress={probe.disconnect} />
          </View>
        </>
      ) : (
        <>
          <AppText>
            Put the thermometer of the counter into the fridge, and this device logs what it says.
          </AppText>
          <View style={styles.row}>
            {hasBluetooth() && (
              <Button label="Log a Bluetooth thermometer" onPress={() => probe.connect('bluetooth')} />
            )}
            {kitchen.profile.simulatedDevices && (
              <Button label="Log the simulated sensor" onPress={() => probe.connect('simulated')} />
            )}
          </View>
        </>
      )}
      {kitchen.profile.simulatedDevices && connection && (
        <SimulatedFridgeSensor kitchen={{ fridgeTempC: fridge.tempC, roomTempC: kitchen.roomTempC }} />
      )}
    </Panel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
