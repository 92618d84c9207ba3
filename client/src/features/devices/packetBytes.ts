/** A packet as it goes over the air. */
export function bytesOf(packet: DataView): Uint8Array<ArrayBuffer> {
  return Uint8Array.from({ length: packet.byteLength }, (_, i) => packet.getUint8(i));
}
