import { useRouter } from 'expo-router';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { ScreenTitle } from '../../ui/ScreenTitle';
import { BookOpenText, Redo2, Undo2 } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { isDialogOpen } from '../../ui/useKeys';
import type { Draft } from './draft';
import { useBenchNow } from './useBench';

function useUndoKeys({ undo, redo }: Draft): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // Inside a field the browser's own undo is meant.
      if (event.target instanceof HTMLInputElement || isDialogOpen()) return;
      event.preventDefault();
      if (event.shiftKey) redo?.();
      else undo?.();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

/** The title with the recipe book and undo beside it. */
export function BenchHead() {
  const { draft } = useBenchNow();
  const router = useRouter();
  useUndoKeys(draft);
  return (
    <View style={styles.head}>
      <ScreenTitle style={styles.title}>Bench</ScreenTitle>
      <Button
        label="Recipe book"
        hint="Open the recipe book"
        icon={BookOpenText}
        iconOnly
        kind="quiet"
        onPress={() => router.navigate('/recipes')}
      />
      <Button
        label="Undo"
        hint="Take the last change back"
        icon={Undo2}
        iconOnly
        kind="quiet"
        disabled={!draft.undo}
        onPress={() => draft.undo?.()}
      />
      <Button
        label="Redo"
        hint="Make the change again"
        icon={Redo2}
        iconOnly
        kind="quiet"
        disabled={!draft.redo}
        onPress={() => draft.redo?.()}
      />
    </View>
  );
}

/** Another tab has the bench, or had it last: the cook says which of the two recipes goes on. */
export function OtherTab() {
  const { draft } = useBenchNow();
  if (draft.owner !== 'elsewhere' && draft.owner !== 'left') return null;
  return (
    <Notice
      kind="caution"
      action={
        <View style={styles.choices}>
          <Button label="Go on with that one here" onPress={draft.takeBench} />
          <Button label="Put this one in its place" onPress={draft.replaceBench} />
        </View>
      }
    >
      {draft.owner === 'elsewhere'
        ? 'The bench is open in another tab. What you change here stays in this tab until you choose; undo brings back what was replaced.'
        : 'Another tab, which is closed now, left a different recipe on the bench. What you change here stays in this tab until you choose; undo brings back what was replaced.'}
    </Notice>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.tight },
  title: { flex: 1 },
  choices: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, paddingTop: SPACE.small },
});
