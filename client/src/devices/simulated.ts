import { temperatureOfPacket, weightOfPacket } from '@humble-churn/core';
import { openAir } from './channel';
import type { Driver } from './driver';

function viewOf(bytes: Uint8Array): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

/** The simulated scale, wherever its panel is open: here or in another window. */
export const simulatedScale: Driver = {
  connect: (listen) => {
    const air = openAir((message) => {
      if (message.type === 'weight-packet') listen(weightOfPacket(viewOf(message.bytes)));
      else if (message.type === 'weight') listen(message.massG);
    });
    return Promise.resolve({
      name: 'Simulated scale',
      step: 1,
      tare: () => air.send({ type: 'tare' }),
      close: air.close,
    });
  },
};

export const simulatedProbe: Driver = {
  connect: (listen) => {
    const air = openAir((message) => {
      if (message.type === 'temperature-packet') listen(temperatureOfPacket(viewOf(message.bytes)));
    });
    return Promise.resolve({ name: 'Simulated probe', step: 0.1, tare: null, close: air.close });
  },
};
