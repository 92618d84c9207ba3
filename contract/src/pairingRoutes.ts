import { z } from 'zod';
import {
  CalendarLinkSchema,
  HomeNetworkSchema,
  PairSchema,
  PairedDeviceListSchema,
  PairedDeviceSchema,
  PairedNameSchema,
  PairingCodeSchema,
} from './pairing';
import { GET, route } from './route';

const MAKE = { ...GET, method: 'post', status: 201 } as const;
const DeviceParams = z.object({ deviceId: z.uuid() });

/** Who may come in, and by which way. None of them waits on a device: each is about now. */
export const PAIRING_ROUTES = {
  pair: route({
    ...MAKE,
    path: '/api/pair',
    summary: 'Pair the browser that asks, by the code that a paired one or the machine itself shows',
    body: PairSchema,
    response: PairedDeviceSchema,
  }),
  makePairingCode: route({
    ...MAKE,
    path: '/api/pairing-codes',
    summary: 'A new code to pair one phone with, good once and for five minutes; one before it ends',
    response: PairingCodeSchema,
  }),
  pairedDevices: route({
    ...GET,
    path: '/api/paired-devices',
    summary: 'What is paired with this kitchen, latest used first',
    response: PairedDeviceListSchema,
  }),
  renamePairedDevice: route({
    ...GET,
    method: 'patch',
    path: '/api/paired-devices/:deviceId',
    summary: 'Give a paired device another name',
    params: DeviceParams,
    body: z.object({ name: PairedNameSchema }).meta({ id: 'PairedName' }),
    response: PairedDeviceSchema,
  }),
  removePairedDevice: route({
    ...GET,
    method: 'delete',
    path: '/api/paired-devices/:deviceId',
    summary:
      'Remove a paired device: it is let in no more, and told to clear what it holds when it asks next',
    params: DeviceParams,
    response: PairedDeviceListSchema,
  }),
  makeCalendarLink: route({
    ...MAKE,
    path: '/api/calendar-links',
    summary: 'An address of its own for a calendar that reads the plans; its key is told only now',
    body: z.object({ name: PairedNameSchema }).meta({ id: 'NewCalendarLink' }),
    response: CalendarLinkSchema,
  }),
  homeNetwork: route({
    ...GET,
    path: '/api/home-network',
    summary: 'Whether phones on the home network reach this server, and where',
    response: HomeNetworkSchema,
  }),
  switchHomeNetwork: route({
    ...GET,
    method: 'patch',
    path: '/api/home-network',
    summary: 'Let phones on the home network reach this server, or not; at the machine itself only',
    body: z.object({ on: z.boolean() }).meta({ id: 'HomeNetworkSwitch' }),
    response: HomeNetworkSchema,
  }),
} as const;
