import type { Cost, Nutrition } from '@humble-churn/core';
import { nutritionOf, formatMass, formatMoney, formatVolume } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, WORDS_WHOLE, useColours } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/queries';

interface Props {
  nutrition: Nutrition;
  cost: Cost;
  /** In words; `none listed` for none. */
  allergens: string;
  kitchen: KnownKitchen;
}

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
export default function ValuePanel({ nutrition, cost, allergens, kitchen }: Props) {
  const colour = useColours();
  const router = useRouter();
  const { currency, profile } = kitchen;
  const glass = nutritionOf(nutrition, profile.glassMl / 100);
  const money = (sum: number): string => formatMoney(sum, currency);
  const line = (name: string, cells: readonly string[], head = false) => (
    <View role="row" key={name} style={[styles.row, { borderColor: colour.line }]}>
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
  return (
    <Panel title="What a glass gives and costs">
      <View role="table" aria-label="Nutrition">
        {line('An estimate', ['100 mL', `Glass, ${formatVolume(profile.glassMl, kitchen)}`], true)}
        {NUTRIENTS.map(({ key, name, words }) => line(name, [words(nutrition[key]), words(glass[key])]))}
      </View>
      <AppText kind="small" tone="soft">
        From this batch’s own balance; nothing is added to it as cartons do. Never a replacement for breast
        milk or infant formula, nor a young child’s main drink.
      </AppText>
      <AppText kind="strong">Allergens: {allergens}. Shared gear carries traces.</AppText>
      {cost.parts.length > 0 ? (
        <View role="table" aria-label="Cost">
          {line('Cost', ['Batch', 'Litre', 'Glass'], true)}
          {line('Home-made', [money(cost.batch), money(cost.perL), money(cost.perGlass)])}
          {cost.shop &&
            line('From the shop', [
              money(cost.shop.of.batch),
              money(cost.shop.of.perL),
              money(cost.shop.of.perGlass),
            ])}
          {cost.shop &&
            line(cost.shop.saved.perL >= 0 ? 'Saved' : 'Paid on top', [
              money(Math.abs(cost.shop.saved.batch)),
              money(Math.abs(cost.shop.saved.perL)),
              money(Math.abs(cost.shop.saved.perGlass)),
            ])}
        </View>
      ) : (
        <View style={styles.start}>
          <AppText tone="soft">Enter what a pack cost, and a glass gets its price here.</AppText>
          <Button label="Enter prices in the kitchen" onPress={() => router.navigate('/kitchen')} />
        </View>
      )}
      {cost.parts.length > 0 && cost.unpriced.length > 0 && (
        <AppText kind="small" tone="brass">
          Without {cost.unpriced.join(', ').toLowerCase()}, which has no price yet.
        </AppText>
      )}
      {cost.pulp && (
        <AppText kind="small">
          The pulp, dried and milled, is {formatMass(cost.pulp.mealG, kitchen)} of meal worth{' '}
          {money(cost.pulp.worth)}; drying it takes about {money(cost.pulp.drying)}.
        </AppText>
      )}
    </Panel>
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
