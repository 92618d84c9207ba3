import type { StepKind, StepState } from '@humble-churn/core';
import { eventRefusal, fractions, isStrained, mlPer, typedFigure, NO_LOGS } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { serverNowMs } from '../../wire/clock';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../../ui/cupNames';
import { DoseLines } from './DoseLines';
import { EquipmentChoices } from './EquipmentChoices';
import type { GuideProps } from './guideProps';

/** Steps that show what goes in by themselves. */
const SHOW_DOSES: readonly StepKind[] = ['finish', 'jug-again'];

/** What happens at a counter that no plan knew of. */
export function RealityPanel({ step, ...parts }: GuideProps & { step: StepState }) {
  const { batch, kitchen, record } = parts;
  const [open, setOpen] = useState(false);
  const [addedMl, setAddedMl] = useState<number | null>(null);
  const { state } = batch;
  const unit = kitchen.measures === 'us' ? 'cups' : 'mL';
  const perUnit = mlPer(unit, kitchen.cupSystem);
  const split = { type: 'loads-split' as const, loads: state.loads + 1 };
  const pressed = state.recipe.blend.machine === 'cold-press';
  const canSplit = !pressed && eventRefusal(state, split, NO_LOGS, serverNowMs()) === null;
  const canPour = step.kind !== 'weigh' && step.kind !== 'soak';
  if (!open) {
    return (
      <View style={styles.row}>
        <Button label="Report a change" hint="Report a change of the plan" onPress={() => setOpen(true)} />
      </View>
    );
  }
  return (
    <Panel title="What is different?">
      {canPour && (
        <View style={styles.row}>
          <QuantityField
            label="Water poured in besides"
            unit={unit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : unit}
            shown={
              addedMl === null ? '' : unit === 'cups' ? fractions(addedMl / perUnit) : typedFigure(addedMl)
            }
            onNumber={(value) => {
              if (value <= 0) return 'Enter more than 0.';
              if (value * perUnit > 20_000) return 'That is more than this kitchen holds.';
              setAddedMl(value * perUnit);
              return null;
            }}
            onEmpty={() => setAddedMl(null)}
            onTrouble={() => setAddedMl(null)}
            counter
          />
          <Button
            label="Added"
            hint="Water added"
            counter
            disabled={addedMl === null}
            onPress={() => {
              if (addedMl === null) return;
              record.add([{ type: 'liquid-added', volumeMl: addedMl }], () => {
                setAddedMl(null);
                setOpen(false);
              });
            }}
          />
        </View>
      )}
      {canSplit && (
        <>
          <AppText>The jug is too full: it stands past its line, or froth climbs to the lid.</AppText>
          <View style={styles.row}>
            <Button
              label={`Split into ${split.loads}`}
              counter
              onPress={() => record.add([split], () => setOpen(false))}
            />
          </View>
        </>
      )}
      {!SHOW_DOSES.includes(step.kind) && (
        <>
          <AppText kind="strong">
            {isStrained(state) ? 'Stirred in' : 'Blended in besides nuts and water'}
          </AppText>
          <DoseLines when={isStrained(state) ? 'after' : 'before'} {...parts} />
        </>
      )}
      <EquipmentChoices {...parts} />
      <View style={styles.row}>
        <Button label="Close" hint="Close: what is different" kind="quiet" onPress={() => setOpen(false)} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'flex-end' },
});
