import { refusalWords } from '@humble-churn/contract';
import type { Cost, Prediction, Refusal, Sureness } from '@humble-churn/core';
import { shownDuration, shownMass, shownMoney, shownTemp, shownVolume } from '@humble-churn/core';
import { Pressable, StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/queries';
import { Notice } from '../../ui/Notice';
import { Words } from '../../ui/Words';
import { SPACE, TOUCH, useColours } from '../../ui/theme';
import { TheJar } from './TheJar';
import { BODY_WORDS, intervalWords } from './words';

interface Props {
  prediction: Prediction | null;
  refusal: Refusal | null;
  /** Null while it is being worked out. */
  sure: Sureness | null;
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
      <Words kind="small" tone="soft" style={styles.factName}>
        {name}
      </Words>
      <Words kind="small" style={styles.factWords}>
        {children}
      </Words>
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
    ? `${shownVolume(prediction.milk.volumeMl, kitchen)} ${BODY_WORDS[prediction.milk.body]}, ${prediction.milk.solidsPct.toFixed(1)} % solids`
    : refusal
      ? refusalWords(refusal)
      : 'Choose a nut and an amount.';
  return (
    <Pressable
      role="button"
      aria-label={`${words}: see all of it`}
      onPress={onPress}
      style={[styles.line, { backgroundColor: colour.surface, borderColor: colour.line }]}
    >
      <Words kind="strong" tone={prediction ? 'kelp' : 'buoy'} live="polite" numberOfLines={2}>
        {words}
      </Words>
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
          {refusal ? refusalWords(refusal) : 'Choose a nut and an amount.'} The recipe is kept as it stands.
        </Notice>
      </View>
    );
  }
  const { milk, blend, pulp, soak, finish } = prediction;
  const volume = shownVolume(milk.volumeMl, kitchen);
  const liquid = prediction.liquids
    .map((one) => `${shownVolume(one.volumeMl, kitchen)} ${one.name.toLowerCase()}`)
    .join(', ');
  const ice = prediction.iceG > 0 ? `, ${shownMass(prediction.iceG, kitchen)} ice` : '';
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
            <Words kind="bigFigure">{volume}</Words>
            <Words kind="strong" tone="kelp">
              {BODY_WORDS[milk.body]}
            </Words>
          </View>
          <Words kind="small" tone="soft">
            of milk, an estimate; {milk.solidsPct.toFixed(1)} % solids, {milk.fatPct.toFixed(1)} % fat
          </Words>
        </View>
        <View style={!wide && styles.likely}>
          <Fact name="Likely">
            {sure
              ? `${intervalWords(sure.milkMl, (ml) => shownVolume(ml, kitchen))}, ${intervalWords(sure.solidsPct, (pct) => `${pct.toFixed(1)} %`)}`
              : sureLost
                ? 'cannot be told in this browser'
                : 'being worked out'}
          </Fact>
        </View>
        <Fact name="Weigh">{`${shownMass(prediction.nutG, kitchen)} nuts, ${liquid}${ice}`}</Fact>
        <Fact name="Soak">{soak.hours > 0 ? shownDuration(soak.hours * 3600) : 'none'}</Fact>
        <Fact name="Blend">
          {blend.secondsPerLoad > 0
            ? `${blend.loads > 1 ? `${blend.loads} × ` : ''}${shownDuration(blend.secondsPerLoad)}, to ${shownTemp(blend.endTempC, kitchen.measures)}`
            : 'in the press'}
        </Fact>
        <Fact name="Pulp">
          {pulp.massG > 0
            ? `${shownMass(pulp.massG, kitchen)}, ${Math.round(pulp.waterPct)} % water`
            : 'none'}
        </Fact>
        {finish.additionsG > 0 && <Fact name="Finish">{`to ${shownVolume(finish.volumeMl, kitchen)}`}</Fact>}
        {cost && cost.parts.length > 0 && (
          <Fact name="Costs">{`${shownMoney(cost.perL, kitchen.currency)} a litre`}</Fact>
        )}
        <Fact name="Hands">{shownDuration(prediction.minutes.handsOnMin * 60)}</Fact>
        {wide && (
          <Words kind="small" tone="soft">
            Likely: where eight kitchens in ten would land.
          </Words>
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
  factWords: { flexGrow: 1, flexShrink: 1, flexBasis: 100, minWidth: 0 },
});
