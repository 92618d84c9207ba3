import type { PulpPlace, StepState } from '@humble-churn/core';
import { cautionsAt, jarKeeping, formatMass, formatVolume, storedPulpG } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { useBatchAllergensText } from '../../wire/allergens';
import { serverNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { BottleForm } from './BottleForm';
import { Done } from './Done';
import { FeelStep } from './FeelStep';
import type { GuideProps } from './guideProps';
import { CoolStep, ProbeNuts } from './ProbeReading';
import { ScaleGlance } from './ScaleOffer';
import { SoakTending } from './SoakTending';
import { StepClock } from './StepClock';
import { WeighIn } from './WeighIn';
import { WeighSoaked } from './WeighSoaked';
import { stepGuide, stepName } from './stepLabels';

interface Props extends GuideProps {
  step: StepState;
  /** When a step is only looked at: ways through the steps and back to the current one. */
  peek: { onLeave: () => void; onNext: () => void; onBefore: () => void } | null;
}

/** A step: what to do, what to look for, when to stop, what can hurt, and what ends it. */
export function StepPanel({ step, peek, ...parts }: Props) {
  const { batch, kitchen, plan } = parts;
  const guide = stepGuide(step, batch.state, plan.prediction, kitchen);
  const ticking = step.begunAtMs !== null;
  return (
    <Panel title={stepName(step)} large>
      {/* Once the clock runs it is what is looked at from across the kitchen. */}
      {!peek && ticking && <Hold step={step} {...parts} />}
      {guide.todo.length > 0 && (
        <View style={styles.todo}>
          {guide.todo.map((line) => (
            <AppText key={line} style={styles.line}>
              {line}
            </AppText>
          ))}
        </View>
      )}
      {!peek && !ticking && <Hold step={step} {...parts} />}
      {guide.lookFor !== null && <Said name="Look for">{guide.lookFor}</Said>}
      {guide.stop !== null && <Said name="Stop">{guide.stop}</Said>}
      {guide.caution !== null && <Notice kind="caution">{guide.caution}</Notice>}
      <Cautions cautions={cautionsAt(step.kind, plan.prediction.cautions)} />
      {peek && (
        <View style={styles.row}>
          <Button label="Step before" onPress={peek.onBefore} />
          <Button label="Step after" onPress={peek.onNext} />
          <Button label="To the step now" kind="main" onPress={peek.onLeave} />
        </View>
      )}
    </Panel>
  );
}

function Said({ name, children }: { name: string; children: string }) {
  return (
    <AppText tone="soft">
      <AppText kind="strong" tone="soft">
        {name}:{' '}
      </AppText>
      {children}
    </AppText>
  );
}

/** What a step is ended with. */
function Hold({ step, ...parts }: GuideProps & { step: StepState }) {
  switch (step.kind) {
    case 'soak':
      return (
        <>
          <StepClock step={step} {...parts} />
          {step.begunAtMs !== null && <SoakTending {...parts} />}
        </>
      );
    case 'cool':
      return <CoolStep step={step} {...parts} />;
    case 'blend':
      return <StepClock step={step} {...parts} />;
    case 'feel':
      return <FeelStep step={step} {...parts} />;
    case 'weigh':
      return (
        <>
          <ScaleGlance measures={parts.kitchen.measures} />
          <Done step={step} {...parts} />
        </>
      );
    case 'weigh-soaked':
      return <WeighSoaked step={step} {...parts} />;
    case 'drain':
      return parts.plan.prediction.soak.hot && parts.plan.prediction.soak.keptWaterG === 0 ? (
        <ProbeNuts step={step} {...parts} />
      ) : (
        <Done step={step} {...parts} />
      );
    case 'weigh-milk':
      return <WeighIn step={step} {...parts} />;
    case 'strain':
      // The older guide weighs while it strains.
      return parts.batch.state.guide === 1 ? (
        <WeighIn step={step} {...parts} />
      ) : (
        <Done step={step} label={step.nth === step.of ? 'All poured' : 'Poured'} {...parts} />
      );
    case 'bottle':
      return <BottleForm {...parts} />;
    case 'label':
      return (
        <>
          <Labels {...parts} />
          <Done step={step} {...parts} />
        </>
      );
    case 'pulp':
      return <Pulp step={step} {...parts} />;
    default:
      return <Done step={step} {...parts} />;
  }
}

/** What goes on each jar, as large as it can be copied from. */
function Labels({ batch, kitchen }: GuideProps) {
  const colour = useColours();
  const allergensOf = useBatchAllergensText();
  const { state } = batch;
  const nowMs = serverNowMs();
  return (
    <>
      {state.jars.map((jar) => {
        const kept = jarKeeping(state, jar, kitchen.readings, nowMs);
        const at = (ms: number): string => momentText(ms, nowMs, kitchen.timeZone);
        return (
          <View
            key={jar.id}
            style={[styles.label, { backgroundColor: colour.milk, borderColor: colour.brass }]}
          >
            <AppText kind="heading" level={3} style={styles.onMilk}>
              {state.recipe.name}
            </AppText>
            <AppText kind="strong" style={styles.onMilk}>
              {jar.label}, {formatVolume(jar.filledMl, kitchen)}
            </AppText>
            {kept.because !== 'frozen' && (
              <AppText style={styles.onMilk}>Best before {at(kept.bestBeforeMs)}</AppText>
            )}
            <AppText style={styles.onMilk}>
              {kept.because === 'frozen' ? 'Thaw and drink by' : 'Discard at'} {at(kept.discardAtMs)}
            </AppText>
            <AppText kind="small" style={styles.onMilk}>
              Contains: {allergensOf(state)}. Shake before pouring.
            </AppText>
          </View>
        );
      })}
    </>
  );
}

const PULP_CHOICES: readonly { place: PulpPlace; label: string }[] = [
  { place: 'fridge', label: 'In the fridge' },
  { place: 'freezer', label: 'In the freezer' },
  { place: 'dried', label: 'Dried' },
];

function Pulp({ step, batch, kitchen, plan, record }: GuideProps & { step: StepState }) {
  const { waterPct, massG } = plan.prediction.pulp;
  const pulpG = batch.state.measured.pulpG ?? massG;
  return (
    <>
      <AppText kind="figure">
        {batch.state.measured.pulpG === null ? 'About ' : ''}
        {formatMass(pulpG, kitchen)}
      </AppText>
      <View style={styles.row}>
        {PULP_CHOICES.map(({ place, label }) => (
          <Button
            key={place}
            label={label}
            counter
            onPress={() =>
              record.say([{ type: 'pulp-stored', place, massG: storedPulpG(place, pulpG, waterPct) }])
            }
          />
        ))}
        <Button
          label="Not kept"
          hint="The pulp is not kept: compost or bin"
          counter
          onPress={() => record.say([{ type: 'step-done', step: step.id }])}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  todo: { gap: SPACE.small },
  line: { fontSize: 22, lineHeight: 29 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  label: { borderWidth: 2, borderRadius: 8, padding: SPACE.medium, gap: SPACE.hair },
  // The label is paper in both themes.
  onMilk: { color: '#14241F' },
});
