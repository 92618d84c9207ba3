import { pour, shownMass, shownVolume, standing } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useBatchAllergenWords } from '../../wire/allergens';
import { useNowMs } from '../../wire/clock';
import { momentWords } from '../../wire/moments';
import type { KnownBatch, KnownKitchen } from '../../wire/queries';
import { useBatch, useKitchen } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { PourDrawing } from '../../ui/PourDrawing';
import { Screen } from '../../ui/Screen';
import { NotYet } from '../../ui/NotYet';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { BODY_WORDS, MACHINE_WORDS, strainedWords, PEEL_WORDS, SOAK_WORDS } from '../bench/words';
import { keepOnBench } from '../bench/draft';
import { happeningWords } from '../counter/happeningWords';
import { Comparison } from './Comparison';

/** The page of one batch: predicted beside measured, the recipe, and everything that happened. */
export function RecordScreen({ batchId }: { batchId: string }) {
  const batch = useBatch(batchId);
  const kitchen = useKitchen();
  if (!batch.data || !kitchen.data) {
    return <NotYet title="Record" what="the record" queries={[batch, kitchen]} />;
  }
  return <Page batch={batch.data} kitchen={kitchen.data} />;
}

function Page({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const router = useRouter();
  const nowMs = useNowMs(60_000);
  const { state, events } = batch;
  const { recipe, prediction } = state;
  const { width, onLayout } = useWidth(340);
  const allergensOf = useBatchAllergenWords();
  const counts = new Set(standing(events).map((event) => event.id));
  const facts = [
    prediction.nuts.map((nut) => `${shownMass(nut.massG, kitchen)} ${nut.name.toLowerCase()}`).join(', '),
    ...(prediction.additions.length > 0
      ? [
          prediction.additions
            .map((one) => `${shownMass(one.massG, kitchen)} ${one.name.toLowerCase()}`)
            .join(', '),
        ]
      : []),
    `${shownVolume(prediction.liquidMl, kitchen)} ${recipe.otherLiquid ? 'liquid' : 'water'}, 1 to ${recipe.waterPerNut.toFixed(1)} by weight`,
    recipe.soak.method === 'none'
      ? 'No soak'
      : `Soak ${SOAK_WORDS[recipe.soak.method].toLowerCase()}, ${Number(recipe.soak.hours.toFixed(2))} h`,
    PEEL_WORDS[recipe.peel],
    `${MACHINE_WORDS[recipe.blend.machine]}; ${strainedWords(recipe)}`,
    `${BODY_WORDS[prediction.milk.body]}: ${prediction.milk.solidsPct.toFixed(1)} % solids predicted`,
  ];
  return (
    <Screen title={recipe.name}>
      <Words kind="strong">Allergens: {allergensOf(state)}</Words>
      <Panel title="Predicted beside measured">
        <Comparison state={state} manner={kitchen} />
      </Panel>
      <Panel title="The pour">
        <View onLayout={onLayout}>
          <PourDrawing
            pour={pour(prediction, state.measured)}
            ingredient={prediction.nuts[0]?.ingredient ?? ''}
            mass={(massG) => shownMass(massG, kitchen)}
            width={width}
          />
        </View>
        <Words kind="small" tone="soft">
          The outline is what was predicted, the fill what was weighed.
        </Words>
      </Panel>
      <Panel title="How it was made">
        {facts.map((fact) => (
          <Words key={fact}>{fact}</Words>
        ))}
        <View style={styles.row}>
          <Button
            label="Put this recipe on the bench"
            onPress={() => {
              keepOnBench(recipe);
              router.navigate('/bench');
            }}
          />
          {state.status === 'under-way' && (
            <Button
              label="To the counter"
              kind="main"
              onPress={() => router.navigate(`/counter/${batch.id}` as never)}
            />
          )}
        </View>
      </Panel>
      <Panel title="What happened">
        {events.map((event) => {
          const back = event.type !== 'undone' && !counts.has(event.id);
          return (
            <View key={event.id} style={styles.event}>
              <Words kind="small" tone="soft" style={styles.when}>
                {momentWords(event.atMs, nowMs, batch.timeZone)}
              </Words>
              <Words
                tone={back ? 'soft' : 'ink'}
                style={back ? { ...styles.what, ...styles.back } : styles.what}
              >
                {happeningWords(event, state, kitchen)}
                {back ? ' (taken back)' : ''}
              </Words>
            </View>
          );
        })}
      </Panel>
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  event: { flexDirection: 'row', gap: SPACE.medium },
  when: { width: 116 },
  what: { flex: 1 },
  back: { textDecorationLine: 'line-through' },
});
