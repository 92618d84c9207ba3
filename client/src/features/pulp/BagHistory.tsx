import type { BagEntry } from '@humble-churn/core';
import { bagHistory, formatMass } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { PULP_PLACE_LABELS, PULP_USE_LABELS } from '../../ui/pulpLabels';
import { SPACE, useColours } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import type { BagProps } from './bagProps';

function entryText({ massG, to, name }: BagEntry, kitchen: KnownKitchen): string {
  const grams = massG === null ? '' : `${formatMass(Math.abs(massG), kitchen)} `;
  if (to === 'parted') return `${grams}${(massG ?? 0) > 0 ? 'came from' : 'parted off to'} another bag`;
  if ('became' in to) return `${grams}taken: ${(to.what ?? PULP_USE_LABELS[to.became]).toLowerCase()}`;
  const place = PULP_PLACE_LABELS[to.place].toLowerCase();
  return massG === null ? `${name}: moved, ${place}` : `${grams}of ${name}: ${place}`;
}

/** What came into the bag and went out of it, on demand. */
export function BagHistory({ bag, kitchen, nowMs, name }: BagProps & { name: string }) {
  const colour = useColours();
  const [open, setOpen] = useState(false);
  return (
    <View style={styles.list}>
      <View style={styles.row}>
        <Button
          label={open ? 'Hide what came and went' : 'What came and went'}
          hint={`${open ? 'Hide what' : 'What'} came and went: ${name}`}
          kind="quiet"
          onPress={() => setOpen(!open)}
        />
      </View>
      {open && (
        <View role="list" aria-label="What came and went" style={styles.list}>
          {bagHistory(bag).map((entry, i) => (
            <View key={i} role="listitem" style={[styles.line, { borderColor: colour.line }]}>
              <AppText kind="small" tone="soft" style={styles.when}>
                {momentText(entry.atMs, nowMs, kitchen)}
              </AppText>
              <AppText style={styles.words}>{entryText(entry, kitchen)}</AppText>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: SPACE.tight },
  row: { flexDirection: 'row' },
  line: { flexDirection: 'row', gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.tight },
  when: { width: 110 },
  words: { flex: 1, minWidth: 0 },
});
