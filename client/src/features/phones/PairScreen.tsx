import { PAIRING_CODE_S, PairedNameSchema, PairingDigitsSchema } from '@humble-churn/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { DigitsField } from '../../ui/DigitsField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import type { LetIn } from '../../wire/letIn';
import { SCANNED } from '../../wire/letIn';
import { usePair } from '../../wire/pairing';
import { TrustSteps } from './TrustSteps';

/** What this device is called unless it is told: by whether it has a pointer, and how wide it is. */
function usualName(): string {
  const touch = globalThis.matchMedia?.('(pointer: coarse)').matches;
  if (!touch) return 'Laptop';
  return Math.min(screen.width, screen.height) >= 600 ? 'Tablet' : 'Phone';
}

/** Where a device that is not let in says who it is. */
export function PairScreen({ letIn }: { letIn: LetIn }) {
  if (letIn === 'yes') return <Paired />;
  if (letIn === 'needs-tls') {
    return (
      <Screen title="Trust the kitchen first">
        <TrustSteps />
      </Screen>
    );
  }
  return (
    <Screen title="Pair this device">
      {letIn === 'removed' && (
        <Notice kind="caution">
          This device was removed from the kitchen. What it held of it is cleared. To come back, pair it anew.
        </Notice>
      )}
      <PairForm />
    </Screen>
  );
}

function Paired() {
  return (
    <Screen title="Paired">
      <AppText>This device is paired. There is nothing to do here.</AppText>
      <View style={styles.row}>
        <Button label="Go to the kitchen" kind="main" onPress={() => globalThis.location.replace('/')} />
      </View>
    </Screen>
  );
}

function PairForm() {
  const [name, setName] = useState(usualName);
  const [digits, setDigits] = useState('');
  const [looked, setLooked] = useState(false);
  const { mutate, isPending, isSuccess, error } = usePair();
  const code = PairingDigitsSchema.safeParse(digits);
  const named = PairedNameSchema.safeParse(name);
  const submit = (): void => {
    setLooked(true);
    if (!named.success) return;
    if (SCANNED !== null) mutate({ name: named.data, by: { secret: SCANNED } });
    else if (code.success) mutate({ name: named.data, by: { code: code.data } });
  };
  return (
    <Panel title={SCANNED === null ? 'By code' : 'By QR code'}>
      <AppText>
        {SCANNED === null
          ? `On a paired device, or on the machine with the kitchen, open Kitchen, then Phones, and have a code shown. It is good once, for ${PAIRING_CODE_S / 60} minutes.`
          : 'The QR code was read. Give this device a name for the list, and pair it.'}
      </AppText>
      <NameField
        label="This device’s name"
        value={name}
        onChange={setName}
        maxLength={60}
        error={looked && !named.success ? 'Give it a name of up to 60 letters.' : null}
        stacked
      />
      {SCANNED === null && (
        <DigitsField
          label="Code"
          value={digits}
          onChange={setDigits}
          onSubmit={submit}
          error={looked && !code.success ? 'Six digits, as they are shown there.' : null}
        />
      )}
      {error && <Notice kind="error">{error.message}</Notice>}
      <View style={styles.row}>
        <Button label="Pair" kind="main" busy={isPending || isSuccess} onPress={submit} />
      </View>
      <AppText kind="small" tone="soft">
        An app put on the home screen may know nothing of what the browser was told: it is paired by itself.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
