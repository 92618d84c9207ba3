import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { FileDrop } from '../../ui/FileDrop';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { useDeleteKitchen, useEmptyKitchen, useExport, useImport } from '../../wire/wholeKitchen';

/** Everything in the kitchen as one file, out and in, and its end. */
export function WholeKitchenPanel({ name, onImported }: { name: string; onImported: () => void }) {
  const empty = useEmptyKitchen();
  return (
    <Panel title="Everything in one file">
      <Export />
      {empty === true && <Import onImported={onImported} />}
      {empty === false && (
        <AppText kind="small" tone="soft">
          Such a file can be imported into an empty kitchen only: delete this one first, or start Humble Churn
          in an empty folder.
        </AppText>
      )}
      <Delete name={name} />
    </Panel>
  );
}

function Export() {
  const { mutate, isPending, error } = useExport();
  return (
    <>
      <AppText>
        A zip of settings, ingredients, recipes, plans and every batch with its record: as JSON with its
        schema, as tables for a spreadsheet, and the recipes as other programs read them.
      </AppText>
      <View style={styles.row}>
        <Button label="Export everything" busy={isPending} onPress={() => mutate()} />
      </View>
      {error && <Notice kind="error">{error.message}</Notice>}
    </>
  );
}

/** `1 batch`, `2 batches`. */
const counted = (count: number, one: string, more: string): string => `${count} ${count === 1 ? one : more}`;

function Import({ onImported }: { onImported: () => void }) {
  const toast = useToast();
  const colour = useColours();
  const { mutate, isPending, progress, error } = useImport(({ name, batches, recipes, leftOut }) => {
    const left = leftOut > 0 ? ` ${counted(leftOut, 'row', 'rows')} could not be read and stayed out.` : '';
    const words = `${counted(batches, 'batch', 'batches')} and ${counted(recipes, 'recipe', 'recipes')}`;
    toast({ words: `“${name}” is here: ${words}.${left}` });
    onImported();
  });
  return (
    <FileDrop
      name="kitchen-file"
      label="File of a kitchen"
      disabled={isPending}
      onFile={(file) => mutate(file)}
    >
      {(choose, fileIsOver) => (
        <View style={[styles.part, fileIsOver && { backgroundColor: colour.kelpSoft }]}>
          <AppText>
            This kitchen is empty: it can take in another one from such a file. Its settings replace these.
          </AppText>
          <View style={styles.row}>
            <Button label="Import a kitchen" busy={isPending} disabled={!choose} onPress={() => choose?.()} />
          </View>
          <View aria-live="polite">
            {isPending && (
              <AppText kind="small">
                {progress ? `${progress.batches} of ${progress.of} batches` : 'Reading the file …'}
              </AppText>
            )}
          </View>
          {error && <Notice kind="error">{error.message}</Notice>}
        </View>
      )}
    </FileDrop>
  );
}

function Delete({ name }: { name: string }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const { mutate, isPending, error } = useDeleteKitchen();
  const close = (): void => {
    setOpen(false);
    setTyped('');
  };
  if (!open) {
    return (
      <View style={styles.row}>
        <Button label="Delete this kitchen" kind="danger" onPress={() => setOpen(true)} />
      </View>
    );
  }
  return (
    <View style={styles.part}>
      <Notice kind="caution">
        This deletes the settings, ingredients, recipes, plans and every batch, on all devices. It cannot be
        undone: export everything first. Backups made before lie in their folder until newer ones replace
        them. An empty kitchen takes its place.
      </Notice>
      <NameField
        label={`Type the kitchen’s name, ${name}, to confirm`}
        value={typed}
        onChange={setTyped}
        error={error?.message ?? null}
        stacked
      />
      <View style={styles.row}>
        <Button
          label="Delete all of it"
          kind="danger"
          busy={isPending}
          disabled={typed.trim() !== name}
          onPress={() => mutate(typed.trim())}
        />
        <Button label="Keep it" kind="quiet" onPress={close} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  part: { gap: SPACE.small },
});
