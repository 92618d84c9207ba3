import { refusalMessage } from '@humble-churn/contract';
import type { Cost, Prediction, Refusal, Uncertainty } from '@humble-churn/core';
import { formatDuration, formatMass, formatMoney, formatTemp, formatVolume } from '@humble-churn/core';
import { Pressable, StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import { Notice } from '../../ui/Notice';
import { AppText } from '../../ui/AppText';
import { SPACE, TOUCH, useColours } from '../../ui/theme';
import { TheJar } from './TheJar';
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
      <AppText kind="small" style={styles.factWords}>
        {children}
      </AppText>
    </View>
  );
}

/** What the batch comes to in one line, for a window with no room for more. */
export function OutcomeLine({
  prediction,
  refusal,
  kitchen,
  onPress,
}: Pick<Props, 'prediction' | 'refusal' | 'kitchen'> & { onPress: () => void }) {
  const colour = useColours();
  const words = prediction
    ? `${formatVolume(prediction.milk.volumeMl, kitchen)} ${BODY_LABELS[prediction.milk.body]}, ${prediction.milk.solidsPct.toFixed(1)} % solids`
    : refusal
      ? refusalMessage(refusal)
      : 'Choose a nut and an amount.';
  return (
    <Pressable
      role="button"
      aria-label={`${words}: see all of it`}
      onPress={onPress}
      style={[styles.line, { backgroundColor: colour.surface, borderColor: colour.line }]}
    >
      <AppText kind="strong" tone={prediction ? 'kelp' : 'buoy'} live="polite" numberOfLines={2}>
        {words}
      </AppText>
    </Pressable>
  );
}

/** What the batch comes to, redrawn with every change: the jar, the yield with how sure it is, the figures behind. */
export function Outcome({ prediction, refusal, sure, sureLost, cost, kitchen, wide, onWater }: Props) {
  const colour = useColours();
  if (!prediction) {
    return (
      <View style={[styles.box, { backgroundColor: colour.surface, borderColor: colour.line }]}>
        <Notice kind="error">
          {refusal ? refusalMessage(refusal) : 'Choose a nut and an amount.'} The recipe is kept as it stands.
        </Notice>
      </View>
    );
  }
  const { milk, blend, pulp, soak, finish } = prediction;
  const volume = formatVolume(milk.volumeMl, kitchen);
  const liquid = prediction.liquids
    .map((one) => `${formatVolume(one.volumeMl, kitchen)} ${one.name.toLowerCase()}`)
    .join(', ');
  const ice = prediction.iceG > 0 ? `, ${formatMass(prediction.iceG, kitchen)} ice` : '';
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
            of milk, an estimate; {milk.solidsPct.toFixed(1)} % solids, {milk.fatPct.toFixed(1)} % fat
          </AppText>
        </View>
        <View style={!wide && styles.likely}>
          <Fact name="Likely">
            {sure
              ? `${intervalText(sure.milkMl, (ml) => formatVolume(ml, kitchen))}, ${intervalText(sure.solidsPct, (pct) => `${pct.toFixed(1)} %`)}`
              : sureLost
                ? 'cannot be told in this browser'
                : 'being worked out'}
          </Fact>
        </View>
        <Fact name="Weigh">{`${formatMass(prediction.nutG, kitchen)} nuts, ${liquid}${ice}`}</Fact>
        <Fact name="Soak">{soak.hours > 0 ? formatDuration(soak.hours * 3600) : 'none'}</Fact>
        <Fact name="Blend">
          {blend.secondsPerLoad > 0
            ? `${blend.loads > 1 ? `${blend.loads} × ` : ''}${formatDuration(blend.secondsPerLoad)}, to ${formatTemp(blend.endTempC, kitchen.measures)}`
            : 'in the press'}
        </Fact>
        <Fact name="Pulp">
          {pulp.massG > 0
            ? `${formatMass(pulp.massG, kitchen)}, ${Math.round(pulp.waterPct)} % water`
            : 'none'}
        </Fact>
        {finish.additionsG > 0 && <Fact name="Finish">{`to ${formatVolume(finish.volumeMl, kitchen)}`}</Fact>}
        {cost && cost.parts.length > 0 && (
          <Fact name="Costs">{`${formatMoney(cost.perL, kitchen.currency)} a litre`}</Fact>
        )}
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

const styles = StyleSheet.create({
  line: {
    minHeight: TOUCH.usual,
    justifyContent: 'center',
    borderWidth: 1,
    borderRadius: 10,
    paddingHorizontal: SPACE.medium,
  },
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
  // Two lines of small words, before it is known as well: what stands below does not move when it comes.
  likely: { minHeight: 40 },
  // With large text the words go under their name.
  fact: { flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.small },
  factName: { minWidth: 46, flexShrink: 0 },
  factWords: { flexGrow: 1, flexShrink: 1, flexBasis: 80, minWidth: 0 },
});
