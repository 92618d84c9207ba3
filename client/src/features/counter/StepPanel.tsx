import type { StepState } from '@humble-churn/core';
import { cautionsAt, formatVolume, jarKeeping, jugAgainLoad, outUntilMs } from '@humble-churn/core';
import { doseText } from './eventLabels';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useJarAllergensText } from '../../wire/allergens';
import { serverNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { SpeedChoice } from '../../ui/GearChoices';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { BottleForm } from './BottleForm';
import { Done } from './Done';
import { DoseLines } from './DoseLines';
import { FeelStep } from './FeelStep';
import { FinishStep } from './FinishStep';
import type { GuideProps } from './guideProps';
import { CoolStep, ProbeNuts } from './ProbeReading';
import { PulpStep } from './PulpStep';
import { ScaleGlance } from './ScaleOffer';
import { SoakTending } from './SoakTending';
import { StepClock } from './StepClock';
import { TasteStep } from './TasteStep';
import { WeighIn } from './WeighIn';
import { WeighSoaked } from './WeighSoaked';
import type { StepScreen } from './stepText';
import { stepGuide, stepName, stepScreen } from './stepLabels';

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
          {guide.todo.map((line, i) => (
            <AppText key={line} style={i === 0 ? styles.firstLine : styles.line}>
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

type HoldProps = GuideProps & { step: StepState };

/** What a step is ended with, by the name its text gives it. */
const SCREENS: Readonly<Record<StepScreen, (props: HoldProps) => ReactNode>> = {
  done: (props) => <Done {...props} />,
  clock: (props) => <StepClock {...props} />,
  weigh: (props) => (
    <>
      <ScaleGlance measures={props.kitchen.measures} />
      <Done {...props} />
    </>
  ),
  soak: (props) => (
    <>
      <StepClock {...props} />
      {props.step.begunAtMs !== null && <SoakTending {...props} />}
    </>
  ),
  cool: (props) => <CoolStep {...props} />,
  drain: (props) => {
    const { hot, keptWaterG } = props.plan.prediction.soak;
    return hot && keptWaterG === 0 ? <ProbeNuts {...props} /> : <Done {...props} />;
  },
  'weigh-soaked': (props) => <WeighSoaked {...props} />,
  feel: (props) => <FeelStep {...props} />,
  // The older guide weighs while it strains.
  strain: (props) =>
    props.batch.state.guide === 1 ? (
      <WeighIn {...props} />
    ) : (
      <Done label={props.step.nth === props.step.of ? 'All poured' : 'Poured'} {...props} />
    ),
  'weigh-milk': (props) => <WeighIn {...props} />,
  taste: (props) => <TasteStep {...props} />,
  finish: (props) => (props.batch.state.guide > 3 ? <FinishStep {...props} /> : <Done {...props} />),
  'jug-again': (props) => (
    <>
      {props.step.begunAtMs === null && (
        <>
          <DoseLines when="after" {...props} />
          <SpeedChoice
            label="Speed in the jug"
            speed={jugAgainLoad(props.batch.state).speed}
            onChange={(jugAgainSpeed) => props.record.add([{ type: 'equipment-used', jugAgainSpeed }])}
          />
        </>
      )}
      <StepClock {...props} />
    </>
  ),
  bottle: (props) => <BottleForm {...props} />,
  label: (props) => (
    <>
      <Labels {...props} />
      <Done {...props} />
    </>
  ),
  pulp: (props) => <PulpStep {...props} />,
};

function Hold(props: HoldProps) {
  return SCREENS[stepScreen(props.step.kind)](props);
}

/** What goes on each jar, as large as it can be copied from. */
function Labels({ batch, kitchen }: GuideProps) {
  const colour = useColours();
  const allergensOf = useJarAllergensText();
  const { state } = batch;
  const nowMs = serverNowMs();
  return (
    <>
      {state.jars.map((jar) => {
        const kept = jarKeeping(state, jar, kitchen.fridges, nowMs);
        const at = (ms: number): string => momentText(ms, nowMs, kitchen);
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
              {kept.because === 'frozen' ? 'Thaw and drink by' : 'Throw out by'} {at(kept.discardAtMs)}
            </AppText>
            {jar.doses.length > 0 && (
              <AppText style={styles.onMilk}>
                With {jar.doses.map((dose) => doseText(dose, state, kitchen)).join(', ')}
              </AppText>
            )}
            {jar.carried && (
              <AppText style={styles.onMilk}>
                Taken out of the house now: drink it by {at(outUntilMs(kept, nowMs))}
              </AppText>
            )}
            <AppText kind="small" style={styles.onMilk}>
              Contains: {allergensOf(state, jar)}. Shake before pouring.
            </AppText>
          </View>
        );
      })}
    </>
  );
}

const styles = StyleSheet.create({
  todo: { gap: SPACE.small },
  // From 1.5 m, on a phone 65 mm wide, capitals of this size are 8 minutes of arc high: read with two thirds of full
  // sight. The clock's figures are four times as high.
  firstLine: { fontSize: 30, lineHeight: 37 },
  line: { fontSize: 22, lineHeight: 29 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  label: { borderWidth: 2, borderRadius: 8, padding: SPACE.medium, gap: SPACE.hair },
  // The label is paper in both themes.
  onMilk: { color: '#14241F' },
});
