import type { SimulatedFridge } from '@humble-churn/core';
import {
  DAY_MS,
  HOUR_MS,
  fridgeLater,
  fridgeMemory,
  fridgeShows,
  newSimulatedFridge,
  seededRandom,
  temperaturePacket,
} from '@humble-churn/core';
import { toInstant } from '@humble-churn/contract';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { openAir } from '../../devices/channel';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { SPACE } from '../../ui/theme';
import { Toggle } from '../../ui/Toggle';
import { serverNowMs } from '../../wire/clock';
import { saveFile } from '../../wire/savedFile';
import { bytesOf } from './packetBytes';

const TICK_MS = 500;
/** An hour in the simulated fridge goes by in a minute: doors and power cuts are to be seen. */
const FASTER = 60;
const SEED = 4_041;

interface Around {
  fridgeTempC: number;
  roomTempC: number;
}

/** Three days as the sensor wrote them down: doors at meals, and last night without power. */
function memoryFile({ fridgeTempC, roomTempC }: Around, nowMs: number): string {
  const fromMs = Math.floor((nowMs - 3 * DAY_MS) / HOUR_MS) * HOUR_MS;
  const doors = [0, 1, 2].flatMap((day) =>
    [8, 13, 20].map((hour) => {
      const openMs = fromMs + day * DAY_MS + hour * HOUR_MS;
      return { fromMs: openMs, toMs: openMs + 3 * 60_000 };
    }),
  );
  const cut = { fromMs: nowMs - 14 * HOUR_MS, toMs: nowMs - 10 * HOUR_MS };
  const around = { setC: fridgeTempC - 0.5, roomC: roomTempC };
  const memory = fridgeMemory(fromMs, nowMs, around, { doors, cuts: [cut] }, seededRandom(SEED));
  const lines = memory.map(({ atMs, tempC }) => `${toInstant(atMs)},${tempC.toFixed(1)}`);
  return ['time,temperature °C', ...lines].join('\r\n');
}

/** A sensor in a fridge that is not there: open the door, cut the power, and fetch what it remembers. */
export function SimulatedFridgeSensor({ kitchen }: { kitchen: Around }) {
  const { fridgeTempC, roomTempC } = kitchen;
  const [doorOpen, setDoorOpen] = useState(false);
  const [powered, setPowered] = useState(true);
  const state = useRef({ doorOpen, powered });
  useEffect(() => {
    state.current = { doorOpen, powered };
  }, [doorOpen, powered]);
  useEffect(() => {
    const random = seededRandom(SEED);
    const startMs = performance.now();
    let fridge: SimulatedFridge = newSimulatedFridge(fridgeTempC, 0);
    const air = openAir(() => undefined);
    const timer = setInterval(() => {
      const runMs = (performance.now() - startMs) * FASTER;
      fridge = fridgeLater({ ...fridge, ...state.current }, runMs, { setC: fridgeTempC, roomC: roomTempC });
      air.send({
        type: 'temperature-packet',
        bytes: bytesOf(temperaturePacket(fridgeShows(fridge, random))),
      });
    }, TICK_MS);
    return () => {
      clearInterval(timer);
      air.close();
    };
  }, [fridgeTempC, roomTempC]);
  return (
    <View role="group" aria-label="Simulated fridge sensor" style={styles.device}>
      <AppText kind="small" tone="soft">
        A fridge that is not there; an hour in it takes a minute.
      </AppText>
      <Toggle label="Its door stands open" on={doorOpen} onChange={setDoorOpen} />
      <Toggle label="It has power" on={powered} onChange={setPowered} />
      <View style={styles.row}>
        <Button
          label="What it remembers, as CSV"
          onPress={() => saveFile(memoryFile(kitchen, serverNowMs()), 'fridge-log.csv', 'text/csv')}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  device: { gap: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
