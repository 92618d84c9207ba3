import type { KitchenModel, Prediction, Recipe } from '@humble-churn/core';
import type { SavedRecipe } from '@humble-churn/contract';
import { RECIPE_PART_LABELS, fromInstant, refusalMessage } from '@humble-churn/contract';
import {
  cautionsBefore,
  likedBest,
  predict,
  recipeAllergens,
  recipeChanges,
  withIngredients,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { JarDrawing, jarFor } from '../../ui/JarDrawing';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { useToast } from '../../ui/Toast';
import { SPACE } from '../../ui/theme';
import { likingText } from '../../ui/verdictLabels';
import { keptAllergensText } from '../../wire/allergens';
import { dayText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/kitchen';
import { useNotebook } from '../../wire/notebook';
import { useArchiveRecipe, useRecipeHistory } from '../../wire/recipes';
import { layOnBench } from '../bench';
import { writeJsonLd, writeOpenForm } from '../bench';
import { Again } from '../days';
import { recipeSummary } from './summary';

interface Props {
  kept: SavedRecipe;
  model: KitchenModel;
  kitchen: KnownKitchen;
}

/** Lays a version on the bench and goes there. */
function useOntoBench() {
  const router = useRouter();
  return (version: SavedRecipe['recipe'], saved: { id: string; version: number } | null): void => {
    layOnBench(version, saved);
    router.navigate('/bench');
  };
}

/** One kept recipe: what it is, its versions, and what can be done with it. */
export function RecipeCard({ kept, model, kitchen }: Props) {
  const toast = useToast();
  const [opened, setOpened] = useState(false);
  const archive = useArchiveRecipe();
  const { recipe } = kept;
  // What it was kept with; where an ingredient was corrected since, both labels count.
  const made = predict(recipe, withIngredients(model, kept.ingredients));
  const prediction = made.ok ? made.value : null;
  const ontoBench = useOntoBench();
  const move = (away: boolean): void => {
    // The card leaves its list at once, and hears of nothing more: the promise is kept all the same.
    archive.mutateAsync({ kept, away }).then(
      () =>
        toast({
          words: away ? `“${recipe.name}” is archived.` : `“${recipe.name}” is back in the book.`,
          undo: () => archive.mutate({ kept: { ...kept, away }, away: !away }),
        }),
      () => undefined,
    );
  };
  return (
    <Panel title={recipe.name}>
      <Head kept={kept} model={model} kitchen={kitchen} milkMl={prediction?.milk.volumeMl ?? 500} />
      <Cautions
        cautions={cautionsBefore(
          recipe,
          recipeAllergens(recipe, { own: [...model.pantry.own, ...kept.ingredients] }),
          prediction?.cautions ?? [],
          model,
        )}
      />
      {!prediction && (
        <Notice kind="caution">
          {made.ok ? '' : refusalMessage(made.refusal)} Correct it in Kitchen, or choose another nut on the
          bench.
        </Notice>
      )}
      {archive.error && <Notice kind="error">{archive.error.message}</Notice>}
      <View style={styles.row}>
        <Button
          label="Open"
          hint={`Open ${recipe.name} on the bench`}
          kind="main"
          onPress={() => ontoBench(recipe, { id: kept.id, version: kept.version })}
        />
        {prediction && <Again recipe={recipe} kitchen={kitchen} />}
        <Button
          label="Duplicate"
          hint={`Duplicate ${recipe.name} on the bench`}
          onPress={() => ontoBench({ ...recipe, name: `${recipe.name}, another way`.slice(0, 80) }, null)}
        />
        <Button
          label={opened ? 'Hide versions' : 'Versions'}
          hint={`${opened ? 'Hide' : 'Show'} the versions of ${recipe.name}`}
          onPress={() => setOpened(!opened)}
        />
        <ToFiles recipe={recipe} model={model} prediction={prediction} />
        <Button
          kind="quiet"
          label={kept.away ? 'Back to the book' : 'Archive'}
          hint={`${kept.away ? 'Bring back' : 'Archive'} ${recipe.name}`}
          onPress={() => move(!kept.away)}
        />
      </View>
      {opened && <Versions kept={kept} model={model} kitchen={kitchen} />}
    </Panel>
  );
}

interface ToFilesProps {
  recipe: Recipe;
  model: KitchenModel;
  prediction: Prediction | null;
}

/** The recipe as a file, in its open form or for other programs. */
function ToFiles({ recipe, model, prediction }: ToFilesProps) {
  return (
    <>
      <Button
        kind="quiet"
        label="Download"
        hint={`Download ${recipe.name}`}
        onPress={() => writeOpenForm(recipe, model.pantry)}
      />
      {prediction && (
        <Button
          kind="quiet"
          label="Export as web recipe"
          hint={`Export as web recipe: ${recipe.name}`}
          onPress={() => void writeJsonLd(recipe, model.pantry, prediction)}
        />
      )}
    </>
  );
}

/** A jar of it, and what it is. */
function Head({ kept, model, kitchen, milkMl }: Props & { milkMl: number }) {
  const { recipe } = kept;
  return (
    <View style={styles.head}>
      <JarDrawing
        width={52}
        height={78}
        capacityMl={jarFor(milkMl)}
        layers={[
          ...recipe.nuts.map((nut) => ({
            what: 'nuts' as const,
            volumeMl: (milkMl * 0.25) / recipe.nuts.length,
            ingredient: nut.ingredient,
          })),
          { what: 'milk', volumeMl: milkMl * 0.75 },
        ]}
        words={`A jar for ${recipe.name}`}
      />
      <View style={styles.words}>
        <AppText>{recipeSummary(recipe, model.pantry, kitchen)}</AppText>
        <AppText kind="small">Allergens: {keptAllergensText(recipe, kept.ingredients, model.pantry)}</AppText>
        <LikedBestAt name={recipe.name} />
        <AppText kind="small" tone="soft">
          Version {kept.version}, saved on {dayText(fromInstant(kept.savedAt), kitchen)}
        </AppText>
      </View>
    </View>
  );
}

/** The ratio at which batches of this name were liked best, once two were told apart. */
function LikedBestAt({ name }: { name: string }) {
  const { entries = [] } = useNotebook();
  const best = likedBest(entries.map(({ summary }) => summary).filter((one) => one.name === name));
  if (!best) return null;
  return (
    <AppText kind="small">
      Liked best at 1 to {Number(best.waterPerNut.toFixed(1))} by weight,{' '}
      {likingText(best.liking).toLowerCase()}: {best.batches} of {best.of} batches that were judged.
    </AppText>
  );
}

/** Every version, with what each changed. */
function Versions({ kept, model, kitchen }: Props) {
  const history = useRecipeHistory(kept.id, true);
  const ontoBench = useOntoBench();
  return (
    <>
      {history.error && <Notice kind="error">{history.error.message}</Notice>}
      {history.isPending && <AppText tone="soft">Fetching the versions…</AppText>}
      {history.data?.versions.map((one, i) => {
        const before = history.data.versions[i + 1];
        const changed = before ? recipeChanges(before.recipe, one.recipe) : [];
        return (
          <View key={one.version} style={styles.version}>
            <View style={styles.words}>
              <AppText kind="strong">
                Version {one.version}, {dayText(fromInstant(one.savedAt), kitchen)}
              </AppText>
              <AppText kind="small">
                {before
                  ? changed.length > 0
                    ? `Changed: ${changed.map((part) => RECIPE_PART_LABELS[part]).join(', ')}`
                    : 'Nothing changed'
                  : 'The first'}
              </AppText>
              <AppText kind="small" tone="soft">
                {recipeSummary(one.recipe, model.pantry, kitchen)}
              </AppText>
            </View>
            <Button
              label="Open"
              hint={`Open version ${one.version} of ${kept.recipe.name} on the bench`}
              onPress={() => ontoBench(one.recipe, { id: kept.id, version: kept.version })}
            />
          </View>
        );
      })}
    </>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', gap: SPACE.medium, alignItems: 'center' },
  words: { flex: 1, minWidth: 0 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  version: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'center' },
});
