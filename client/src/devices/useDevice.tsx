import type { ScaleSample, SteadyReading } from '@humble-churn/core';
import { HELD_FOR_MS, steadyReading } from '@humble-churn/core';
import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { bluetoothProbe, bluetoothScale } from './bluetooth';
import type { Connection, Driver } from './driver';
import { DeviceTrouble } from './driver';
import { simulatedProbe, simulatedScale } from './simulated';

export type DeviceKind = 'scale' | 'probe';
export type DriverName = 'simulated' | 'bluetooth';

const DRIVERS: Readonly<Record<DeviceKind, Readonly<Record<DriverName, Driver>>>> = {
  scale: { simulated: simulatedScale, bluetooth: bluetoothScale },
  probe: { simulated: simulatedProbe, bluetooth: bluetoothProbe },
};

/** Samples are kept this long: enough to see whether a reading stands still. */
const KEPT_MS = 6000;
/** A device that says nothing for this long is out of reach. */
const SILENT_MS = 2500;
const LOOK_EVERY_MS = 200;

export interface Device {
  connection: Connection | null;
  /** What it shows now; null when it shows nothing. */
  shown: number | null;
  /** The reading that stands still; null while there is none. */
  steady: SteadyReading | null;
  /** How far a steady reading has been held towards being taken, 0 to 1. */
  held: number;
  trouble: string | null;
  connect: (driver: DriverName) => void;
  disconnect: () => void;
}

function useOneDevice(kind: DeviceKind): Device {
  const [connection, setConnection] = useState<Connection | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [now, setNow] = useState<{ shown: number | null; steady: SteadyReading | null; held: number }>({
    shown: null,
    steady: null,
    held: 0,
  });
  const samples = useRef<ScaleSample[]>([]);
  const connect = useCallback(
    (name: DriverName): void => {
      setTrouble(null);
      DRIVERS[kind][name]
        .connect((massG) => {
          const atMs = performance.now();
          samples.current = [
            ...samples.current.filter((sample) => atMs - sample.atMs < KEPT_MS),
            { atMs, massG },
          ];
        })
        .then(setConnection, (error: unknown) => {
          setTrouble(error instanceof DeviceTrouble ? error.message : 'The device could not be reached.');
        });
    },
    [kind],
  );
  const disconnect = useCallback(() => {
    connection?.close();
    samples.current = [];
    setConnection(null);
    setNow({ shown: null, steady: null, held: 0 });
  }, [connection]);
  useEffect(() => {
    if (!connection) return;
    const look = (): void => {
      const atMs = performance.now();
      const heard = samples.current;
      const last = heard[heard.length - 1];
      const silent = !last || atMs - last.atMs > SILENT_MS;
      const shown = silent ? null : last.massG;
      const steady = silent ? null : steadyReading(heard, connection.step);
      const held = steady ? Math.min(1, (atMs - steady.sinceMs) / HELD_FOR_MS) : 0;
      setNow((was) =>
        was.shown === shown && was.steady?.massG === steady?.massG && was.held === held
          ? was
          : { shown, steady, held },
      );
    };
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [connection]);
  return useMemo(
    () => ({ connection, ...now, trouble, connect, disconnect }),
    [connection, now, trouble, connect, disconnect],
  );
}

const DevicesContext = createContext<Readonly<Record<DeviceKind, Device>> | null>(null);

/** The scale and the probe of this device, connected once for all screens. */
export function DevicesHost({ children }: { children: ReactNode }) {
  const scale = useOneDevice('scale');
  const probe = useOneDevice('probe');
  const devices = useMemo(() => ({ scale, probe }), [scale, probe]);
  return <DevicesContext.Provider value={devices}>{children}</DevicesContext.Provider>;
}

export function useDevice(kind: DeviceKind): Device {
  const devices = useContext(DevicesContext);
  if (!devices) throw new Error('no DevicesHost around this screen');
  return devices[kind];
}
