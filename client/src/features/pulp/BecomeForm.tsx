import type { PulpUse } from '@humble-churn/core';
import { PULP_USES, formatMass, oldestFirst, pulpUseRefusal } from '@humble-churn/core';
import { eventRefusalMessage } from '@humble-churn/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { PULP_USE_CAUTIONS, PULP_USE_LABELS } from '../../ui/pulpLabels';
import { SPACE } from '../../ui/theme';
import type { BagProps } from './bagProps';
import { PartOfBag } from './PartOfBag';
import { useRecordPulp } from './useRecordPulp';

/** What became of all of it, or of a part: the oldest goes first. */
export function BecomeForm({ bag, kitchen, onClose }: BagProps & { onClose: () => void }) {
  const record = useRecordPulp();
  const [massG, setMassG] = useState<number | null>(bag.massG);
  const allowed = PULP_USES.filter((use) => pulpUseRefusal(use, bag.traits, bag.usedShare) === null);
  const [became, setBecame] = useState<PulpUse>(allowed[0] ?? 'binned');
  const animals = pulpUseRefusal('animals', bag.traits, 0);
  const caution = PULP_USE_CAUTIONS[became];
  const save = (): void => {
    if (massG === null) return;
    record(
      oldestFirst(bag, massG).map(({ batchId, portionId, massG: partG }) => ({
        batchId,
        event: { type: 'pulp-taken', portionId, massG: partG, became },
      })),
      `${formatMass(massG, kitchen)}: ${PULP_USE_LABELS[became].toLowerCase()}.`,
    );
    onClose();
  };
  return (
    <View style={styles.form}>
      <PartOfBag bag={bag} massG={massG} onMass={setMassG} />
      <Choice
        label="What became of it"
        value={became}
        onChange={setBecame}
        options={allowed.map((value) => ({ value, label: PULP_USE_LABELS[value] }))}
      />
      {animals !== null && bag.usedShare <= 1 && (
        <AppText kind="small" tone="soft">
          {eventRefusalMessage(animals)}
        </AppText>
      )}
      {caution !== undefined && <Notice kind="caution">{caution}</Notice>}
      <View style={styles.row}>
        <Button
          label="Record it"
          hint="Record what became of it"
          kind="main"
          disabled={massG === null}
          onPress={save}
        />
        <Button label="Cancel" kind="quiet" onPress={onClose} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
