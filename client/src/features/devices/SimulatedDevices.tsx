import type { ScaleManners } from '@humble-churn/core';
import {
  USUAL_SCALE,
  formatReadTemp,
  formatTemp,
  newSimulatedScale,
  scaleLater,
  scaleShows,
  scaleTared,
  seededRandom,
  temperaturePacket,
  weightPacket,
} from '@humble-churn/core';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { AirMessage } from '../../devices/channel';
import { openAir } from '../../devices/channel';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { useMeasures } from '../../ui/measures';
import { QuantityField } from '../../ui/QuantityField';
import { Slider } from '../../ui/Slider';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { bytesOf } from './packetBytes';

const TICK_MS = 150;
const LOADS_G = [0, 150, 190, 450, 930];
const SEED = 5_512;

/** A scale that is not there, read as often as one that is, and what can be done to it. */
function useSimulatedScale(stepG: ScaleManners['stepG']) {
  const [shownG, setShownG] = useState<number | null>(0);
  const load = useRef(0);
  const tare = useRef(false);
  const gone = useRef(false);
  useEffect(() => {
    const random = seededRandom(SEED);
    const manners: ScaleManners = { ...USUAL_SCALE, stepG };
    let scale = newSimulatedScale(performance.now());
    const air = openAir((message) => {
      if (message.type === 'tare') tare.current = true;
    });
    const timer = setInterval(() => {
      const nowMs = performance.now();
      scale = scaleLater({ ...scale, loadG: load.current }, nowMs, manners, random);
      if (tare.current) scale = scaleTared(scale);
      tare.current = false;
      if (gone.current) scale = { ...scale, goneUntilMs: nowMs + 2000 };
      gone.current = false;
      const massG = scaleShows(scale, manners, random);
      setShownG(massG);
      // The standard packet has steps of 5 g; a finer scale says its grams outright.
      const message: AirMessage =
        stepG === 5
          ? { type: 'weight-packet', bytes: bytesOf(weightPacket(massG)) }
          : { type: 'weight', massG, stepG };
      air.send(message);
    }, TICK_MS);
    return () => {
      clearInterval(timer);
      air.close();
    };
  }, [stepG]);
  return {
    shownG,
    put: (massG: number): void => {
      load.current = massG;
    },
    tare: (): void => {
      tare.current = true;
    },
    dropOut: (): void => {
      gone.current = true;
    },
  };
}

/** A kitchen scale that is not there: put something on it, and it settles, drifts and drops out like one. */
export function SimulatedScale() {
  const colour = useColours();
  const [loadG, setLoadG] = useState(0);
  const [stepG, setStepG] = useState<ScaleManners['stepG']>(1);
  const scale = useSimulatedScale(stepG);
  const { shownG } = scale;
  const put = (massG: number): void => {
    scale.put(massG);
    setLoadG(massG);
  };
  return (
    <View role="group" aria-label="Simulated scale" style={styles.device}>
      <View style={[styles.face, { backgroundColor: colour.sunk, borderColor: colour.edge }]}>
        <AppText kind="bigFigure">{shownG === null ? '– – –' : `${shownG} g`}</AppText>
      </View>
      <QuantityField
        label="Lies on it"
        stacked
        unit="g"
        shown={String(loadG)}
        onNumber={(value) => {
          if (value < 0 || value > 10_000) return 'Between 0 and 10000 g.';
          put(value);
          return null;
        }}
      />
      <View style={styles.row}>
        {LOADS_G.map((massG) => (
          <Button
            key={massG}
            label={massG === 0 ? 'Nothing' : `${massG} g`}
            hint={massG === 0 ? 'Take everything off the scale' : `Put ${massG} g on the scale`}
            onPress={() => put(massG)}
          />
        ))}
      </View>
      <View style={styles.row}>
        <Button label="Tare" onPress={scale.tare} />
        <Button label="Drop out" hint="Let it drop out for two seconds" onPress={scale.dropOut} />
      </View>
      <Choice
        label="Shows steps of"
        value={String(stepG)}
        onChange={(step) => setStepG(step === '5' ? 5 : 1)}
        options={[
          { value: '1', label: '1 g' },
          { value: '5', label: '5 g', note: 'as standard Bluetooth scales do' },
        ]}
      />
    </View>
  );
}

/** A probe that is not there: it follows its surroundings within seconds. */
export function SimulatedProbe() {
  const { measures } = useMeasures();
  const [tempC, setTempC] = useState(20);
  const around = useRef(20);
  const [shownC, setShownC] = useState(20);
  useEffect(() => {
    const air = openAir(() => undefined);
    let feltC = 20;
    const timer = setInterval(() => {
      feltC += (around.current - feltC) * 0.3;
      const toTenth = Math.round(feltC * 10) / 10;
      setShownC(toTenth);
      air.send({ type: 'temperature-packet', bytes: bytesOf(temperaturePacket(toTenth)) });
    }, TICK_MS);
    return () => {
      clearInterval(timer);
      air.close();
    };
  }, []);
  return (
    <View role="group" aria-label="Simulated probe" style={styles.device}>
      <AppText kind="bigFigure">{formatReadTemp(shownC, measures)}</AppText>
      <Slider
        label="Held into"
        min={0}
        max={100}
        step={1}
        value={tempC}
        valueWords={formatTemp(tempC, measures)}
        onChange={(value) => {
          around.current = value;
          setTempC(value);
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  device: { gap: SPACE.medium },
  face: { alignItems: 'center', borderWidth: 1, borderRadius: 10, padding: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
