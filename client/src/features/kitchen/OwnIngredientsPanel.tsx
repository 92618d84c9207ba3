import { allergensText } from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import { allergensIn, isOwnNut } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useChangeIngredient } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { Plus } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';

/** The cook's own nuts and seeds: corrected, archived or brought back here. */
export function OwnIngredientsPanel({ own }: { own: readonly OwnItem[] }) {
  const router = useRouter();
  const toast = useToast();
  const colour = useColours();
  const change = useChangeIngredient();
  const archive = (before: OwnItem, archived: boolean): void => {
    const { name, key: ingredientKey } = before;
    change.mutate(
      { ingredientKey, before, archived, key: crypto.randomUUID() },
      {
        onSuccess: () =>
          toast({
            words: archived ? `${name} is archived. What uses it still finds it.` : `${name} is back.`,
            undo: () =>
              change.mutate({ ingredientKey, before, archived: !archived, key: crypto.randomUUID() }),
          }),
      },
    );
  };
  return (
    <Panel title="Ingredients of your own">
      {own.length === 0 && (
        <AppText tone="soft">
          A nut, seed, powder, syrup or juice that is not in the list can be added from what its pack says. It
          stands here then, to be corrected.
        </AppText>
      )}
      {own.map((one) => (
        <View key={one.key} style={[styles.entry, { borderColor: colour.line }]}>
          <View>
            <AppText kind="strong">
              {one.name}
              {one.archived ? ', archived' : ''}
            </AppText>
            <AppText kind="small" tone="soft">
              Allergens: {allergensText({ contains: allergensIn([one]), unknown: false })}
              {isOwnNut(one) && one.gels ? '; turns to a gel' : ''}
            </AppText>
          </View>
          <View style={styles.row}>
            <Button
              label="Correct"
              hint={`Correct ${one.name}`}
              onPress={() =>
                router.push(`/${isOwnNut(one) ? 'ingredients' : 'additions'}/${one.key}` as never)
              }
            />
            <Button
              label={one.archived ? 'Bring back' : 'Archive'}
              hint={`${one.archived ? 'Bring back' : 'Archive'} ${one.name}`}
              kind="quiet"
              busy={change.isPending}
              onPress={() => archive(one, !one.archived)}
            />
          </View>
        </View>
      ))}
      {change.error && <Notice kind="error">{change.error.message}</Notice>}
      <View style={styles.row}>
        <Button label="Add a nut or seed" icon={Plus} onPress={() => router.push('/ingredients/new')} />
        <Button
          label="Add something else"
          hint="Add something else: a powder, syrup, flavour or liquid"
          icon={Plus}
          onPress={() => router.push('/additions/new')}
        />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  entry: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
