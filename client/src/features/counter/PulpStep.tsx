import type { PulpPlace, StepState } from '@humble-churn/core';
import { formatMass, namedBag, pulpBags } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { SPACE } from '../../ui/theme';
import { useActiveBatches } from '../../wire/batches';
import { serverNowMs } from '../../wire/clock';
import { bagName, useRecordPulp } from '../pulp';
import type { GuideProps } from './guideProps';

/** What stays in the strainer: where it goes, by itself or into a bag that is there, or away at once. */
export function PulpStep({ batch, kitchen, plan, record }: GuideProps & { step: StepState }) {
  const router = useRouter();
  const recordPulp = useRecordPulp();
  const { data: batches = [] } = useActiveBatches();
  const { measured } = batch.state;
  const massG = measured.pulpG ?? plan.prediction.pulp.massG;
  const bags = pulpBags(batches, serverNowMs()).filter(
    ({ place, usedShare }) => place === 'freezer' && usedShare <= 1,
  );
  const store = (place: PulpPlace, bagId?: string) => {
    const portionId = crypto.randomUUID();
    return { type: 'pulp-stored' as const, place, massG, portionId, ...(bagId !== undefined && { bagId }) };
  };
  const away = (became: 'compost' | 'binned') => () => {
    const stored = store('fridge');
    record.add([stored, { type: 'pulp-taken', portionId: stored.portionId, massG, became }]);
  };
  return (
    <>
      <AppText kind="figure">
        {measured.pulpG === null ? 'About ' : ''}
        {formatMass(massG, kitchen)}
      </AppText>
      <View style={styles.row}>
        <Button label="In the fridge" counter onPress={() => record.add([store('fridge')])} />
        <Button label="In the freezer" counter onPress={() => record.add([store('freezer')])} />
        <Button
          label="Dry it…"
          hint="Dry it: into the fridge until the tray is set"
          counter
          onPress={() => record.add([store('fridge')], () => router.navigate('/pulp'))}
        />
      </View>
      {bags.map((bag) => (
        <Button
          key={bag.id}
          label={`Into the bag with ${bagName(bag, kitchen)}`}
          onPress={() => {
            const { bagId, events } = namedBag(bag, crypto.randomUUID());
            recordPulp(
              [...events, { batchId: batch.id, event: store('freezer', bagId) }],
              'Into the bag in the freezer.',
            );
          }}
        />
      ))}
      <View style={styles.row}>
        <Button label="Compost" hint="The pulp is not kept: compost" counter onPress={away('compost')} />
        <Button label="Bin" hint="The pulp is not kept: bin" counter onPress={away('binned')} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
