import { formatReadMass, formatReadTemp } from '@humble-churn/core';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { hasBluetooth } from '../../devices/bluetooth';
import type { DeviceKind } from '../../devices/useDevice';
import { useDevice } from '../../devices/useDevice';
import { useKitchen } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Bluetooth, X } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { SimulatedProbe, SimulatedScale } from './SimulatedDevices';

const NAMES: Readonly<Record<DeviceKind, string>> = { scale: 'scale', probe: 'thermometer' };

/** A simulation in another window is heard within this time. */
const LISTEN_MS = 900;

/** Scale and thermometer at this counter. Figures can always be typed. */
export function DevicesPanel() {
  return (
    <Panel title="Scale and thermometer">
      <OneDevice kind="scale" />
      <OneDevice kind="probe" />
    </Panel>
  );
}

function OneDevice({ kind }: { kind: DeviceKind }) {
  const device = useDevice(kind);
  const { connection, shown } = device;
  const kitchen = useKitchen().data;
  const measures = kitchen?.measures ?? 'metric';
  // The simulation is shown here unless another window already has it open.
  const [simulated, setSimulated] = useState(false);
  const heard = useRef(false);
  useEffect(() => {
    heard.current = shown !== null;
  }, [shown]);
  const name = NAMES[kind];
  if (!connection) {
    return (
      <>
        <AppText tone="soft">No {name} is connected; its figures are typed.</AppText>
        {device.trouble !== null && <Notice kind="caution">{device.trouble}</Notice>}
        <View style={styles.row}>
          {hasBluetooth() && (
            <Button
              label={`Bluetooth ${name}`}
              icon={Bluetooth}
              onPress={() => device.connect('bluetooth')}
            />
          )}
          {kitchen?.profile.simulatedDevices === true && (
            <Button
              label={`Simulated ${name}`}
              hint={`Use the simulated ${name}`}
              onPress={() => {
                device.connect('simulated');
                setTimeout(() => setSimulated(!heard.current), LISTEN_MS);
              }}
            />
          )}
        </View>
      </>
    );
  }
  const reading =
    shown === null
      ? 'says nothing'
      : kind === 'scale'
        ? formatReadMass(shown, measures)
        : formatReadTemp(shown, measures);
  return (
    <>
      <View style={styles.row}>
        <AppText kind="strong" style={styles.name}>
          {connection.name}: {reading}
        </AppText>
        {connection.tare && (
          <Button
            label="Tare"
            hint={`Tare the ${connection.name.toLowerCase()}`}
            counter
            onPress={connection.tare}
          />
        )}
        <Button
          label="Disconnect"
          hint={`Disconnect the ${connection.name.toLowerCase()}`}
          icon={X}
          kind="quiet"
          counter
          onPress={() => {
            setSimulated(false);
            device.disconnect();
          }}
        />
      </View>
      {simulated && (kind === 'scale' ? <SimulatedScale /> : <SimulatedProbe />)}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  name: { flexGrow: 1 },
});
