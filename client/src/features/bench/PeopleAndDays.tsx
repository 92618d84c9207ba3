import type { Servings } from '@humble-churn/core';
import {
  batchDays,
  drinkerCount,
  formatVolume,
  fridgeDays,
  servingsMl,
  shortensKeeping,
} from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Again } from '../days';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { SPACE } from '../../ui/theme';
import type { Draft } from './draft';
import { useSections } from './openSections';
import { useBench } from './useBench';

const FOR_ONE_DAY: Servings = { people: 1, glassesADay: 1, days: 1 };
const WEEK_DAYS = 7;

const upTo = (most: number): { value: number; label: string }[] =>
  Array.from({ length: most }, (_, i) => ({ value: i + 1, label: String(i + 1) }));

/** Makes as much as they drink. */
function serve(draft: Draft, glassMl: number, servings: Servings): void {
  const volumeMl = servingsMl(servings, glassMl);
  draft.serve(servings, (now) => ({ ...now, amount: { by: 'milk', volumeMl } }));
}

/** How much by who drinks it, and for how long; more days than it keeps are parted. */
export function PeopleAndDays() {
  const { draft, recipe, kitchen } = useBench();
  const { glassMl } = kitchen.profile;
  const { servings } = draft;
  const { oneAtATime } = useSections();
  const set = (change: Partial<Servings>): void =>
    serve(draft, glassMl, { ...(draft.latest().servings ?? FOR_ONE_DAY), ...change });
  const everybody = drinkerCount(recipe.drinkers, kitchen.profile.people);
  return (
    <>
      <Choice
        label="People"
        value={servings?.people ?? null}
        onChange={(people) => set({ people })}
        options={upTo(6)}
      />
      <Choice
        label="Days"
        slides={oneAtATime}
        value={servings?.days ?? null}
        onChange={(days) => set({ days })}
        options={upTo(WEEK_DAYS)}
      />
      {servings ? (
        <>
          <Choice
            label={`Glasses a day each, of ${formatVolume(glassMl, kitchen)}`}
            value={servings.glassesADay}
            onChange={(glassesADay) => set({ glassesADay })}
            options={upTo(4)}
          />
          <HowLongItKeeps servings={servings} />
          <View style={styles.row}>
            <Button label="Say it another way" kind="quiet" onPress={() => draft.serve(null, (now) => now)} />
          </View>
        </>
      ) : (
        <View style={styles.row}>
          <Button label="For the week" onPress={() => set({ people: everybody, days: WEEK_DAYS })} />
          <Button
            label="One glass each tomorrow"
            onPress={() => set({ people: everybody, glassesADay: 1, days: 1 })}
          />
        </View>
      )}
    </>
  );
}

/** Says when the days outlive the milk, and what can be done. */
function HowLongItKeeps({ servings }: { servings: Servings }) {
  const { draft, recipe, kitchen, model } = useBench();
  const { budgetH, fridgeTempC, profile } = kitchen;
  const keeps = fridgeDays(
    {
      budgetH,
      scalded: true,
      fruit: shortensKeeping(recipe, model.pantry),
    },
    fridgeTempC,
  );
  const parts = batchDays(servings.days, keeps);
  const [first = servings.days, second = 0] = parts;
  if (parts.length < 2) return null;
  const restMl = servingsMl({ ...servings, days: servings.days - first }, profile.glassMl);
  const secondMl = servingsMl({ ...servings, days: second }, profile.glassMl);
  return (
    <Notice
      kind="caution"
      action={
        <View style={[styles.row, styles.choices]}>
          <Button
            label={`Make the first, for ${first} days`}
            onPress={() => serve(draft, profile.glassMl, { ...servings, days: first })}
          />
          <Again
            recipe={{ ...recipe, amount: { by: 'milk', volumeMl: secondMl } }}
            kitchen={kitchen}
            daysLater={first}
            what={`Plan the second, for ${second} days`}
          />
        </View>
      }
    >
      In this fridge it keeps about {Math.floor(keeps)} {Math.floor(keeps) === 1 ? 'day' : 'days'}, an
      estimate. Make {parts.length} batches, for {parts.join(' and ')} days; or make all of it and freeze{' '}
      {formatVolume(restMl, kitchen)} on the day it is made.
    </Notice>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  choices: { paddingTop: SPACE.small },
});
