import type { Recipe, KitchenModel } from '@humble-churn/core';
import {
  avoidedBy,
  cautionsBefore,
  isFreeOf,
  predict,
  recipeAsMade,
  recipeAllergens,
  formatMass,
  formatVolume,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import { useActiveBatches, useBatch, useRecordTo, useStartBatch } from '../../wire/batches';
import { useKitchenModel } from '../../wire/kitchen';
import { useNotebook, withActive } from '../../wire/notebook';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Play } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { Again } from '../days';

/** The last recipe's soak once more, in two taps: what to weigh, and go. */
export function SoakAgain() {
  const { entries } = useNotebook();
  const active = useActiveBatches().data;
  // What is under way is known without the server, too.
  const last = (entries ?? withActive([], active ?? [])).find(({ summary }) => summary.soaked);
  return last ? <OfBatch batchId={last.id} /> : null;
}

function OfBatch({ batchId }: { batchId: string }) {
  const { data } = useKitchenModel();
  const state = useBatch(batchId).data?.state;
  if (!data || !state) return null;
  const { recipe } = state;
  const { model, kitchen } = data;
  // Nothing is proposed that one of its drinkers avoids, or whose allergens are not known.
  const avoided = avoidedBy(model.people, recipe.drinkers);
  if (!isFreeOf(recipeAllergens(recipe, model.pantry), avoided)) return null;
  return (
    <>
      <LastSoak kitchen={kitchen} model={model} recipe={recipe} />
      <Again recipe={recipeAsMade(state)} kitchen={kitchen} counter />
    </>
  );
}

interface Props {
  kitchen: KnownKitchen;
  model: KitchenModel;
  recipe: Recipe;
}

function LastSoak({ kitchen, model, recipe }: Props) {
  const start = useStartBatch();
  const sayTo = useRecordTo();
  const router = useRouter();
  // New for each time it is opened: a second tap on the same start makes nothing twice.
  const [key, setKey] = useState<string | null>(null);
  if (key === null) {
    return (
      <Button
        label={`Soak again: ${recipe.name}`}
        icon={Play}
        counter
        onPress={() => setKey(crypto.randomUUID())}
      />
    );
  }
  const made = predict(recipe, model);
  return (
    <Panel title={`Soak again: ${recipe.name}`}>
      {made.ok && (
        <View>
          {made.value.nuts.map((nut) => (
            <AppText key={nut.ingredient} kind="figure">
              {formatMass(nut.massG, kitchen)} of {nut.name.toLowerCase()}
            </AppText>
          ))}
          <AppText>a bowl of at least {formatVolume(made.value.soak.bowlMl, kitchen)}</AppText>
        </View>
      )}
      {made.ok && (
        <Cautions
          cautions={cautionsBefore(
            recipe,
            { contains: made.value.allergens, unknown: false },
            made.value.cautions,
            model,
          )}
        />
      )}
      {start.error && <Notice kind="error">{start.error.message}</Notice>}
      <View style={styles.row}>
        <Button
          label="Start soaking"
          hint="Start soaking: start the clock"
          kind="main"
          icon={Play}
          counter
          busy={start.isPending}
          onPress={() =>
            start.mutate(
              { recipe, own: [], key },
              {
                onSuccess: (batch) => {
                  sayTo(batch.id, [{ type: 'step-done', step: 'weigh' }]);
                  sayTo(batch.id, [{ type: 'step-begun', step: 'soak', timerS: null }]);
                  router.push(`/counter/${batch.id}`);
                },
              },
            )
          }
        />
        <Button label="Not now" counter onPress={() => setKey(null)} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
