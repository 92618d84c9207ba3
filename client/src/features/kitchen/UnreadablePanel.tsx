import type { Unreadable } from '@humble-churn/contract';
import { partOfAdditionPack } from '@humble-churn/contract';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useSetAside, useUnreadable } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';

const KINDS: Readonly<Record<Unreadable['kind'], string>> = {
  kitchen: 'Settings of the kitchen',
  ingredient: 'Ingredient',
  recipe: 'Recipe',
  plan: 'Plan',
  batch: 'Batch',
};

const WHAT_TO_DO: Readonly<Record<Unreadable['kind'], string>> = {
  kitchen: 'They are as in a new kitchen until they are kept again: look over who avoids what.',
  ingredient: 'What uses it shows its allergens as unknown, and is offered to nobody who avoids anything.',
  recipe: 'It is left out of the recipe book.',
  plan: 'It is not among the plans; plan it anew.',
  batch: 'Its record is kept, and left out of every list.',
};

/** Stored rows that cannot be read: what is wrong, and the way to correct or remove them. Nothing while there are none. */
export function UnreadablePanel() {
  const { data } = useUnreadable();
  const aside = useSetAside();
  const router = useRouter();
  const toast = useToast();
  const colour = useColours();
  if (!data || data.length === 0) return null;
  const remove = ({ kind, id }: Unreadable): void =>
    aside.mutate(
      { kind, id, aside: true },
      {
        onSuccess: () =>
          toast({
            words: 'It is not reported any more. The row itself is kept.',
            undo: () => aside.mutate({ kind, id, aside: false }),
          }),
      },
    );
  return (
    <Panel title="Cannot be read">
      <AppText>
        These were stored, but do not make sense. They are left out of every list; all else goes on.
      </AppText>
      {data.map((one) => (
        <View key={`${one.kind} ${one.id}`} style={[styles.entry, { borderColor: colour.line }]}>
          <AppText kind="strong">
            {KINDS[one.kind]}
            {one.name === null ? '' : `: ${one.name}`}
          </AppText>
          {one.problems.map((problem) => (
            <AppText key={problem} kind="small" tone="soft">
              {problem}
            </AppText>
          ))}
          <AppText>{WHAT_TO_DO[one.kind]}</AppText>
          <View style={styles.row}>
            {one.kind === 'ingredient' && (
              <Button
                label="Correct"
                hint={`Correct ${one.name ?? 'the ingredient'}`}
                kind="main"
                onPress={() =>
                  router.push(
                    `/${partOfAdditionPack(one.pack) ? 'additions' : 'ingredients'}/${one.id}` as never,
                  )
                }
              />
            )}
            <Button
              label="Remove"
              hint={`Remove ${KINDS[one.kind].toLowerCase()} ${one.name ?? ''} from this list`}
              kind="quiet"
              busy={aside.isPending}
              onPress={() => remove(one)}
            />
          </View>
        </View>
      ))}
      {aside.error && <Notice kind="error">{aside.error.message}</Notice>}
    </Panel>
  );
}

const styles = StyleSheet.create({
  entry: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
