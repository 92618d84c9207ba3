import type { PairedDevice } from '@humble-churn/contract';
import { PairedNameSchema, fromInstant } from '@humble-churn/contract';
import type { DatePreferences } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { serverNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { useRemoveDevice, useRenameDevice } from '../../wire/pairing';

/** Who is let in, with when it was used last; each can be called another name, or removed. */
export function DeviceList({
  devices,
  household,
}: {
  devices: readonly PairedDevice[];
  household: DatePreferences;
}) {
  return (
    <Panel title="Paired devices">
      {devices.length === 0 && (
        <AppText tone="soft">
          No phone yet. Each device you pair is listed here, with when it was last used.
        </AppText>
      )}
      {devices.map((device) => (
        <DeviceRow key={device.id} device={device} household={household} />
      ))}
    </Panel>
  );
}

export function DeviceRow({ device, household }: { device: PairedDevice; household: DatePreferences }) {
  const colour = useColours();
  const [open, setOpen] = useState<'rename' | 'remove' | null>(null);
  const { id, name, lastUsedAt, pairedAt, isThis, kind } = device;
  const when = (instant: string): string => momentText(fromInstant(instant), serverNowMs(), household);
  const used = lastUsedAt === null ? 'not used yet' : `used ${when(lastUsedAt)}`;
  return (
    <View style={[styles.device, { borderColor: colour.line }]}>
      <View style={styles.head}>
        <View style={styles.words}>
          <AppText kind="strong">{isThis ? `${name} (this one)` : name}</AppText>
          <AppText
            kind="small"
            tone="soft"
          >{`${used}, ${kind === 'app' ? 'paired' : 'made'} ${when(pairedAt)}`}</AppText>
        </View>
        {open === null && (
          <View style={styles.row}>
            <Button label="Rename" kind="quiet" hint={`Rename ${name}`} onPress={() => setOpen('rename')} />
            <Button label="Remove" kind="quiet" hint={`Remove ${name}`} onPress={() => setOpen('remove')} />
          </View>
        )}
      </View>
      {open === 'rename' && <Rename id={id} name={name} onDone={() => setOpen(null)} />}
      {open === 'remove' && <Remove device={device} onDone={() => setOpen(null)} />}
    </View>
  );
}

function Rename({ id, name, onDone }: { id: string; name: string; onDone: () => void }) {
  const [typed, setTyped] = useState(name);
  const { mutate, isPending, error } = useRenameDevice();
  const read = PairedNameSchema.safeParse(typed);
  const trouble = read.success ? (error?.message ?? null) : 'Give it a name of up to 60 letters.';
  return (
    <>
      <NameField label="Name" value={typed} onChange={setTyped} maxLength={60} error={trouble} stacked />
      <View style={styles.row}>
        <Button
          label="Save the name"
          busy={isPending}
          disabled={!read.success}
          onPress={() => read.success && mutate({ id, name: read.data }, { onSuccess: onDone })}
        />
        <Button label="Cancel" kind="quiet" onPress={onDone} />
      </View>
    </>
  );
}

function Remove({ device, onDone }: { device: PairedDevice; onDone: () => void }) {
  const { mutate, isPending, error } = useRemoveDevice();
  const { id, name, kind, isThis } = device;
  return (
    <>
      <Notice kind="caution">
        {kind === 'calendar'
          ? 'The calendar’s address stops working at once. What the calendar read stays in it.'
          : isThis
            ? 'This device loses access, and what it holds of the kitchen is cleared. To come back it has to be paired anew.'
            : `“${name}” loses access. When it reaches the kitchen next, what it holds is cleared, entries that wait on it included. Until then it may still show what it knew, offline: whoever has it could read that.`}
      </Notice>
      {error && <Notice kind="error">{error.message}</Notice>}
      <View style={styles.row}>
        <Button label={`Remove “${name}”`} kind="danger" busy={isPending} onPress={() => mutate({ id })} />
        <Button label="Keep it" kind="quiet" onPress={onDone} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  device: { borderTopWidth: 1, paddingTop: SPACE.medium, gap: SPACE.small },
  head: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: SPACE.small,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
