import type { StepState } from '@humble-churn/core';
import { TASTING_ML, WATER_G_PER_ML, formatVolume, stretchOf } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { MeasureField } from '../../ui/MeasureField';
import { Plus } from '../../ui/icons';
import { BODY_LABELS } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import { Done } from './Done';
import type { GuideProps } from './guideProps';
import { JugAgain } from './JugAgain';
import { ScaleOffer } from './ScaleOffer';
import { VerdictTaps } from './VerdictTaps';

/** Bodies that are offered: the next thinner one, and one more. */
const MOST_BODIES = 2;
/** More than this at a time is a slip, mL. */
const MOST_ML = 20_000;

/** After straining: what the milk is by now, a glass to taste, and water until it is as thin as it is liked. */
export function TasteStep(parts: GuideProps & { step: StepState }) {
  return (
    <>
      <BodyNow {...parts} />
      <Tasting {...parts} />
      <Water {...parts} />
      <VerdictTaps of={['grit', 'froth', 'look']} {...parts} />
      <JugAgain {...parts} />
      <Done label="Good as it is" {...parts} />
    </>
  );
}

function BodyNow({ batch, plan }: GuideProps) {
  const { solidsPct, body } = stretchOf(batch.state, plan.prediction);
  return (
    <AppText kind="figure">
      {BODY_LABELS[body]}: about {solidsPct.toFixed(1)} % solids
    </AppText>
  );
}

function Tasting({ batch, kitchen, record }: GuideProps) {
  const tastedMl = batch.state.tasted.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  return (
    <View style={styles.row}>
      <Button
        label={`Tasted ${formatVolume(TASTING_ML, kitchen)}`}
        counter
        onPress={() => record.add([{ type: 'tasted', volumeMl: TASTING_ML }])}
      />
      {tastedMl > 0 && <AppText tone="soft">{formatVolume(tastedMl, kitchen)} tasted so far.</AppText>}
    </View>
  );
}

/** Water that thins it: to a body in a tap, so much by the measure, or off the scale. */
function Water({ batch, plan, kitchen, record }: GuideProps) {
  const { waterMl } = stretchOf(batch.state, plan.prediction);
  const [own, setOwn] = useState<number | null>(null);
  const pour = (volumeMl: number): void => {
    record.add([{ type: 'liquid-added', volumeMl }], () => setOwn(null));
  };
  return (
    <>
      {waterMl.slice(0, MOST_BODIES).map(({ body, volumeMl }) => (
        <Button
          key={body}
          label={`${formatVolume(volumeMl, kitchen)} more makes it ${BODY_LABELS[body].toLowerCase()}`}
          hint={`Pour in ${formatVolume(volumeMl, kitchen)} more, makes it ${BODY_LABELS[body].toLowerCase()}`}
          counter
          icon={Plus}
          onPress={() => pour(volumeMl)}
        />
      ))}
      <View style={styles.row}>
        <MeasureField
          kind="volume"
          label="Other water poured in"
          value={own}
          range={{ min: 1, max: MOST_ML }}
          onValue={setOwn}
          onEmpty={() => setOwn(null)}
          onTrouble={() => setOwn(null)}
          counter
        />
        <Button
          label="Poured in"
          hint="Other water: poured in"
          counter
          disabled={own === null}
          onPress={() => {
            if (own !== null) pour(own);
          }}
        />
      </View>
      <ScaleOffer
        what="water"
        measures={kitchen.measures}
        // What stands on the scale may as well be the milk: water is taken by a tap alone.
        handsFree={false}
        onTake={(massG) => {
          if (massG >= 1) pour(massG / WATER_G_PER_ML);
        }}
      />
      <AppText kind="small" tone="soft">
        An estimate by the solids expected. Water can be added, never taken out.
      </AppText>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: SPACE.small },
});
