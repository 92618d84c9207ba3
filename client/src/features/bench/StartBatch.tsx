import type { Recipe } from '@humble-churn/core';
import { plainName } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { CalendarDays, Play } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { useStartBatch } from '../../wire/batches';
import { useBenchNow } from './useBench';

/** From the bench to the counter, or to the days; `beside` puts the two buttons in one row. */
export function StartBatch({ beside = false }: { beside?: boolean }) {
  const { recipe, prediction, model } = useBenchNow();
  const router = useRouter();
  const start = useStartBatch();
  // One key for one start of one recipe: a tap that is retried, or doubled, makes one batch, even when the
  // answer to the first got lost.
  const starting = useRef<{ recipe: Recipe; key: string } | null>(null);
  const startBatch = (): void => {
    if (starting.current?.recipe !== recipe) starting.current = { recipe, key: crypto.randomUUID() };
    const name = recipe.name.trim() === '' ? plainName(recipe.nuts, model.pantry) : recipe.name;
    start.mutate(
      { recipe: { ...recipe, name }, own: [], key: starting.current.key },
      {
        onSuccess: ({ id }) => {
          starting.current = null;
          router.push(`/counter/${id}` as never);
        },
      },
    );
  };
  return (
    <View style={styles.start}>
      {start.error && <Notice kind="error">{start.error.message} The recipe is kept on the bench.</Notice>}
      <View style={beside ? styles.row : styles.start}>
        <Button
          label="Start this batch"
          kind="main"
          icon={Play}
          counter
          grow={beside}
          busy={start.isPending}
          disabled={!prediction}
          onPress={startBatch}
        />
        <Button
          label="Plan it for a day"
          icon={CalendarDays}
          iconOnly={beside}
          counter={beside}
          disabled={!prediction}
          onPress={() => router.navigate('/days')}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  start: { gap: SPACE.medium },
  row: { flexDirection: 'row', gap: SPACE.small },
});
