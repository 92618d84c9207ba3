import { temperatureOfPacket, weightOfPacket } from '@humble-churn/core';
import type { Connection, Driver, Listener } from './driver';
import { DeviceTrouble } from './driver';

// The parts of Web Bluetooth that are used here; the DOM's own types do not have it yet.
interface Characteristic extends EventTarget {
  value?: DataView;
  startNotifications: () => Promise<Characteristic>;
}
interface Device extends EventTarget {
  name?: string;
  gatt?: {
    connect: () => Promise<{
      getPrimaryService: (
        service: string,
      ) => Promise<{ getCharacteristic: (name: string) => Promise<Characteristic> }>;
    }>;
    disconnect: () => void;
  };
}
interface Bluetooth {
  requestDevice: (options: { filters: { services: string[] }[] }) => Promise<Device>;
}

function bluetoothOf(browser: Navigator & { bluetooth?: Bluetooth }): Bluetooth | undefined {
  return browser.bluetooth;
}

/** Whether this browser can speak Bluetooth at all. */
export function hasBluetooth(): boolean {
  return bluetoothOf(navigator) !== undefined;
}

interface Profile {
  what: string;
  service: string;
  characteristic: string;
  step: number;
  read: (bytes: DataView) => number | null;
}

/** A device that offers a standard service and tells its readings by notifications. */
function driverOf({ what, service, characteristic, step, read }: Profile): Driver {
  return {
    connect: async (listen: Listener): Promise<Connection> => {
      const bluetooth = bluetoothOf(navigator);
      if (!bluetooth) throw new DeviceTrouble(`This browser has no Bluetooth. Type the ${what}’s figures.`);
      let device: Device;
      try {
        device = await bluetooth.requestDevice({ filters: [{ services: [service] }] });
      } catch {
        throw new DeviceTrouble(`No ${what} was chosen. Figures can be typed all the same.`);
      }
      const { gatt } = device;
      if (!gatt) throw new DeviceTrouble(`This ${what} does not let itself be read.`);
      try {
        const server = await gatt.connect();
        const found = await (await server.getPrimaryService(service)).getCharacteristic(characteristic);
        found.addEventListener('characteristicvaluechanged', () => {
          listen(found.value ? read(found.value) : null);
        });
        device.addEventListener('gattserverdisconnected', () => listen(null));
        await found.startNotifications();
      } catch {
        gatt.disconnect();
        throw new DeviceTrouble(`The ${what} did not answer. Wake it up and try again.`);
      }
      return { name: device.name ?? `Bluetooth ${what}`, step, tare: null, close: () => gatt.disconnect() };
    },
  };
}

export const bluetoothScale = driverOf({
  what: 'scale',
  service: 'weight_scale',
  characteristic: 'weight_measurement',
  step: 5,
  read: weightOfPacket,
});

export const bluetoothProbe = driverOf({
  what: 'thermometer',
  service: 'health_thermometer',
  characteristic: 'temperature_measurement',
  step: 0.1,
  read: temperatureOfPacket,
});
