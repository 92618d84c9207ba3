import type { Account } from '@humble-churn/contract';
import type { Destination } from '@humble-churn/core';
import { DESTINATIONS, findIngredient, formatMass, wentOf } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { FlowDrawing } from '../../ui/FlowDrawing';
import { Panel } from '../../ui/Panel';
import type { Palette } from '../../ui/theme';
import { SPACE, useColours } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { useAccount } from '../../wire/account';
import type { KnownKitchen } from '../../wire/kitchen';
import { useOwnIngredients } from '../../wire/kitchen';
import { monthText } from '../../wire/moments';

const NAMES: Readonly<Record<Destination, string>> = {
  drunk: 'Drunk',
  'pulp-eaten': 'Pulp eaten',
  'pulp-dried': 'Dried',
  kept: 'Still there',
  animals: 'Animals',
  scrub: 'Scrub',
  compost: 'Compost',
  thrown: 'Thrown out',
  'soak-water': 'Soak water',
  skins: 'Skins',
  cloth: 'On the tools',
  'not-recorded': 'Not recorded',
};

function fillsOf(colour: Palette): Readonly<Record<Destination, string>> {
  return {
    drunk: colour.milk,
    'pulp-eaten': 'nut',
    'pulp-dried': 'nut',
    kept: colour.kelpSoft,
    animals: colour.brassSoft,
    scrub: colour.brassSoft,
    compost: colour.brassSoft,
    thrown: colour.buoySoft,
    'soak-water': colour.water,
    skins: colour.line,
    cloth: colour.buoySoft,
    'not-recorded': colour.sunk,
  };
}

/** What is said of each is of so many grams of nuts. */
const OF_G = 100;
/** Less than this of them is not drawn, g. */
const LEAST_G = 0.05;

/** Where the nuts went, by month and nut: of each hundred grams, drawn as the pour. */
export function NutAccount({ kitchen }: { kitchen: KnownKitchen }) {
  const { data } = useAccount();
  if (!data || data.months.length === 0) return null;
  return <WhereTheyWent months={data.months} kitchen={kitchen} />;
}

function WhereTheyWent({ months, kitchen }: { months: Account['months']; kitchen: KnownKitchen }) {
  const colour = useColours();
  const { width, onLayout } = useWidth(320);
  const { data: own = [] } = useOwnIngredients();
  const [monthChosen, setMonth] = useState<string | null>(null);
  const [nutChosen, setNut] = useState<string | null>(null);
  const all = [...new Set(months.map(({ month }) => month))];
  const month = all.find((one) => one === monthChosen) ?? all[0] ?? '';
  const ofMonth = months.filter((one) => one.month === month);
  const chosen = ofMonth.find(({ nut }) => nut === nutChosen) ?? ofMonth[0];
  if (!chosen) return null;
  const name = (nut: string): string => findIngredient(nut, { own })?.name ?? nut;
  const fills = fillsOf(colour);
  const wentG = wentOf(chosen, OF_G);
  const out = DESTINATIONS.map((where) => ({
    key: where,
    name: NAMES[where],
    massG: wentG[where],
    measuredG: null,
    fill: fills[where],
  })).filter(({ massG }) => massG >= LEAST_G);
  const into = [{ key: 'nuts', name: name(chosen.nut), massG: OF_G, measuredG: null, fill: 'nut' }];
  return (
    <Panel title="Where the nuts went">
      <Choice
        label="Month"
        value={month}
        onChange={setMonth}
        options={all.map((value) => ({ value, label: monthText(value) }))}
        slides
      />
      {ofMonth.length > 1 && (
        <Choice
          label="Nut or seed"
          value={chosen.nut}
          onChange={setNut}
          options={ofMonth.map(({ nut }) => ({ value: nut, label: name(nut) }))}
          slides
        />
      )}
      <AppText>
        {formatMass(chosen.nutG, kitchen)} in {chosen.batches} {chosen.batches === 1 ? 'batch' : 'batches'};
        of each {formatMass(OF_G, kitchen)}:
      </AppText>
      <View onLayout={onLayout} style={styles.drawing}>
        <FlowDrawing
          into={into}
          out={out}
          totalG={OF_G}
          ingredient={chosen.nut}
          mass={(massG) => formatMass(massG, kitchen)}
          width={width}
        />
      </View>
      <AppText kind="small" tone="soft">
        By their solids, as each batch was predicted to part them; an estimate. What nobody recorded of milk
        and pulp is “not recorded”.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({ drawing: { gap: SPACE.tight } });
