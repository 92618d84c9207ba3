import type { BatchSummary } from '@humble-churn/core';
import { costOfParts, formatMoney, formatVolume } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { dayText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchen } from '../../wire/kitchen';
import type { NotebookEntry } from '../../wire/notebook';
import { useNotebook } from '../../wire/notebook';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { Plus } from '../../ui/icons';
import { VERDICT_LABELS, likingText } from '../../ui/verdictLabels';
import { CardLink } from '../../ui/CardLink';
import { SmallJar } from '../shelf';

/** Every batch there was, the newest first. */
export function NotebookScreen() {
  const notebook = useNotebook();
  const kitchen = useKitchen();
  const router = useRouter();
  const { entries } = notebook;
  if (!entries || !kitchen.data) {
    return <QueryFallback title="Notebook" what="the notebook" queries={[notebook, kitchen]} />;
  }
  return (
    <Screen title="Notebook" maxWidth={1100}>
      {entries.length === 0 && (
        <Panel title="The first page is empty">
          <AppText>
            Each batch leaves a page here: what was predicted, what you weighed, and how it kept. After a few
            of them you see what your own kitchen does.
          </AppText>
          <Button label="Plan the first batch" kind="main" onPress={() => router.navigate('/bench')} />
        </Panel>
      )}
      <View style={styles.row}>
        <Button
          label="Enter a batch made before"
          icon={Plus}
          onPress={() => router.navigate('/notebook/enter')}
        />
      </View>
      <View style={styles.list}>
        {entries.map((entry) => (
          <Entry key={entry.id} entry={entry} kitchen={kitchen.data} />
        ))}
      </View>
      {notebook.hasNextPage && (
        <Button
          label="Older batches"
          busy={notebook.isFetchingNextPage}
          onPress={() => void notebook.fetchNextPage()}
        />
      )}
    </Screen>
  );
}

function outcomeWords({ outcome, reason }: BatchSummary): string {
  switch (outcome) {
    case 'abandoned':
      return `Given up: ${reason ?? ''}`;
    case 'thrown-out':
      return `Thrown away: ${reason ?? ''}`;
    case 'under-way':
      return 'Under way';
    case 'on-shelf':
      return 'On the shelf';
    case 'finished':
      return 'Finished';
  }
}

/** An estimate of what its nuts and additions cost: planned amounts at today's prices; empty where nothing of it has a price. */
function costText({ parts }: BatchSummary, { profile, currency }: KnownKitchen): string {
  const { cost, unpriced } = costOfParts(parts, profile);
  if (unpriced === parts.length) return '';
  return `, about ${formatMoney(cost, currency)}${unpriced > 0 ? ' in part' : ''}`;
}

/** How it felt and was liked, and the last words about it. */
function verdictText({ grit, liking, words }: BatchSummary): string {
  return [
    ...(liking === null ? [] : [likingText(liking)]),
    ...(grit === null ? [] : [(VERDICT_LABELS.grit[grit] ?? grit).toLowerCase()]),
    ...(words === null ? [] : [`“${words}”`]),
  ].join(', ');
}

function Entry({ entry, kitchen }: { entry: NotebookEntry; kitchen: KnownKitchen }) {
  const { id, summary } = entry;
  const { name, nuts, milkMl, predictedMl, outcome } = summary;
  const filledMl = milkMl ?? predictedMl;
  const bottled = outcome !== 'under-way' && outcome !== 'abandoned';
  return (
    <CardLink
      path={`/notebook/${id}`}
      style={styles.entry}
      marks={
        <SmallJar
          jar={{ filledMl, leftMl: bottled ? filledMl : 0 }}
          name={name}
          ingredient={nuts[0] ?? ''}
          size={46}
        />
      }
    >
      <AppText kind="strong">{name}</AppText>
      <AppText kind="small" tone="soft">
        {dayText(summary.plannedAtMs, kitchen)} · {outcomeWords(summary)}
      </AppText>
      <AppText kind="small">
        {milkMl === null
          ? `${formatVolume(predictedMl, kitchen)} predicted`
          : `${formatVolume(milkMl, kitchen)} came, ${formatVolume(predictedMl, kitchen)} predicted`}
        {costText(summary, kitchen)}
      </AppText>
      {verdictText(summary) !== '' && <AppText kind="small">{verdictText(summary)}</AppText>}
    </CardLink>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap' },
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  entry: { flexGrow: 1, flexBasis: 320, flexShrink: 1, minWidth: 0, maxWidth: 540 },
});
