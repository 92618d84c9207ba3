import { z } from 'zod';

/** The air between the simulated devices and the counter, also across windows of one browser. */
const NAME = 'humble-churn.devices';

const MessageSchema = z.discriminatedUnion('type', [
  /** The bytes of a standard packet, as a Bluetooth scale or thermometer would send them. */
  z.object({ type: z.literal('weight-packet'), bytes: z.instanceof(Uint8Array) }),
  z.object({ type: z.literal('temperature-packet'), bytes: z.instanceof(Uint8Array) }),
  /** A finer scale than the standard packet can tell says its grams outright. */
  z.object({ type: z.literal('weight'), massG: z.number().nullable(), stepG: z.number() }),
  z.object({ type: z.literal('tare') }),
]);
export type AirMessage = z.infer<typeof MessageSchema>;

export function openAir(hear: (message: AirMessage) => void): {
  send: (message: AirMessage) => void;
  close: () => void;
} {
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = ({ data }: MessageEvent<unknown>) => {
    const message = MessageSchema.safeParse(data);
    if (message.success) hear(message.data);
  };
  return { send: (message) => channel.postMessage(message), close: () => channel.close() };
}
