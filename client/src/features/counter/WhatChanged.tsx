import type { Fact, PlanChange, Replan, ReplannedFigure } from '@humble-churn/core';
import { formatDuration, formatMass, formatTemp, formatVolume } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';

const WHY: Readonly<Record<Fact, string>> = {
  equipment: 'Other gear was used',
  soak: 'The soak went otherwise than planned',
  probed: 'The nuts are otherwise warm than expected',
  'soaked-mass': 'The soaked nuts weigh otherwise than expected',
  'blended-in': 'Other doses were blended in',
  'liquid-added': 'Water was poured in',
  loads: 'It is blended in other loads',
  blended: 'It was blended for another time',
  thinned: 'Water was poured into the milk',
};

const NAMES: Readonly<Record<ReplannedFigure, string>> = {
  milkMl: 'milk',
  solidsPct: 'solids',
  secondsPerLoad: 'a load at the blades',
  endTempC: 'the mix ends at',
  rupture: 'broken open',
  pulpG: 'pulp',
};

function shown(figure: ReplannedFigure, value: number, kitchen: KnownKitchen): string {
  switch (figure) {
    case 'milkMl':
      return formatVolume(value, kitchen);
    case 'solidsPct':
      return `${value.toFixed(1)} %`;
    case 'secondsPerLoad':
      return formatDuration(value);
    case 'endTempC':
      return formatTemp(value, kitchen.measures);
    case 'rupture':
      return `${Math.round(100 * value)} %`;
    case 'pulpG':
      return formatMass(value, kitchen);
  }
}

function words({ moved }: PlanChange, kitchen: KnownKitchen): string {
  return (
    moved
      .map(({ figure, was, now }) => [
        NAMES[figure],
        shown(figure, now, kitchen),
        shown(figure, was, kitchen),
      ])
      // What looks the same as it is shown has not changed for a cook.
      .filter(([, now, was]) => now !== was)
      .map(([name, now, was]) => `${name} ${now}, was ${was}`)
      .join('; ')
  );
}

/** What the plan has come to since it was made, and why. */
export function WhatChanged({ plan, kitchen }: { plan: Replan; kitchen: KnownKitchen }) {
  const lines = plan.changes
    .map((change) => ({ fact: change.fact, words: words(change, kitchen) }))
    .filter((line) => line.words !== '');
  if (lines.length === 0) return null;
  return (
    <Panel title="What changed">
      <View style={styles.lines} aria-live="polite">
        {lines.map((line) => (
          <AppText key={line.fact}>
            <AppText kind="strong">{WHY[line.fact]}: </AppText>
            {line.words}.
          </AppText>
        ))}
      </View>
      <AppText kind="small" tone="soft">
        Computed anew from what is known; an estimate like the plan.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({ lines: { gap: SPACE.small } });
