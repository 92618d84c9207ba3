import { refusalMessage } from '@humble-churn/contract';
import type { Cost, Prediction, Refusal, Uncertainty } from '@humble-churn/core';
import {
  formatDuration,
  formatMass,
  formatMoney,
  formatTemp,
  formatVolume,
  inKitchenMeasures,
  priceVolumes,
  readyAfterMin,
} from '@humble-churn/core';
import { Pressable, StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import { Notice } from '../../ui/Notice';
import { AppText } from '../../ui/AppText';
import { SPACE, TOUCH, WORDS_WHOLE, useColours } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import { useNowMs } from '../../wire/clock';
import { StillJar, TheJar } from './TheJar';
import { BODY_LABELS, intervalText } from '../../ui/recipeLabels';

interface Props {
  prediction: Prediction | null;
  refusal: Refusal | null;
  /** Null while it is being worked out. */
  sure: Uncertainty | null;
  /** How sure it is cannot be worked out here. */
  sureLost: boolean;
  cost: Cost | null;
  kitchen: KnownKitchen;
  wide: boolean;
  onWater: (liquidMl: number) => void;
}

function Fact({ name, children }: { name: string; children: string }) {
  return (
    <View style={styles.fact}>
      <AppText kind="small" tone="soft" style={styles.factName}>
        {name}
      </AppText>
      <AppText kind="small" style={FACT_WORDS}>
        {children}
      </AppText>
    </View>
  );
}

/** What the batch comes to in a strip, while a decision is open under it; pressed, it closes that one. */
export function OutcomeStrip({
  prediction,
  refusal,
  cost,
  kitchen,
  onPress,
}: Pick<Props, 'prediction' | 'refusal' | 'cost' | 'kitchen'> & { onPress: () => void }) {
  const colour = useColours();
  const words = prediction
    ? `${formatVolume(prediction.milk.volumeMl, kitchen)} ${BODY_LABELS[prediction.milk.body]}, ${prediction.milk.solidsPct.toFixed(1)} % solids`
    : refusal
      ? inKitchenMeasures(refusalMessage(refusal), kitchen)
      : 'Choose a nut and an amount.';
  const weigh = prediction && `${weighText(prediction, kitchen)}${costText(cost, kitchen)}`;
  return (
    <Pressable
      role="button"
      aria-label={`${words}: back to the jar`}
      onPress={onPress}
      style={[styles.strip, { backgroundColor: colour.surface, borderColor: colour.line }]}
    >
      {prediction && <StillJar prediction={prediction} width={44} height={60} />}
      <View style={styles.stripWords}>
        <AppText kind="strong" tone={prediction ? 'kelp' : 'buoy'} live="polite" numberOfLines={2}>
          {words}
        </AppText>
        {weigh !== null && (
          <AppText kind="small" numberOfLines={2}>
            {weigh}
          </AppText>
        )}
      </View>
    </Pressable>
  );
}

/** What is weighed and poured: `155 g nuts, 1030 mL water`. */
function weighText(prediction: Prediction, kitchen: KnownKitchen): string {
  const liquid = prediction.liquids
    .map((one) => `${formatVolume(one.volumeMl, kitchen)} ${one.name.toLowerCase()}`)
    .join(', ');
  const ice = prediction.iceG > 0 ? `, ${formatMass(prediction.iceG, kitchen)} ice` : '';
  return `${formatMass(prediction.nutG, kitchen)} nuts, ${liquid}${ice}`;
}

/** `1.20 EUR a litre`, or a quart. */
function priceText(cost: Cost, kitchen: KnownKitchen): string {
  const [volume = { name: 'litre', litres: 1 }] = priceVolumes(kitchen);
  return `${formatMoney(cost.perL * volume.litres, kitchen.currency)} a ${volume.name}`;
}

function costText(cost: Cost | null, kitchen: KnownKitchen): string {
  return cost && cost.parts.length > 0 ? `; ${priceText(cost, kitchen)}` : '';
}

/** When it could be drunk if it were started now. */
function ReadyFact({ prediction, kitchen }: { prediction: Prediction; kitchen: KnownKitchen }) {
  const nowMs = useNowMs(60_000);
  const readyMs = nowMs + readyAfterMin(prediction.minutes) * 60_000;
  return <Fact name="Ready">{`${momentText(readyMs, nowMs, kitchen)} at best`}</Fact>;
}

/** What the batch comes to, redrawn with every change: the jar, the yield with how sure it is, the figures behind. */
export function Outcome({ prediction, refusal, sure, sureLost, cost, kitchen, wide, onWater }: Props) {
  const colour = useColours();
  if (!prediction) {
    return (
      <View style={[styles.box, { backgroundColor: colour.surface, borderColor: colour.line }]}>
        <Notice kind="error">
          {refusal ? inKitchenMeasures(refusalMessage(refusal), kitchen) : 'Choose a nut and an amount.'} The
          recipe is kept as it stands.
        </Notice>
      </View>
    );
  }
  const { milk, finish } = prediction;
  const volume = formatVolume(milk.volumeMl, kitchen);
  return (
    <View
      style={[styles.box, { backgroundColor: colour.surface, borderColor: colour.line }]}
      role="region"
      aria-label="What it comes to"
    >
      <TheJar
        width={wide ? 220 : 138}
        height={wide ? 270 : 170}
        prediction={prediction}
        kitchen={kitchen}
        onWater={onWater}
      />
      <View style={styles.figures}>
        <View aria-live="polite">
          <View style={styles.headline}>
            <AppText kind="bigFigure">{volume}</AppText>
            <AppText kind="strong" tone="kelp">
              {BODY_LABELS[milk.body]}
            </AppText>
          </View>
          <AppText kind="small" tone="soft">
            {wide
              ? `of milk, an estimate; ${milk.solidsPct.toFixed(1)} % solids, ${milk.fatPct.toFixed(1)} % fat`
              : `an estimate, ${milk.solidsPct.toFixed(1)} % solids`}
          </AppText>
        </View>
        <Fact name="Likely">
          {sure
            ? `${intervalText(sure.milkMl, (ml) => formatVolume(ml, kitchen))}${wide ? `, ${intervalText(sure.solidsPct, (pct) => `${pct.toFixed(1)} %`)}` : ''}`
            : sureLost
              ? 'cannot be told in this browser'
              : 'being worked out'}
        </Fact>
        <Fact name="Weigh">{weighText(prediction, kitchen)}</Fact>
        <ReadyFact prediction={prediction} kitchen={kitchen} />
        {wide && <WhatItTakes prediction={prediction} kitchen={kitchen} />}
        {finish.additionsG > 0 && <Fact name="Finish">{`to ${formatVolume(finish.volumeMl, kitchen)}`}</Fact>}
        {cost && cost.parts.length > 0 && <Fact name="Costs">{priceText(cost, kitchen)}</Fact>}
        <Fact name="Hands-on time">{formatDuration(prediction.minutes.handsOnMin * 60)}</Fact>
        {wide && (
          <AppText kind="small" tone="soft">
            Likely: 8 batches in 10 land here.
          </AppText>
        )}
      </View>
    </View>
  );
}

/** What the lines of the decisions say where there is no room for it twice. */
function WhatItTakes({ prediction, kitchen }: { prediction: Prediction; kitchen: KnownKitchen }) {
  const { soak, blend, pulp } = prediction;
  return (
    <>
      <Fact name="Soak">{soak.hours > 0 ? formatDuration(soak.hours * 3600) : 'none'}</Fact>
      <Fact name="Blend">
        {blend.secondsPerLoad > 0
          ? `${blend.loads > 1 ? `${blend.loads} × ` : ''}${formatDuration(blend.secondsPerLoad)}, to ${formatTemp(blend.endTempC, kitchen.measures)}`
          : 'in the press'}
      </Fact>
      <Fact name="Pulp">
        {pulp.massG > 0 ? `${formatMass(pulp.massG, kitchen)}, ${Math.round(pulp.waterPct)} % water` : 'none'}
      </Fact>
    </>
  );
}

/** Never narrower than its longest word: there it goes under its name. */
const FACT_WORDS: object = { flexGrow: 1, flexShrink: 1, flexBasis: 80, ...WORDS_WHOLE };

const styles = StyleSheet.create({
  strip: {
    minHeight: TOUCH.usual,
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.medium,
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
    paddingVertical: SPACE.tight,
  },
  stripWords: { flex: 1, minWidth: 0 },
  box: {
    borderRadius: 14,
    borderWidth: 1,
    padding: SPACE.medium,
    gap: SPACE.medium,
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
  },
  headline: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: SPACE.small },
  figures: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0, gap: SPACE.hair },
  // With large text the words go under their name.
  fact: { flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.small },
  factName: { minWidth: 46, flexShrink: 0 },
});
