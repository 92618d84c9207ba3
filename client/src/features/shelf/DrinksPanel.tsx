import { MOST_DRINKS, allergensText } from '@humble-churn/contract';
import type { Drink, HandDose, JarState, KitchenModel, Pantry, Serving } from '@humble-churn/core';
import {
  BREWED_C,
  DRINKS,
  DRINK_ADDITIONS,
  USUAL_KITCHEN,
  WARM_DRINK_C,
  drinkFigures,
  formatMass,
  formatMoney,
  formatReadTemp,
  formatTemp,
  formatVolume,
  replan,
  warmthOfDrink,
  withDrink,
} from '@humble-churn/core';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDevice } from '../../devices/useDevice';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { HandDoseList } from '../../ui/HandDoseList';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import type { KnownBatch, RecordableEvent } from '../../wire/batches';
import { serverNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchenModel, useWriteDownSettings } from '../../wire/kitchen';
import { wireOwn } from '../../wire/wireRecipe';

const SERVINGS: readonly { value: Serving; label: string }[] = [
  { value: 'cold', label: 'Cold' },
  { value: 'iced', label: 'Over ice' },
  { value: 'blended', label: 'Blended' },
  { value: 'warm', label: 'Warm' },
];

const HOW: Readonly<Record<Serving, string>> = {
  cold: 'Stir or shake it cold, and drink it at once.',
  iced: 'Pour it over the ice.',
  blended: 'Into the jug with what is frozen, lid on, and drink it at once.',
  warm: '',
};

/** What goes into the temperature of a drink as it is mixed. */
const MIXED_FROM: Readonly<Record<Serving, (kitchen: KnownKitchen) => string>> = {
  cold: () => '',
  iced: () => 'with ice from the freezer and all else as warm as the kitchen',
  blended: () => 'with the fruit frozen and the milk from the fridge',
  warm: ({ measures }) =>
    `with coffee or tea at ${formatTemp(BREWED_C, measures)} and the milk from the fridge`,
};

type OwnDrink = KnownKitchen['profile']['drinks'][number];

interface Props {
  batch: KnownBatch;
  jar: JarState;
  kitchen: KnownKitchen;
  onMade: (event: RecordableEvent, words: string) => void;
}

/** Drinks made from a jar: of ours, of this kitchen's earlier ones, or one of the cook's own. */
export function DrinksPanel(props: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  const own = props.kitchen.profile.drinks.map((drink) => ({ ...drink, key: `own ${drink.name}` }));
  const offered: Drink[] = [...own, ...DRINKS, OWN];
  const drink = offered.find(({ key }) => key === chosen);
  return (
    <Panel title="A drink from it">
      <Choice
        label="Which drink"
        hideLabel
        value={chosen}
        onChange={setChosen}
        options={offered.map(({ key, name }) => ({ value: key, label: name }))}
      />
      {drink && (
        <OneDrink
          key={drink.key}
          drink={drink}
          isOwn={drink === OWN || own.some(({ key }) => key === drink.key)}
          onDone={() => setChosen(null)}
          {...props}
        />
      )}
    </Panel>
  );
}

/** The household's own drinks, in its settings: they stay when the batch they were made from is long drunk. */
function useOwnDrinks({ profile: { drinks } }: KnownKitchen) {
  const write = useWriteDownSettings();
  return {
    keep: (made: OwnDrink): void => write({ profile: { drinks: withDrink(drinks, made, MOST_DRINKS) } }),
    forget: (name: string): void => write({ profile: { drinks: drinks.filter((one) => one.name !== name) } }),
  };
}

/** A drink that nobody wrote down yet. */
const OWN: Drink = { key: 'own', name: 'One of your own', milkMl: 200, doses: [], serving: 'cold' };

function OneDrink({
  drink,
  isOwn,
  batch,
  jar,
  kitchen,
  onMade,
  onDone,
}: Props & { drink: Drink; isOwn: boolean; onDone: () => void }) {
  const { data } = useKitchenModel();
  const model = data?.model ?? USUAL_KITCHEN;
  const pantry: Pantry = { own: [...batch.state.ingredients, ...model.pantry.own] };
  const [milkMl, setMilkMl] = useState<number | null>(Math.min(drink.milkMl, jar.leftMl));
  const [doses, setDoses] = useState<readonly HandDose[]>(drink.doses);
  const [serving, setServing] = useState<Serving>(drink.serving);
  const [name, setName] = useState(drink.key === OWN.key ? '' : drink.name);
  const [unread, setUnread] = useState(false);
  const ready = milkMl !== null && !unread && name.trim() !== '';
  const ownDrinks = useOwnDrinks(kitchen);
  const make = (): void => {
    if (milkMl === null) return;
    if (isOwn) ownDrinks.keep({ name: name.trim(), milkMl, serving, doses: [...doses] });
    const used = new Set(doses.map(({ addition }) => addition));
    const own = wireOwn(model.pantry.own.filter(({ key }) => used.has(key)));
    onMade(
      {
        type: 'drink-made',
        jarId: jar.id,
        volumeMl: milkMl,
        name: name.trim(),
        serving,
        doses: [...doses],
        ...(own.length > 0 && { own }),
      },
      `${name.trim()} made.`,
    );
    onDone();
  };
  const forget = (): void => {
    ownDrinks.forget(drink.name);
    onDone();
  };
  return (
    <View style={styles.drink}>
      {drink.key === OWN.key && (
        <NameField label="What it is called" value={name} maxLength={60} onChange={setName} stacked />
      )}
      {isOwn && <Choice label="How it is served" value={serving} onChange={setServing} options={SERVINGS} />}
      <MilkFromJar jar={jar} kitchen={kitchen} milkMl={milkMl} onMilk={setMilkMl} />
      <HandDoseList
        doses={doses}
        pantry={pantry}
        milkMl={milkMl ?? drink.milkMl}
        into=""
        pick="Something else"
        more={DRINK_ADDITIONS}
        onDoses={setDoses}
        onUnread={setUnread}
      />
      {milkMl !== null && (
        <Figures
          batch={batch}
          jar={jar}
          kitchen={kitchen}
          model={model}
          pantry={pantry}
          drink={{ milkMl, doses, serving }}
        />
      )}
      {serving === 'warm' ? <Warming kitchen={kitchen} /> : <AppText>{HOW[serving]}</AppText>}
      <DrinkButtons
        name={drink.name}
        ready={ready}
        onMade={make}
        {...(isOwn && drink.key !== OWN.key && { onForget: forget })}
      />
    </View>
  );
}

function DrinkButtons({
  name,
  ready,
  onMade,
  onForget,
}: {
  name: string;
  ready: boolean;
  onMade: () => void;
  onForget?: () => void;
}) {
  return (
    <View style={styles.row}>
      <Button
        label="Made it"
        hint={`Made it: ${name}`}
        kind="main"
        counter
        disabled={!ready}
        onPress={onMade}
      />
      {onForget && (
        <Button
          label="Forget this drink"
          hint={`Forget this drink: ${name}`}
          kind="quiet"
          onPress={onForget}
        />
      )}
    </View>
  );
}

function MilkFromJar({
  jar,
  kitchen,
  milkMl,
  onMilk,
}: Pick<Props, 'jar' | 'kitchen'> & { milkMl: number | null; onMilk: (ml: number | null) => void }) {
  return (
    <MeasureField
      kind="volume"
      label="Milk from the jar"
      value={milkMl}
      stacked
      onValue={(ml) => {
        if (ml < 1) return 'Enter more than 0.';
        // What is shown is rounded.
        if (ml > jar.leftMl + 1) return `Only ${formatVolume(jar.leftMl, kitchen)} are left.`;
        onMilk(Math.min(ml, jar.leftMl));
        return null;
      }}
      onTrouble={() => onMilk(null)}
    />
  );
}

function Figures({
  batch: { state },
  jar,
  kitchen,
  model,
  pantry,
  drink,
}: Omit<Props, 'onMade'> & {
  model: KitchenModel;
  pantry: Pantry;
  drink: Pick<Drink, 'milkMl' | 'doses' | 'serving'>;
}) {
  const { prediction } = useMemo(() => replan(state, model, serverNowMs()), [state, model]);
  const { serving } = drink;
  const { volumeMl, allergens, nutrition, cost, partlyPriced, tempC, iceLeftG } = drinkFigures(
    state,
    prediction,
    jar,
    drink,
    {
      pantry,
      prices: kitchen.profile,
      milkTempC: kitchen.fridgeTempC,
      roomTempC: kitchen.roomTempC,
    },
  );
  return (
    <>
      <AppText kind="strong">
        {formatVolume(volumeMl, kitchen)}
        {cost === null
          ? ''
          : `, about ${formatMoney(cost, kitchen.currency)}${partlyPriced ? ' in part' : ''}`}
        {nutrition === null ? '' : `, about ${Math.round(nutrition.kcal)} kcal`}
      </AppText>
      {serving !== 'cold' && (
        <AppText tone="soft">
          As mixed about {formatTemp(tempC, kitchen.measures)}
          {iceLeftG >= 1 ? `, with ${formatMass(iceLeftG, kitchen)} of ice in it` : ''}: an estimate,{' '}
          {MIXED_FROM[serving](kitchen)}.
        </AppText>
      )}
      <AppText>Allergens: {allergensText(allergens)}</AppText>
    </>
  );
}

/** Gently, stirred, with the probe in it where there is one. */
function Warming({ kitchen }: { kitchen: KnownKitchen }) {
  const probe = useDevice('probe');
  const { shown } = probe;
  const state = shown === null ? null : warmthOfDrink(shown);
  const temp = (c: number): string => formatTemp(c, kitchen.measures);
  return (
    <>
      <AppText>
        Warm it gently in a pan and stir, to {temp(WARM_DRINK_C.asked)}; {temp(WARM_DRINK_C.most)} at most. It
        curdles and burns on when it boils.
      </AppText>
      {probe.connection && shown !== null && state !== null && (
        <AppText kind="bigFigure" tone={state === 'too-hot' ? 'buoy' : 'kelp'} live="polite">
          {formatReadTemp(shown, kitchen.measures)}:{' '}
          {
            { 'warm-on': 'warm on', there: 'there, take it off', 'too-hot': 'too hot, take it off now' }[
              state
            ]
          }
        </AppText>
      )}
      <Notice kind="caution">
        Never shake or blend it hot in a closed jar or jug: it bursts out and burns. Warmed milk is drunk at
        once and never goes back into the jar.
      </Notice>
    </>
  );
}

const styles = StyleSheet.create({
  drink: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: SPACE.small },
});
