import type { ScaleSample, SteadyReading } from '@humble-churn/core';
import { HELD_FOR_MS, steadyReading } from '@humble-churn/core';
import { useSyncExternalStore } from 'react';
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

/** What a device says just now. */
interface Said {
  connection: Connection | null;
  /** What it shows now; null when it shows nothing. */
  shown: number | null;
  /** The reading that stands still; null while there is none. */
  steady: SteadyReading | null;
  /** How far a steady reading has been held towards being taken, 0 to 1. */
  held: number;
  trouble: string | null;
}

export interface Device extends Said {
  connect: (driver: DriverName) => void;
  disconnect: () => void;
}

const NOTHING_SEEN = { shown: null, steady: null, held: 0 } as const;

/**
 * A device of this page, connected once for all screens. What it says is told to those who look only: drawn anew
 * five times a second, a whole page would never come to its first drawing on a slow phone.
 */
function onePlug(kind: DeviceKind) {
  let samples: readonly ScaleSample[] = [];
  let timer: ReturnType<typeof setInterval> | undefined;
  const lookers = new Set<() => void>();
  let device: Device = { connection: null, ...NOTHING_SEEN, trouble: null, connect, disconnect };

  function tell(what: Partial<Said>): void {
    device = { ...device, ...what };
    for (const looker of lookers) looker();
  }

  function lookOrRest(): void {
    const looking = device.connection !== null && lookers.size > 0;
    if (looking) timer ??= setInterval(look, LOOK_EVERY_MS);
    else {
      clearInterval(timer);
      timer = undefined;
    }
  }

  function look(): void {
    const { connection } = device;
    if (!connection) return;
    const atMs = performance.now();
    const last = samples[samples.length - 1];
    const silent = !last || atMs - last.atMs > SILENT_MS;
    const shown = silent ? null : last.massG;
    const steady = silent ? null : steadyReading(samples, connection.step);
    const held = steady ? Math.min(1, (atMs - steady.sinceMs) / HELD_FOR_MS) : 0;
    const same = device.shown === shown && device.steady?.massG === steady?.massG && device.held === held;
    if (!same) tell({ shown, steady, held });
  }

  function connect(name: DriverName): void {
    tell({ trouble: null });
    // Its own: what another device said is no reading of this one.
    const heard: ScaleSample[] = [];
    DRIVERS[kind][name]
      .connect((massG) => {
        const atMs = performance.now();
        heard.push({ atMs, massG });
        while (heard[0] && atMs - heard[0].atMs >= KEPT_MS) heard.shift();
      })
      .then(
        (connection) => {
          device.connection?.close();
          samples = heard;
          tell({ connection, ...NOTHING_SEEN });
          lookOrRest();
        },
        (error: unknown) => {
          const trouble = error instanceof DeviceTrouble ? error.message : 'The device could not be reached.';
          tell({ trouble });
        },
      );
  }

  function disconnect(): void {
    device.connection?.close();
    samples = [];
    tell({ connection: null, ...NOTHING_SEEN });
    lookOrRest();
  }

  function subscribe(looker: () => void): () => void {
    lookers.add(looker);
    lookOrRest();
    return () => {
      lookers.delete(looker);
      lookOrRest();
      // Whoever looks next must not take what lay there before.
      if (lookers.size === 0) device = { ...device, ...NOTHING_SEEN };
    };
  }

  return { subscribe, now: () => device };
}

const PLUGS: Readonly<Record<DeviceKind, ReturnType<typeof onePlug>>> = {
  scale: onePlug('scale'),
  probe: onePlug('probe'),
};

/** The scale or the probe of this device, as it stands now. */
export function useDevice(kind: DeviceKind): Device {
  const { subscribe, now } = PLUGS[kind];
  return useSyncExternalStore(subscribe, now, now);
}
