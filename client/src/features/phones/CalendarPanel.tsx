import type { PairedDevice } from '@humble-churn/contract';
import type { DatePreferences } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { useMakeCalendarLink } from '../../wire/pairing';
import { DeviceRow } from './DeviceList';

/** The plans as a calendar that a phone reads again by itself. */
export function CalendarPanel({
  calendars,
  addresses,
  household,
}: {
  calendars: readonly PairedDevice[];
  addresses: readonly string[];
  household: DatePreferences;
}) {
  const { mutate, data, reset, isPending, error } = useMakeCalendarLink();
  const [copied, setCopied] = useState(false);
  const [best = globalThis.location.origin] = addresses;
  const link = data && best + data.path;
  return (
    <Panel title="Plans in a calendar">
      <AppText>
        A calendar on a phone of the house can read the plans by itself, with an alarm ten minutes before each
        visit. It has to reach this machine and trust its certificate. A calendar that is kept on the internet
        cannot reach it: for that, save the file from Days and import it.
      </AppText>
      {link === undefined ? (
        <View style={styles.row}>
          <Button label="Make an address" busy={isPending} onPress={() => mutate('Calendar')} />
        </View>
      ) : (
        <>
          <AppText kind="small" tone="soft">
            Add it in the calendar as a subscription. It is shown only now; who has it can read the plans.
          </AppText>
          <AppText kind="strong">{link}</AppText>
          <View style={styles.row}>
            {'clipboard' in navigator && (
              <Button
                label={copied ? 'Copied' : 'Copy'}
                onPress={() => void navigator.clipboard.writeText(link).then(() => setCopied(true))}
              />
            )}
            <Button
              label="Done"
              kind="quiet"
              onPress={() => {
                setCopied(false);
                reset();
              }}
            />
          </View>
        </>
      )}
      {error && <Notice kind="error">{error.message}</Notice>}
      {calendars.map((calendar) => (
        <DeviceRow key={calendar.id} device={calendar} household={household} />
      ))}
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
