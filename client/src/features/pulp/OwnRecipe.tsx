import type { OwnPulpRecipe } from '@humble-churn/contract';
import { fileNameOf } from '@humble-churn/contract';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Toast';
import type { KnownKitchen } from '../../wire/kitchen';
import { recipeText } from '../../wire/recipeText';
import { saveFile } from '../../wire/savedFile';
import { useOwnPulpRecipes } from './ownRecipes';

async function saveRecipe(recipe: OwnPulpRecipe): Promise<void> {
  const { pulpRecipeToJsonLd } = await recipeText();
  const text = JSON.stringify(pulpRecipeToJsonLd(recipe), null, 2);
  saveFile(text, `${fileNameOf(recipe.name)}.jsonld`, 'application/ld+json');
}

/** What can be done with a recipe of the cook's own; nothing for one of ours. */
export function OwnRecipe({ recipe, kitchen }: { recipe: OwnPulpRecipe | undefined; kitchen: KnownKitchen }) {
  const router = useRouter();
  const toast = useToast();
  const own = useOwnPulpRecipes(kitchen);
  if (!recipe) return null;
  const { key, name } = recipe;
  return (
    <View style={styles.row}>
      <Button
        label="Change"
        hint={`Change the recipe: ${name}`}
        kind="quiet"
        onPress={() => router.navigate(`/pulp/recipes/${key}` as never)}
      />
      <Button
        label="As a file"
        hint={`The recipe as a file: ${name}`}
        kind="quiet"
        onPress={() => void saveRecipe(recipe)}
      />
      <Button
        label="Delete"
        hint={`Delete the recipe: ${name}`}
        kind="quiet"
        onPress={() => {
          own.remove(key);
          toast({ words: `“${name}” is deleted.`, undo: own.putBack });
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap' } });
