import { ROUTES } from '@humble-churn/contract';
import type { Recipe } from '@humble-churn/core';
import {
  avoidedBy,
  cautionsBefore,
  isFreeOf,
  predict,
  recipeAllergens,
  shownMass,
  shownVolume,
} from '@humble-churn/core';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { call } from '../../wire/call';
import type { KnownKitchen } from '../../wire/queries';
import { known, useOwnIngredients, useSayTo, useStartBatch } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { Words } from '../../ui/Words';
import { Play } from '../../ui/icons';
import { SPACE } from '../../ui/theme';

/** The recipe that was soaked last; looked for among the latest few batches. */
function useLastSoaked(): Recipe | null {
  const { data } = useQuery({
    queryKey: ['batches', 'latest'],
    queryFn: () => call(ROUTES.batches, { query: { scope: 'all', limit: 5 } }),
    select: (list) =>
      list.batches
        .map((batch) => known(batch)?.state.recipe)
        .find((recipe) => recipe && recipe.soak.method !== 'none') ?? null,
  });
  return data ?? null;
}

/** The last recipe's soak once more, in two taps: what to weigh, and go. */
export function SoakAgain({ kitchen }: { kitchen: KnownKitchen }) {
  const recipe = useLastSoaked();
  const own = useOwnIngredients();
  const start = useStartBatch();
  const sayTo = useSayTo();
  const router = useRouter();
  // New for each time it is opened: a second tap on the same start makes nothing twice.
  const [key, setKey] = useState<string | null>(null);
  // Nothing is proposed that one of its drinkers avoids, or whose allergens are not known.
  const avoided = avoidedBy(kitchen.profile.people, recipe?.drinkers ?? []);
  if (!recipe || !isFreeOf(recipeAllergens(recipe, own.data ?? []), avoided)) return null;
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
  const made = predict(recipe, kitchen, own.data ?? []);
  return (
    <Panel title={`Soak again: ${recipe.name}`}>
      {made.ok && (
        <View>
          {made.value.nuts.map((nut) => (
            <Words key={nut.ingredient} kind="figure">
              {shownMass(nut.massG, kitchen)} of {nut.name.toLowerCase()}
            </Words>
          ))}
          <Words>a bowl of at least {shownVolume(made.value.soak.bowlMl, kitchen)}</Words>
        </View>
      )}
      {made.ok && (
        <Cautions
          cautions={cautionsBefore(
            recipe,
            { contains: made.value.allergens, unknown: false },
            made.value.cautions,
            kitchen.profile,
          )}
        />
      )}
      {start.error && <Notice kind="error">{start.error.message}</Notice>}
      <View style={styles.row}>
        <Button
          label="They soak"
          hint="They soak: start the clock"
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
