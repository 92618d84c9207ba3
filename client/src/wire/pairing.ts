import type { PairedDevice } from '@humble-churn/contract';
import { ROUTES } from '@humble-churn/contract';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { serverNowMs } from './clock';
import { ASKED_FOR } from './letIn';

/** Pairs this device by the digits that are shown, or by what a QR code said. */
export function usePair() {
  return useMutation({
    retry: false,
    mutationFn: ({ name, by }: { name: string; by: { code: string } | { secret: string } }) =>
      callApi(ROUTES.pair, { body: { name, by } }),
    // From the start: what was waiting goes out, and the secret is gone from the address.
    onSuccess: () => globalThis.location.replace(ASKED_FOR),
  });
}

const PAIRED = ['paired-devices'];
const NETWORK = ['home-network'];
/** Asked this often while a code is shown, ms: whoever shows it sees the phone come in. */
const ASK_EVERY_MS = 2000;

export const pairedDevicesQuery = queryOptions({
  queryKey: PAIRED,
  queryFn: async () => (await callApi(ROUTES.pairedDevices)).devices,
});

export function usePairedDevices(awaited: boolean) {
  return useQuery({ ...pairedDevicesQuery, refetchInterval: awaited ? ASK_EVERY_MS : false });
}

export const homeNetworkQuery = queryOptions({
  queryKey: NETWORK,
  queryFn: () => callApi(ROUTES.homeNetwork),
});

export function useHomeNetwork() {
  return useQuery(homeNetworkQuery);
}

export function useSwitchHomeNetwork() {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: (on: boolean) => callApi(ROUTES.switchHomeNetwork, { body: { on } }),
    onSuccess: (told) => client.setQueryData(NETWORK, told),
  });
}

/** A code to pair a phone with. */
export function useMakeCode() {
  return useMutation({ retry: false, mutationFn: () => callApi(ROUTES.makePairingCode) });
}

/** How long something is good yet, s. */
export function goodForS(expiresAt: string): number {
  return Math.max(0, Math.ceil((Date.parse(expiresAt) - serverNowMs()) / 1000));
}

export function useRenameDevice() {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: ({ id, name }: Pick<PairedDevice, 'id' | 'name'>) =>
      callApi(ROUTES.renamePairedDevice, { params: { deviceId: id }, body: { name } }),
    onSuccess: () => client.invalidateQueries({ queryKey: PAIRED }),
  });
}

/** Removes a device: it is let in no more. */
export function useRemoveDevice() {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: ({ id }: Pick<PairedDevice, 'id'>) =>
      callApi(ROUTES.removePairedDevice, { params: { deviceId: id } }),
    onSuccess: ({ devices }) => client.setQueryData(PAIRED, devices),
  });
}

/** An address of its own for a calendar; it is told only now. */
export function useMakeCalendarLink() {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: (name: string) => callApi(ROUTES.makeCalendarLink, { body: { name } }),
    onSuccess: () => client.invalidateQueries({ queryKey: PAIRED }),
  });
}
