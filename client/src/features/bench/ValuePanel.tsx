import { allergensText } from '@humble-churn/contract';
import type { Cost, Nutrition, Prediction } from '@humble-churn/core';
import { nutritionOf, formatMass, formatMoney, formatVolume, mlPer, priceVolumes } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, WORDS_WHOLE, useColours } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/kitchen';
import { useBench } from './useBench';

const NUTRIENTS: readonly { key: keyof Nutrition; name: string; words: (value: number) => string }[] = [
  { key: 'kcal', name: 'Energy', words: (v) => `${Math.round(v)} kcal` },
  { key: 'fatG', name: 'Fat', words: (v) => `${v.toFixed(1)} g` },
  { key: 'carbG', name: 'Carbohydrate', words: (v) => `${v.toFixed(1)} g` },
  { key: 'sugarsG', name: 'of which sugars', words: (v) => `${v.toFixed(1)} g` },
  { key: 'fibreG', name: 'Fibre', words: (v) => `${v.toFixed(2)} g` },
  { key: 'proteinG', name: 'Protein', words: (v) => `${v.toFixed(1)} g` },
  { key: 'calciumMg', name: 'Calcium', words: (v) => `${Math.round(v)} mg` },
  { key: 'sodiumMg', name: 'Sodium added', words: (v) => `${Math.round(v)} mg` },
];

/** What a glass gives and what it costs. */
export default function ValuePanel() {
  const { later, kitchen } = useBench();
  const { prediction, cost } = later;
  if (!prediction || !cost) return null;
  return (
    <Panel title="What a glass gives and costs">
      <Gives prediction={prediction} kitchen={kitchen} />
      <Costs cost={cost} kitchen={kitchen} />
    </Panel>
  );
}

function Row({ name, cells, head = false }: { name: string; cells: readonly string[]; head?: boolean }) {
  const colour = useColours();
  return (
    <View role="row" style={[styles.row, { borderColor: colour.line }]}>
      <View role={head ? 'columnheader' : 'rowheader'} style={[styles.name, WORDS_WHOLE]}>
        <AppText kind="small" tone={head ? 'soft' : 'ink'}>
          {name}
        </AppText>
      </View>
      {cells.map((cell, i) => (
        <View role={head ? 'columnheader' : 'cell'} key={i} style={[styles.cell, WORDS_WHOLE]}>
          <AppText kind="small" tone={head ? 'soft' : 'ink'} style={styles.right}>
            {cell}
          </AppText>
        </View>
      ))}
    </View>
  );
}

function Gives({ prediction, kitchen }: { prediction: Prediction; kitchen: KnownKitchen }) {
  const { nutrition, allergens } = prediction;
  const { glassMl } = kitchen.profile;
  const glass = nutritionOf(nutrition, glassMl / 100);
  // A cup, where milk is measured so.
  const unitMl = kitchen.measures === 'us' ? mlPer('cups', kitchen.cupSystem) : 100;
  const one = nutritionOf(nutrition, unitMl / 100);
  return (
    <>
      <View role="table" aria-label="Nutrition">
        <Row
          name="An estimate"
          cells={[
            unitMl === 100 ? '100 mL' : formatVolume(unitMl, kitchen),
            `Glass, ${formatVolume(glassMl, kitchen)}`,
          ]}
          head
        />
        {NUTRIENTS.map(({ key, name, words }) => (
          <Row key={key} name={name} cells={[words(one[key]), words(glass[key])]} />
        ))}
      </View>
      <AppText kind="small" tone="soft">
        From this batch’s own balance; nothing is added to it as cartons do. Never a replacement for breast
        milk or infant formula, nor a young child’s main drink.
      </AppText>
      <AppText kind="strong">
        Allergens: {allergensText({ contains: allergens, unknown: false })}. Shared gear carries traces.
      </AppText>
    </>
  );
}

function Costs({ cost, kitchen }: { cost: Cost; kitchen: KnownKitchen }) {
  const router = useRouter();
  const money = (sum: number): string => formatMoney(sum, kitchen.currency);
  const volumes = priceVolumes(kitchen);
  const moneyOf = (of: Pick<Cost, 'batch' | 'perL' | 'perGlass'>, sign = 1): string[] =>
    [of.batch, ...volumes.map(({ litres }) => of.perL * litres), of.perGlass].map((sum) => money(sign * sum));
  const { parts, shop, unpriced, pulp } = cost;
  return (
    <>
      {parts.length > 0 ? (
        <View role="table" aria-label="Cost">
          <Row
            name="Cost"
            cells={[
              'Batch',
              ...volumes.map(({ name }) => name.charAt(0).toUpperCase() + name.slice(1)),
              'Glass',
            ]}
            head
          />
          <Row name="Home-made" cells={moneyOf(cost)} />
          {shop && <Row name="From the shop" cells={moneyOf(shop.of)} />}
          {shop && shop.saved.perL >= 0 && <Row name="Saved" cells={moneyOf(shop.saved)} />}
          {shop && shop.saved.perL < 0 && <Row name="Paid on top" cells={moneyOf(shop.saved, -1)} />}
        </View>
      ) : (
        <View style={styles.start}>
          <AppText tone="soft">Enter what a pack cost, and a glass gets its price here.</AppText>
          <Button label="Enter prices in the kitchen" onPress={() => router.navigate('/kitchen')} />
        </View>
      )}
      {parts.length > 0 && unpriced.length > 0 && (
        <AppText kind="small" tone="brass">
          Without {unpriced.join(', ').toLowerCase()}, which has no price yet.
        </AppText>
      )}
      {pulp && (
        <AppText kind="small">
          The pulp, dried and milled, is {formatMass(pulp.mealG, kitchen)} of meal worth {money(pulp.worth)};
          drying it takes about {money(pulp.drying)}.
        </AppText>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    gap: SPACE.small,
    paddingVertical: SPACE.tight,
    borderTopWidth: StyleSheet.hairlineWidth,
  },
  name: { flexGrow: 1.3, flexShrink: 1, flexBasis: 100 },
  cell: { flexGrow: 1, flexShrink: 1, flexBasis: 64 },
  right: { textAlign: 'right' },
  start: { alignItems: 'flex-start', gap: SPACE.small },
});
