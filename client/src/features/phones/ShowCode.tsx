import type { PairingCode } from '@humble-churn/contract';
import { formatClock } from '@humble-churn/core';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { goodForS, useMakeCode, usePairedDevices } from '../../wire/pairing';
import { QrCode } from './QrCode';

/**
 * What the QR code says: at home the page without TLS first, where a phone is told how to trust the one with it. An
 * address somebody else looks after has a certificate that phones know.
 */
function scanned(address: string, secret: string, elsewhere: boolean): string {
  return `${elsewhere ? address : address.replace(/^https:/, 'http:')}/pair#${secret}`;
}

/** A code to let one more phone in. */
export function ShowCode({ known, elsewhere }: { known: number; elsewhere: boolean }) {
  const { mutate, data, reset, isPending, error } = useMakeCode();
  /** How many there were when the code was shown. */
  const [before, setBefore] = useState(known);
  const [cameIn, setCameIn] = useState(false);
  // It stays so when the phone is removed again: the code is used up.
  if (!cameIn && data !== undefined && known > before) setCameIn(true);
  return (
    <Panel title="Pair a phone">
      {cameIn ? (
        <Notice
          kind="info"
          action={
            <Button
              label="Pair another"
              onPress={() => {
                setCameIn(false);
                reset();
              }}
            />
          }
        >
          It is paired, and in the list.
        </Notice>
      ) : data ? (
        <Shown code={data} elsewhere={elsewhere} onNew={() => mutate()} onDone={reset} />
      ) : (
        <>
          <AppText>
            The code is good once, for five minutes. The phone scans the QR code, or its digits are typed
            there.
          </AppText>
          <View style={styles.row}>
            <Button
              label="Show a code"
              kind="main"
              busy={isPending}
              onPress={() => {
                setBefore(known);
                mutate();
              }}
            />
          </View>
        </>
      )}
      {error && <Notice kind="error">{error.message}</Notice>}
    </Panel>
  );
}

function Shown({
  code,
  elsewhere,
  onNew,
  onDone,
}: {
  code: PairingCode;
  elsewhere: boolean;
  onNew: () => void;
  onDone: () => void;
}) {
  const [leftS, setLeftS] = useState(() => goodForS(code.expiresAt));
  usePairedDevices(leftS > 0);
  useEffect(() => {
    const timer = setInterval(() => setLeftS(goodForS(code.expiresAt)), 500);
    return () => clearInterval(timer);
  }, [code]);
  const [address] = code.addresses;
  if (leftS === 0) {
    return (
      <Notice kind="caution" action={<Button label="Show a new code" onPress={onNew} />}>
        This code is no longer good.
      </Notice>
    );
  }
  return (
    <>
      <View style={styles.code}>
        {address !== undefined && (
          <QrCode
            text={scanned(address, code.secret, elsewhere)}
            words="QR code: scan it with the phone’s camera"
          />
        )}
        <View style={styles.words}>
          {address !== undefined && (
            <AppText>{`Scan it with the phone’s camera. Or open ${address} there, and type`}</AppText>
          )}
          <View role="group" aria-label={`Code ${code.code}`}>
            <AppText kind="bigFigure">{`${code.code.slice(0, 3)} ${code.code.slice(3)}`}</AppText>
          </View>
          <AppText kind="small" tone="soft">
            Good once, for another {formatClock(leftS)}.
          </AppText>
        </View>
      </View>
      <View style={styles.row}>
        <Button label="Hide it" kind="quiet" onPress={onDone} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  code: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.roomy },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 180, minWidth: 0, gap: SPACE.small },
});
