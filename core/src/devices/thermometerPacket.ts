/**
 * The Temperature Measurement characteristic of the Bluetooth Health Thermometer service (0x2A1C): one flags byte,
 * then the temperature as a 32-bit medical float, little-endian: a signed 24-bit mantissa and a signed 8-bit power
 * of ten.
 */
const FAHRENHEIT = 0b0000_0001;
const LENGTH = 5;
const MANTISSA_BITS = 24;
/** Mantissas set aside for infinity, not-a-number, and "not at this resolution". */
const SPECIAL_FROM = 0x7ffffe;
const SPECIAL_TO = 0x800002;
const POWER = -2;

/** °C in a packet; null when the probe had none or the bytes are no such packet. */
export function temperatureOfPacket(bytes: DataView): number | null {
  if (bytes.byteLength < LENGTH) return null;
  const raw = bytes.getUint32(1, true);
  const mantissa = raw & 0xffffff;
  if (mantissa >= SPECIAL_FROM && mantissa <= SPECIAL_TO) return null;
  const signed = mantissa >= 2 ** (MANTISSA_BITS - 1) ? mantissa - 2 ** MANTISSA_BITS : mantissa;
  const value = signed * 10 ** bytes.getInt8(4);
  return (bytes.getUint8(0) & FAHRENHEIT) === 0 ? value : (value - 32) / 1.8;
}

/** The packet for a temperature in °C to a hundredth; null is told as not-a-number. */
export function temperaturePacket(tempC: number | null): DataView {
  const bytes = new DataView(new ArrayBuffer(LENGTH));
  const mantissa = tempC === null ? 0x7fffff : Math.round(tempC / 10 ** POWER) & 0xffffff;
  bytes.setUint32(1, mantissa, true);
  bytes.setInt8(4, tempC === null ? 0 : POWER);
  return bytes;
}
