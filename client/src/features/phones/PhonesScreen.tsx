import type { HomeNetwork } from '@humble-churn/contract';
import { Columns, COLUMNS_MAX_PX } from '../../ui/Columns';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { Screen } from '../../ui/Screen';
import { Toggle } from '../../ui/Toggle';
import { AppText } from '../../ui/AppText';
import { useKitchen } from '../../wire/kitchen';
import { useHomeNetwork, usePairedDevices, useSwitchHomeNetwork } from '../../wire/pairing';
import { StepAlertsPanel, useWays } from '../counter';
import { CalendarPanel } from './CalendarPanel';
import { DeviceList } from './DeviceList';
import { ShowCode } from './ShowCode';
import { WhatWorks } from './TrustSteps';

/** The phones of the house: by which way they reach the kitchen, and which are let in. */
export function PhonesScreen() {
  const network = useHomeNetwork();
  const devices = usePairedDevices(false);
  const kitchen = useKitchen();
  const [ways, setWays] = useWays();
  if (!network.data || !devices.data || !kitchen.data) {
    return <QueryFallback title="Phones" what="the phones" queries={[network, devices, kitchen]} />;
  }
  const apps = devices.data.filter(({ kind }) => kind === 'app');
  const calendars = devices.data.filter(({ kind }) => kind === 'calendar');
  return (
    <Screen title="Phones" maxWidth={COLUMNS_MAX_PX}>
      <AppText kind="small" tone="soft">
        The kitchen is kept on one machine. Phones and tablets of the house open it from there.
      </AppText>
      <Columns
        left={
          <>
            <NetworkPanel network={network.data} />
            {network.data.state !== 'off' && (
              <ShowCode known={apps.length} elsewhere={network.data.state === 'elsewhere'} />
            )}
          </>
        }
        right={
          <>
            <DeviceList devices={apps} household={kitchen.data} />
            <StepAlertsPanel ways={ways} onChange={setWays} />
            <CalendarPanel
              calendars={calendars}
              addresses={network.data.addresses}
              household={kitchen.data}
            />
            <WhatWorks />
          </>
        }
      />
    </Screen>
  );
}

function NetworkPanel({ network }: { network: HomeNetwork }) {
  const { mutate, isPending, error } = useSwitchHomeNetwork();
  const { state, canSwitch, addresses, fingerprint, trouble } = network;
  return (
    <Panel title="The home network">
      {canSwitch ? (
        <Toggle
          label="Phones may reach this machine"
          note={isPending ? 'being switched' : 'over the home network only, each paired by a code'}
          on={state === 'on'}
          onChange={(on) => mutate(on)}
        />
      ) : (
        <AppText>
          {state === 'elsewhere'
            ? 'The kitchen’s server is reached by an address of its own. Each device is paired by a code.'
            : 'Phones reach the kitchen over the home network. It is switched at the machine itself.'}
        </AppText>
      )}
      {(error ?? trouble) !== null && <Notice kind="error">{error?.message ?? trouble}</Notice>}
      {addresses.length > 0 && (
        <>
          <AppText kind="small" tone="soft">
            {addresses.length > 1 ? 'Addresses: try the first one first' : 'Address'}
          </AppText>
          {addresses.map((address) => (
            <AppText key={address} kind="strong">
              {address}
            </AppText>
          ))}
        </>
      )}
      {state === 'on' && (
        <AppText kind="small" tone="soft">
          If a phone finds nothing there, check that it is on the same network, and that this machine’s
          firewall lets that port in.
        </AppText>
      )}
      {fingerprint !== null && state === 'on' && (
        <>
          <AppText kind="small" tone="soft">
            Fingerprint of the kitchen’s certificate (SHA-256); a phone shows the same
          </AppText>
          <AppText kind="small">{fingerprint}</AppText>
        </>
      )}
    </Panel>
  );
}
