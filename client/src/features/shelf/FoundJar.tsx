import type { Ingredient } from '@humble-churn/core';
import { LIMITS, NUT_TABLE, everydayRecipe, isOwnNut } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import { kitchenFridges } from '../../ui/kitchenFridges';
import type { RecordableEvent } from '../../wire/batches';
import { useRecordTo, useStartBatch } from '../../wire/batches';
import { serverNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { useOwnIngredients } from '../../wire/kitchen';
import { PastDay, usePastMoment } from '../days';

/** Milk older than this is past its time in any fridge, days. */
const DAYS_BACK = 4;
/** Between the beginning of its batch and the jar in the log, ms. */
const BEFORE_JAR_MS = 60_000;
const MOST_ML = 10_000;

/** A jar of which no batch is known, put on the shelf. */
export function FoundJar({ kitchen }: { kitchen: KnownKitchen }) {
  const [open, setOpen] = useState(false);
  const { data: own } = useOwnIngredients();
  if (!open || !own) {
    return <Button label="Add a jar without a batch…" kind="quiet" onPress={() => setOpen(true)} />;
  }
  const nuts = [...NUT_TABLE, ...own.filter(isOwnNut).filter(({ archived }) => !archived)];
  return <Found kitchen={kitchen} nuts={nuts} onClose={() => setOpen(false)} />;
}

/** Puts the jar on the shelf, in a batch of its own that is nothing but this jar, and opens it. */
function usePutOnShelf(kitchen: KnownKitchen, onDone: () => void) {
  const router = useRouter();
  const start = useStartBatch();
  const recordTo = useRecordTo();
  // One jar however often the tap is tried.
  const key = useRef(crypto.randomUUID());
  const put = (nut: Ingredient, volumeMl: number, fridge: string, atMs: number): void => {
    const agoMs = Math.max(0, serverNowMs() - atMs);
    const recipe = { ...everydayRecipe(nut, volumeMl, kitchen), name: `${nut.name} milk, found` };
    const jar = { id: crypto.randomUUID(), label: 'Found jar', volumeMl, place: 'fridge' as const, fridge };
    const happenings: RecordableEvent[] = [
      { type: 'entered-afterwards' },
      { type: 'not-measured', what: 'milk' },
      // Nobody knows what was clean.
      { type: 'bottled', jars: [jar], scalded: false },
    ];
    start.mutate(
      { recipe, own: [], key: key.current, begunAgoMs: agoMs + BEFORE_JAR_MS },
      {
        onSuccess: ({ id }) => {
          recordTo(id, happenings, agoMs);
          onDone();
          router.push(`/shelf/${id}/${jar.id}` as never);
        },
      },
    );
  };
  return { put, error: start.error, busy: start.isPending };
}

function Found({
  kitchen,
  nuts,
  onClose,
}: {
  kitchen: KnownKitchen;
  nuts: readonly Ingredient[];
  onClose: () => void;
}) {
  const { put, error, busy } = usePutOnShelf(kitchen, onClose);
  const fridges = kitchenFridges(kitchen);
  const [nutKey, setNutKey] = useState<string | null>(null);
  const [volumeMl, setVolumeMl] = useState<number | null>(null);
  const [fridge, setFridge] = useState(fridges[0].id);
  const when = usePastMoment(kitchen, serverNowMs(), 1);
  const nut = nuts.find((one) => one.key === nutKey);
  return (
    <Panel title="A jar without a batch" style={{ flexBasis: '100%' }}>
      <Choice
        label="Milk of"
        value={nutKey}
        onChange={setNutKey}
        options={nuts.map(({ key: value, name }) => ({ value, label: name }))}
        slides
      />
      <MeasureField
        stacked
        kind="volume"
        label="Milk in it"
        value={volumeMl}
        range={{ min: LIMITS.milkMl.min, max: MOST_ML }}
        onValue={setVolumeMl}
        onEmpty={() => setVolumeMl(null)}
        onTrouble={() => setVolumeMl(null)}
      />
      <PastDay moment={when} kitchen={kitchen} most={DAYS_BACK} />
      <NameField stacked label="Bottled at" value={when.time} onChange={when.setTime} error={when.trouble} />
      {fridges.length > 1 && (
        <Choice
          label="In which fridge"
          value={fridge}
          onChange={setFridge}
          options={fridges.map(({ id, name }) => ({ value: id, label: name }))}
        />
      )}
      <Notice kind="caution">
        Not sure when it was bottled, or what it is made of? Then pour it out: nobody can say how long it
        keeps or who may drink it.
      </Notice>
      <AppText kind="small" tone="soft">
        It is taken as everyday milk of that nut, from gear that was not scalded, which shortens its time. It
        teaches the notebook nothing.
      </AppText>
      {error && <Notice kind="error">{error.message}</Notice>}
      <View style={styles.row}>
        <Button
          label="Put it on the shelf"
          kind="main"
          busy={busy}
          disabled={when.atMs === null || volumeMl === null || !nut}
          onPress={() => {
            if (nut && volumeMl !== null && when.atMs !== null) put(nut, volumeMl, fridge, when.atMs);
          }}
        />
        <Button label="Cancel" kind="quiet" onPress={onClose} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
