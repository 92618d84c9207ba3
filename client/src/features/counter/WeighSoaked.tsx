import type { StepState } from '@humble-churn/core';
import { formatMass, formatReadMass, gPer, isFarOffReading, typedFigure } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { QuantityField } from '../../ui/QuantityField';
import { Check } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';
import { ScaleOffer } from './ScaleOffer';
import { WeighAgain } from './WeighAgain';
import { stepName } from './stepLabels';
import { useDigits } from './useDigits';

/** The drained nuts on the scale: how much water they took up. */
export function WeighSoaked({ step, batch, kitchen, plan, record, ways }: GuideProps & { step: StepState }) {
  const unit = kitchen.measures === 'us' ? 'oz' : 'g';
  const [massG, setMassG] = useState<number | null>(null);
  const [troubled, setTroubled] = useState(false);
  /** Asked whether this far-off figure is right. */
  const [asking, setAsking] = useState(false);
  const [round, setRound] = useState(0);
  const { focusRef } = useDigits();
  const expectedG = plan.prediction.soak.soakedMassG;
  const keep = (g: number): void => {
    record.add([
      { type: 'measured', what: 'soaked', reading: { massG: g } },
      { type: 'step-done', step: step.id },
    ]);
  };
  const keepNone = (): void => {
    record.add([
      { type: 'not-measured', what: 'soaked' },
      { type: 'step-done', step: step.id },
    ]);
  };
  const offer = (g: number): void => {
    if (isFarOffReading(batch.state, plan.prediction, 'soaked', { massG: g })) {
      setMassG(g);
      setAsking(true);
    } else keep(g);
  };
  return (
    <View style={styles.form}>
      <ScaleOffer
        what="soaked nuts"
        measures={kitchen.measures}
        handsFree={ways.handsFree && !asking}
        onTake={offer}
      />
      <QuantityField
        key={round}
        inputRef={focusRef}
        label="Soaked nuts, weighed"
        stacked
        unit={unit}
        shown={massG === null ? '' : typedFigure(massG / gPer(unit))}
        onNumber={(value) => {
          if (value <= 0) return 'Enter more than 0.';
          if (value * gPer(unit) > 60_000) return 'That is more than this kitchen could soak.';
          setMassG(value * gPer(unit));
          setTroubled(false);
          setAsking(false);
          return null;
        }}
        onEmpty={() => {
          setMassG(null);
          setTroubled(false);
        }}
        onTrouble={() => setTroubled(true)}
        onSubmit={() => {
          if (massG !== null && !troubled) offer(massG);
        }}
        counter
      />
      {asking && massG !== null && (
        <WeighAgain
          words={`${formatReadMass(massG, kitchen.measures)} is far from the ${formatMass(expectedG, kitchen)} expected. Was the bowl tared, and are all the nuts on it?`}
          onAgain={() => {
            setAsking(false);
            setMassG(null);
            setRound(round + 1);
          }}
          onKeep={() => keep(massG)}
        />
      )}
      <Weighed
        name={stepName(step)}
        massG={massG}
        disabled={troubled || asking}
        onPress={() => (massG === null ? keepNone() : offer(massG))}
      />
    </View>
  );
}

function Weighed({
  name,
  massG,
  disabled,
  onPress,
}: {
  name: string;
  massG: number | null;
  disabled: boolean;
  onPress: () => void;
}) {
  return (
    <View style={styles.row}>
      <Button
        label={massG === null ? 'Not weighed' : 'Weighed'}
        hint={massG === null ? `${name}: go on without` : `${name}: keep it and go on`}
        kind={massG === null ? 'plain' : 'main'}
        icon={Check}
        counter
        disabled={disabled}
        onPress={onPress}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
