/** A reading as it comes off a device: null while it has none. */
export type Listener = (value: number | null) => void;

/**
 * One way to read a device without hands. Scales speak in grams, thermometers in degrees Celsius. A new kind of
 * device is one more driver; the screens know nothing of it.
 */
export interface Driver {
  /** Asks for the device, and for the browser's leave where that is needed. Throws with a sentence for the cook. */
  connect: (listen: Listener) => Promise<Connection>;
}

export interface Connection {
  name: string;
  /** Smallest step it shows: g for a scale, °C for a probe. */
  step: number;
  /** Sets what lies on a scale to nothing; null where the device is tared on itself. */
  tare: (() => void) | null;
  close: () => void;
}

/** Why a device could not be reached, in words. */
export class DeviceTrouble extends Error {}
