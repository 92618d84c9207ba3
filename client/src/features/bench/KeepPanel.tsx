import type { Recipe } from '@humble-churn/core';
import { predict } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { useToast } from '../../ui/Toast';
import { SPACE } from '../../ui/theme';
import { useKeepRecipe } from '../../wire/recipes';
import { writeJsonLd, writeOpenForm } from './recipeFiles';
import { useBench } from './useBench';

/** The recipe's name, and keeping it: new, or as the next version of the one it came from. */
export function KeepPanel() {
  const { recipe, later, draft, model } = useBench();
  const { prediction } = later;
  const router = useRouter();
  const toast = useToast();
  const keep = useKeepRecipe();
  // One key for one keeping of one recipe, however often the tap is retried.
  const keeping = useRef<{ recipe: Recipe; as: string; key: string } | null>(null);
  const { saved } = draft;
  const keepAs = (as: 'new' | 'version'): void => {
    const { recipe, saved } = draft.latest();
    const now = keeping.current;
    if (now?.recipe !== recipe || now.as !== as) keeping.current = { recipe, as, key: crypto.randomUUID() };
    const key = keeping.current?.key ?? crypto.randomUUID();
    const id = as === 'version' ? (saved?.id ?? null) : null;
    keep.mutate(
      { recipe, own: [], id, key },
      {
        onSuccess: (kept) => {
          draft.setSaved({ id: kept.id, version: kept.version });
          toast({
            words:
              kept.version === 1
                ? `“${kept.recipe.name}” is in the recipe book.`
                : `Version ${kept.version} of “${kept.recipe.name}” is saved; earlier versions stay.`,
          });
        },
      },
    );
  };
  const nameless = recipe.name.trim() === '';
  return (
    <Panel title="Name and keep">
      <NameField
        stacked
        label="Name of the batch"
        value={recipe.name}
        onChange={(name) => draft.change('name', (now) => ({ ...now, name }))}
        error={nameless ? 'Give it a name to keep it.' : null}
      />
      {keep.error && <Notice kind="error">{keep.error.message} The recipe is kept on the bench.</Notice>}
      <View style={styles.row}>
        {saved && (
          <Button
            label={`Save as version ${saved.version + 1}`}
            busy={keep.isPending}
            disabled={!prediction || nameless}
            onPress={() => keepAs('version')}
          />
        )}
        <Button
          label={saved ? 'Save as a new recipe' : 'Save recipe'}
          busy={keep.isPending}
          disabled={!prediction || nameless}
          onPress={() => keepAs('new')}
        />
        <Button label="The recipe book" onPress={() => router.navigate('/recipes')} />
      </View>
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
    </Panel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
