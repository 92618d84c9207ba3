import type { StepState } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { AppText } from '../../ui/AppText';
import { Check, Undo2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { stepName } from './stepLabels';

/** Where the batch stands among its steps; unfolded, each that is done can be gone back to. */
export function StepTrack({
  steps,
  current,
  onBackTo,
}: {
  steps: readonly StepState[];
  current: StepState | null;
  onBackTo: (step: StepState) => void;
}) {
  const colour = useColours();
  const [open, setOpen] = useState(false);
  const at = current ? steps.findIndex((step) => step.id === current.id) : steps.length;
  const next = steps[at + 1];
  return (
    <View style={styles.track}>
      <View style={styles.bar} aria-hidden>
        {steps.map((step, i) => (
          <View
            key={step.id}
            style={[
              styles.piece,
              {
                backgroundColor: i < at ? colour.kelp : i === at ? colour.brass : colour.sunk,
                borderColor: colour.edge,
                height: i === at ? 12 : 8,
              },
            ]}
          />
        ))}
      </View>
      <View style={styles.line}>
        <AppText tone="soft" style={styles.words}>
          {current ? `Step ${at + 1} of ${steps.length}` : `All ${steps.length} steps done`}
          {next && current ? `, then ${stepName(next).toLowerCase()}` : ''}
        </AppText>
        <Button
          label={open ? 'Hide steps' : 'All steps'}
          hint={open ? 'Hide steps' : 'Show all steps'}
          kind="quiet"
          onPress={() => setOpen(!open)}
        />
      </View>
      {open && (
        <View role="list" aria-label="Steps">
          {steps.map((step, i) => (
            <View key={step.id} role="listitem" style={[styles.step, { borderColor: colour.line }]}>
              {step.doneAtMs !== null && <Check size={18} color={colour.kelp} aria-hidden />}
              <AppText
                kind={i === at ? 'strong' : 'body'}
                tone={i > at ? 'soft' : 'ink'}
                style={styles.words}
              >
                {stepName(step)}
                {step.doneAtMs !== null ? ', done' : i === at ? ', now' : ''}
              </AppText>
              {step.doneAtMs !== null && step.kind !== 'bottle' && (
                <Button
                  label="Back to here"
                  hint={`Back to ${stepName(step)}`}
                  icon={Undo2}
                  kind="quiet"
                  onPress={() => {
                    setOpen(false);
                    onBackTo(step);
                  }}
                />
              )}
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  track: { gap: SPACE.tight },
  bar: { flexDirection: 'row', alignItems: 'center', gap: SPACE.hair },
  piece: { flex: 1, borderRadius: 2, borderWidth: 1 },
  line: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: SPACE.small },
  words: { flexShrink: 1, flexGrow: 1 },
  step: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.small,
    minHeight: 48,
    borderBottomWidth: 1,
  },
});
