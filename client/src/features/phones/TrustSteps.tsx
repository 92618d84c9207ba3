import { AUTHORITY_PATH } from '@humble-churn/contract';
import type { ReactNode } from 'react';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Download } from '../../ui/icons';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { OPENED_AT } from '../../wire/letIn';
import { PhoneDrawing } from './PhoneDrawing';

/** The same page over TLS. */
function sealedAddress(): string {
  return `https://${globalThis.location.host}${OPENED_AT}`;
}

/** Goes on by itself where the phone trusts the kitchen already. */
function useGoOnIfTrusted(): void {
  useEffect(() => {
    const address = sealedAddress();
    fetch(new URL(AUTHORITY_PATH, address), { mode: 'no-cors' }).then(
      () => globalThis.location.replace(address),
      // It does not trust it yet: the steps say how.
      () => undefined,
    );
  }, []);
}

/** How a phone comes to trust the kitchen's own certificate authority, step by step, and what works without. */
export function TrustSteps() {
  useGoOnIfTrusted();
  return (
    <>
      <AppText>
        The kitchen speaks to phones over TLS, so that nobody else on the network reads along. It vouches for
        itself: a phone has to be told once to believe it. It can vouch for addresses of a home and for
        nothing else.
      </AppText>
      <Step number={1} title="Get the certificate" drawing={<PhoneDrawing shows="download" />}>
        <AppText>Save it, or let the phone open it. It holds no secret.</AppText>
        <View style={styles.row}>
          <Button
            label="Get the certificate"
            icon={Download}
            kind="main"
            onPress={() => globalThis.location.assign(AUTHORITY_PATH)}
          />
        </View>
      </Step>
      <Step number={2} title="Trust it in the phone’s settings" drawing={<PhoneDrawing shows="trust" />}>
        <AppText kind="strong">A phone that says a profile was downloaded</AppText>
        <AppText>
          Settings: open the profile at the top and install it. Then General, About, Certificate Trust
          Settings: switch “Humble Churn kitchen” on.
        </AppText>
        <AppText kind="strong">A phone that saves a file</AppText>
        <AppText>
          Settings: search for “CA certificate”, choose to install one, go on past the warning, and take the
          file that was saved.
        </AppText>
        <AppText kind="small" tone="soft">
          The settings show its fingerprint. Kitchen, Phones on the kitchen’s own machine shows the same: if
          they differ, remove it again.
        </AppText>
      </Step>
      <Step number={3} title="Go on" drawing={<PhoneDrawing shows="lock" />}>
        <AppText>The browser now opens the kitchen without a warning.</AppText>
        <View style={styles.row}>
          <Button label="Go on" kind="main" onPress={() => globalThis.location.assign(sealedAddress())} />
        </View>
      </Step>
      <WhatWorks />
    </>
  );
}

function Step({
  number,
  title,
  drawing,
  children,
}: {
  number: number;
  title: string;
  drawing: ReactNode;
  children: ReactNode;
}) {
  return (
    <Panel title={`${number}. ${title}`}>
      <View style={styles.step}>
        {drawing}
        <View style={styles.words}>{children}</View>
      </View>
    </Panel>
  );
}

/** What a phone does with and without trust, and what none of a kind can. */
export function WhatWorks() {
  return (
    <Panel title="What works, and what does not">
      <AppText>
        Without the certificate the browser warns each time; past the warning the app works while its page is
        open. It is not kept for offline, cannot be put on the home screen, does not notify, and the screen
        may go dark at the counter.
      </AppText>
      <AppText>
        Some browsers have no Bluetooth, whatever is trusted: there a scale or thermometer is read by eye and
        typed.
      </AppText>
      <AppText>
        No phone is woken by this app while it is locked: for a soak that ends at night set the phone’s own
        alarm, or subscribe to the calendar.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  step: { flexDirection: 'row', gap: SPACE.roomy, alignItems: 'flex-start' },
  words: { flex: 1, minWidth: 0, gap: SPACE.small },
});
