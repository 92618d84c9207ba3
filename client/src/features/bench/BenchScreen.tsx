import type { KitchenModel } from '@humble-churn/core';
import { formatMass, massFlow, withWaterMl } from '@humble-churn/core';
import type { ReactNode, Ref } from 'react';
import { Suspense, lazy, useEffect, useRef } from 'react';
import { ActivityIndicator, ScrollView, StyleSheet, View, useWindowDimensions } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchenModel } from '../../wire/kitchen';
import { Cautions } from '../../ui/Cautions';
import { MassFlowDrawing } from '../../ui/MassFlowDrawing';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { MAIN_ID } from '../../ui/ScreenTitle';
import { FOOT_PX, SPACE, useColours } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { AmountPanel } from './AmountPanel';
import { BenchHead, OtherTab } from './BenchHead';
import { BlendPanel } from './BlendPanel';
import { DrinkersPanel } from './DrinkersPanel';
import { FinishPanel } from './FinishPanel';
import { KeepPanel } from './KeepPanel';
import { NutPicker } from './NutPicker';
import { Outcome, OutcomeLine } from './Outcome';
import { RatioPanel } from './RatioPanel';
import { SoakPanel } from './SoakPanel';
import { StartBatch } from './StartBatch';
import { StrainPanel } from './StrainPanel';
import { BenchNowProvider, BenchProvider, useBench, useBenchNow, useBenchOf } from './useBench';
import { useBenchRoom } from './useBenchRoom';

// What stands further down comes when the bench already answers.
const CurvesPanel = lazy(() => import('./CurvesPanel'));
const BesidePanel = lazy(() => import('./BesidePanel'));
const ValuePanel = lazy(() => import('./ValuePanel'));

/** From this window width on the jar beside the recipe is drawn large. */
const WIDE_DRAWING_FROM_PX = 1100;

export function BenchScreen() {
  const { data, queries } = useKitchenModel();
  useEffect(() => {
    document.title = 'Bench · Humble Churn';
  }, []);
  if (!data) return <QueryFallback title="Bench" what="the kitchen" queries={queries} />;
  return <Bench {...data} />;
}

function Bench({ kitchen, model }: { kitchen: KnownKitchen; model: KitchenModel }) {
  const { now, bench } = useBenchOf(kitchen, model);
  const { width } = useWindowDimensions();
  const { room, onBench, onOutcome } = useBenchRoom();
  const whole = useRef<Element | null>(null);
  const colour = useColours();
  const beside = room === 'columns';
  const outcome = <BenchOutcome wide={beside && width >= WIDE_DRAWING_FROM_PX} />;
  // One tree for every window, so that turning the device or a keyboard coming up leaves the finger in its field.
  return (
    <BenchNowProvider value={now}>
      <BenchProvider value={bench}>
        <View
          role="main"
          nativeID={MAIN_ID}
          style={[styles.bench, beside && styles.columns, { backgroundColor: colour.ground }]}
          onLayout={onBench}
        >
          {beside ? (
            <Pane key="outcome" label="What comes of it" style={styles.left}>
              <BenchHead />
              <OtherTab />
              {outcome}
              <Below />
            </Pane>
          ) : (
            <View key="pinned" style={styles.pinned}>
              <BenchHead />
              {room === 'pinned' ? (
                <View onLayout={onOutcome}>{outcome}</View>
              ) : (
                <BenchOutcomeLine onPress={() => whole.current?.scrollIntoView({ block: 'start' })} />
              )}
            </View>
          )}
          <Pane key="recipe" label="The recipe" style={beside ? styles.right : styles.below}>
            {!beside && <OtherTab />}
            <Panels />
            {room === 'line' && (
              <View ref={whole as unknown as Ref<View>} onLayout={onOutcome}>
                {outcome}
              </View>
            )}
            {!beside && <Below />}
          </Pane>
        </View>
      </BenchProvider>
    </BenchNowProvider>
  );
}

function Pane({ label, style, children }: { label: string; style: object; children: ReactNode }) {
  return (
    <ScrollView
      style={style}
      contentContainerStyle={styles.list}
      tabIndex={0}
      role="region"
      aria-label={label}
    >
      {children}
    </ScrollView>
  );
}

function BenchOutcome({ wide }: { wide: boolean }) {
  const { prediction, refusal, sure, sureLost, cost, kitchen, model, draft } = useBenchNow();
  const nutG = prediction?.nutG;
  return (
    <Outcome
      prediction={prediction}
      refusal={refusal}
      sure={sure}
      sureLost={sureLost}
      cost={cost}
      kitchen={kitchen}
      wide={wide}
      onWater={(waterMl) => {
        if (nutG !== undefined) draft.change('water', (now) => withWaterMl(now, nutG, waterMl, model));
      }}
    />
  );
}

function BenchOutcomeLine({ onPress }: { onPress: () => void }) {
  const { prediction, refusal, kitchen } = useBenchNow();
  return <OutcomeLine prediction={prediction} refusal={refusal} kitchen={kitchen} onPress={onPress} />;
}

/** Every decision, in the order of the cook. */
function Panels() {
  return (
    <>
      <NutPicker />
      <AmountPanel />
      <RatioPanel />
      <SoakPanel />
      <BlendPanel />
      <StrainPanel />
      <FinishPanel />
      <DrinkersPanel />
      <KeepPanel />
    </>
  );
}

/** What follows from the decisions: cautions, the start, and all that can be looked into. */
function Below() {
  const { later } = useBench();
  return (
    <>
      <Cautions cautions={later.cautions} />
      <StartBatch />
      <ThePour />
      <Later>
        <ValuePanel />
      </Later>
      <Later>
        <BesidePanel />
      </Later>
      <Later>
        <CurvesPanel />
      </Later>
    </>
  );
}

function Later({ children }: { children: ReactNode }) {
  const colour = useColours();
  return <Suspense fallback={<ActivityIndicator color={colour.kelp} />}>{children}</Suspense>;
}

function ThePour() {
  const { later, kitchen } = useBench();
  const { width, onLayout } = useWidth(340);
  const { prediction } = later;
  if (!prediction) return null;
  return (
    <Panel title="The pour">
      <View onLayout={onLayout}>
        <MassFlowDrawing
          pour={massFlow(prediction)}
          ingredient={prediction.nuts[0]?.ingredient ?? ''}
          mass={(massG) => formatMass(massG, kitchen)}
          width={width}
        />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  bench: { flex: 1, minHeight: 0 },
  columns: { flexDirection: 'row' },
  left: { flexBasis: '46%', maxWidth: 520, flexGrow: 0, flexShrink: 1, minWidth: 0 },
  right: { flex: 1, minWidth: 0 },
  below: { flex: 1 },
  list: { padding: SPACE.roomy, gap: SPACE.roomy, paddingBottom: FOOT_PX },
  pinned: { paddingHorizontal: SPACE.medium, paddingTop: SPACE.small, gap: SPACE.tight },
});
