import type { KitchenModel } from '@humble-churn/core';
import type { RecipeReading } from '@humble-churn/contract/recipeText';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { FilePanel } from '../../ui/FilePanel';
import { LinesField } from '../../ui/LinesField';
import { Notice } from '../../ui/Notice';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/kitchen';
import { recipeText } from '../../wire/recipeText';
import { useArchiveRecipe, useSaveRecipe } from '../../wire/recipes';
import { layOnBench } from '../bench';
import { recipeSummary } from './summary';

/** The largest recipe file that makes sense, bytes. */
const MOST_BYTES = 200_000;

interface Props {
  kitchen: KnownKitchen;
  model: KitchenModel;
}

/** A recipe from a file, dropped or chosen, or pasted as text. It is shown first; nothing is kept unasked. */
export function ReadRecipe({ kitchen, model }: Props) {
  const [text, setText] = useState('');
  const [reading, setReading] = useState<RecipeReading | null>(null);
  const [round, setRound] = useState(0);

  const read = async (from: string): Promise<void> => {
    const { readRecipe } = await recipeText();
    setReading(readRecipe(from, kitchen.cupSystem));
    setRound((now) => now + 1);
  };
  const clear = (): void => {
    setReading(null);
    setText('');
  };
  return (
    <FilePanel
      title="Import"
      label="Recipe file"
      name="recipe-file"
      maxBytes={MOST_BYTES}
      onFile={(file) => {
        void file.text().then((dropped) => {
          setText(dropped);
          return read(dropped);
        });
      }}
      onRefused={() =>
        setReading({
          ok: false,
          problems: [{ path: '', message: 'One recipe at a time, of up to 200 kB.' }],
        })
      }
    >
      {(choose) => (
        <>
          <AppText>
            Drop a file here, choose one, or paste its text: our own open form, or a schema.org Recipe as
            other programs write it.
          </AppText>
          <LinesField
            label="Text of a recipe"
            rows={3}
            value={text}
            onChange={setText}
            placeholder="{ … }"
            verbatim
          />
          <View style={styles.row}>
            <Button label="Choose a file" disabled={!choose} onPress={() => choose?.()} />
            <Button label="Read the text" disabled={text.trim() === ''} onPress={() => void read(text)} />
            {reading && <Button label="Clear" kind="quiet" onPress={clear} />}
          </View>
          {reading?.ok === false && (
            <Notice kind="error">
              {reading.problems
                .slice(0, 5)
                .map(({ path, message }) => (path === '' ? message : `${path}: ${message}`))
                .join('\n')}
              {'\n'}Nothing was changed.
            </Notice>
          )}
          {reading?.ok === true && (
            // Another reading is another thing to keep, and gets another key.
            <Found key={round} reading={reading} kitchen={kitchen} model={model} onKept={clear} />
          )}
        </>
      )}
    </FilePanel>
  );
}

/** What was read, before it is kept. */
function Found({
  reading,
  kitchen,
  model,
  onKept,
}: Props & { reading: Extract<RecipeReading, { ok: true }>; onKept: () => void }) {
  const toast = useToast();
  const router = useRouter();
  const keep = useSaveRecipe();
  const archive = useArchiveRecipe();
  const [key] = useState(() => crypto.randomUUID());
  const { file, notes } = reading;
  const save = (): void =>
    keep.mutate(
      { recipe: file.recipe, own: file.ownIngredients, key },
      {
        onSuccess: (kept) => {
          onKept();
          layOnBench(kept.recipe, { id: kept.id, version: kept.version });
          toast({
            words: `“${kept.recipe.name}” is in the book, and on the bench.`,
            undo: () => archive.mutate({ kept, away: true }),
          });
        },
      },
    );
  return (
    <View style={styles.found}>
      <AppText kind="strong">{file.recipe.name}</AppText>
      <AppText>
        {recipeSummary(file.recipe, { own: [...model.pantry.own, ...file.ownIngredients] }, kitchen)}
      </AppText>
      {notes.map((note) => (
        <Notice key={note} kind="info">
          {note}
        </Notice>
      ))}
      {keep.error && <Notice kind="error">{keep.error.message} The text still stands here.</Notice>}
      <View style={styles.row}>
        <Button label="Save to the book" kind="main" busy={keep.isPending} onPress={save} />
        {file.ownIngredients.length === 0 && (
          <Button
            label="Open without saving"
            onPress={() => {
              layOnBench(file.recipe);
              router.navigate('/bench');
            }}
          />
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  found: { gap: SPACE.small },
});
