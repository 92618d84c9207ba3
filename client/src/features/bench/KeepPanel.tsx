import type { Recipe } from '@humble-churn/core';
import { predict } from '@humble-churn/core';
import type { SavedRecipe } from '@humble-churn/contract';
import { useRouter } from 'expo-router';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { useToast } from '../../ui/Toast';
import { SPACE } from '../../ui/theme';
import { useArchiveRecipe, useRemoveVersion, useSaveRecipe, useSaveVersion } from '../../wire/recipes';
import { writeJsonLd, writeOpenForm } from './recipeFiles';
import { Fold } from './Fold';
import { useBench } from './useBench';

/** The recipe's name, and keeping it: new, or as the next version of the one it came from. */
export function KeepPanel() {
  const { recipe, later, draft } = useBench();
  const { prediction } = later;
  const router = useRouter();
  const toast = useToast();
  const saveNew = useSaveRecipe();
  const saveVersion = useSaveVersion();
  const remove = useRemoveVersion();
  const archive = useArchiveRecipe();
  // One key for one keeping of one recipe, however often the tap is retried.
  const keeping = useRef<{ recipe: Recipe; as: string; key: string } | null>(null);
  const { saved } = draft;
  const keepAs = (as: 'new' | 'version'): void => {
    const { recipe, saved } = draft.latest();
    const now = keeping.current;
    if (now?.recipe !== recipe || now.as !== as) keeping.current = { recipe, as, key: crypto.randomUUID() };
    const key = keeping.current?.key ?? crypto.randomUUID();
    const settled = (kept: SavedRecipe, words: string, undo: () => void): void => {
      draft.setSaved({ id: kept.id, version: kept.version });
      toast({
        words,
        undo: () => {
          undo();
          // Saved once more it is another keeping.
          keeping.current = null;
        },
      });
    };
    if (as === 'version' && saved) {
      const onSuccess = (done: { saved: SavedRecipe; before: SavedRecipe | undefined }): void => {
        const { version, recipe: kept } = done.saved;
        settled(done.saved, `Version ${version} of “${kept.name}” is saved; earlier versions stay.`, () => {
          remove.mutate(done);
          draft.setSaved(saved);
        });
      };
      saveVersion.mutate({ recipe, of: saved, key }, { onSuccess });
    } else {
      const onSuccess = (kept: SavedRecipe): void =>
        settled(kept, `“${kept.recipe.name}” is in the recipe book.`, () => {
          archive.mutate({ kept, away: true });
          draft.setSaved(null);
        });
      saveNew.mutate({ recipe, own: [], key }, { onSuccess });
    }
  };
  const busy = saveNew.isPending || saveVersion.isPending;
  const failed = saveNew.error ?? saveVersion.error;
  const nameless = recipe.name.trim() === '';
  return (
    <Fold section="name">
      <NameField
        stacked
        label="Name of the batch"
        value={recipe.name}
        onChange={(name) => draft.change('name', (now) => ({ ...now, name }))}
        error={nameless ? 'Give it a name to keep it.' : null}
      />
      {failed && <Notice kind="error">{failed.message} The recipe is kept on the bench.</Notice>}
      <View style={styles.row}>
        {saved && (
          <Button
            label={`Save as version ${saved.version + 1}`}
            busy={busy}
            disabled={!prediction || nameless}
            onPress={() => keepAs('version')}
          />
        )}
        <Button
          label={saved ? 'Save as a new recipe' : 'Save recipe'}
          busy={busy}
          disabled={!prediction || nameless}
          onPress={() => keepAs('new')}
        />
        <Button label="The recipe book" onPress={() => router.navigate('/recipes')} />
      </View>
      <ToFiles />
    </Fold>
  );
}

/** The recipe as a file, in its open form or for other programs. */
function ToFiles() {
  const { later, draft, model } = useBench();
  const { prediction } = later;
  return (
    <View style={styles.row}>
      <Button
        kind="quiet"
        label="Download"
        hint="Download the recipe in its open form"
        onPress={() => writeOpenForm(draft.latest().recipe, model.pantry)}
      />
      <Button
        kind="quiet"
        label="Export as web recipe"
        hint="Export as web recipe (schema.org), for other programs"
        disabled={!prediction}
        onPress={() => {
          const { recipe: now } = draft.latest();
          const made = predict(now, model);
          if (made.ok) void writeJsonLd(now, model.pantry, made.value);
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
