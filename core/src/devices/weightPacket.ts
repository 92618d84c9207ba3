import { POUND_G } from '../measures';

/**
 * The Weight Measurement characteristic of the Bluetooth Weight Scale service (0x2A9D): one flags byte, then the
 * weight as an unsigned 16-bit little-endian number of 5 g or of 0.01 lb, then what the flags announce.
 */
const IMPERIAL = 0b0000_0001;
const SI_STEP_G = 5;
const POUND_STEP = 0.01;
/** Said by a scale that could not weigh. */
const UNSUCCESSFUL = 0xffff;
const SHORTEST = 3;

/** Length of what may follow the weight, by its flag: moment, user, body mass index with height. */
const EXTRAS: readonly (readonly [flag: number, bytes: number])[] = [
  [0b0000_0010, 7],
  [0b0000_0100, 1],
  [0b0000_1000, 4],
];

/** Grams in a packet; null when the scale could not weigh or the bytes are no such packet. */
export function weightOfPacket(bytes: DataView): number | null {
  if (bytes.byteLength < SHORTEST) return null;
  const flags = bytes.getUint8(0);
  const extra = EXTRAS.reduce((sum, [flag, length]) => ((flags & flag) === 0 ? sum : sum + length), 0);
  if (bytes.byteLength < SHORTEST + extra) return null;
  const steps = bytes.getUint16(1, true);
  if (steps === UNSUCCESSFUL) return null;
  return (flags & IMPERIAL) === 0 ? steps * SI_STEP_G : steps * POUND_STEP * POUND_G;
}

/** The packet for a weight in g, 0 to 327,670; a weight below zero is told as none. */
export function weightPacket(massG: number | null): DataView {
  const bytes = new DataView(new ArrayBuffer(SHORTEST));
  const steps = massG === null || massG < 0 ? UNSUCCESSFUL : Math.round(massG / SI_STEP_G);
  bytes.setUint16(1, Math.min(UNSUCCESSFUL, steps), true);
  return bytes;
}
