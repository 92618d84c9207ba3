import type { KitchenModel } from '@humble-churn/core';
import { formatMass, massFlow, withWaterMl } from '@humble-churn/core';
import type { ReactNode } from 'react';
import { Suspense, lazy, useEffect } from 'react';
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
import { Outcome, OutcomeStrip } from './Outcome';
import { SectionsProvider, useSections } from './openSections';
import { PurposePanel } from './PurposePanel';
import { RatioPanel } from './RatioPanel';
import { SkinsPanel, SoakPanel } from './SoakPanel';
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
  const { columns, low } = useBenchRoom();
  const colour = useColours();
  // One tree for every window, so that turning the device or a keyboard coming up leaves the finger in its field.
  return (
    <BenchNowProvider value={now}>
      <BenchProvider value={bench}>
        <SectionsProvider oneAtATime={!columns}>
          <View
            role="main"
            nativeID={MAIN_ID}
            style={[styles.bench, columns && styles.columns, { backgroundColor: colour.ground }]}
          >
            {columns && (
              <Pane key="outcome" label="What comes of it" style={styles.left}>
                <BenchHead />
                <OtherTab />
                <BenchOutcome wide={width >= WIDE_DRAWING_FROM_PX} />
                <Cautions cautions={bench.later.cautions} />
                <StartBatch />
                <Looks />
              </Pane>
            )}
            {!columns && !low && <Pinned key="pinned" />}
            <Pane key="recipe" label="The recipe" style={columns ? styles.right : styles.below}>
              {!columns && low && <BenchHead />}
              {!columns && <OtherTab />}
              {!columns && <PhoneOutcome low={low} />}
              <Panels />
              {!columns && <Cautions cautions={bench.later.cautions} />}
              {!columns && low && <StartBatch />}
              {!columns && <Looks />}
            </Pane>
            {!columns && !low && (
              <View
                key="start"
                style={[styles.start, { borderColor: colour.line, backgroundColor: colour.ground }]}
              >
                <StartBatch beside />
              </View>
            )}
          </View>
        </SectionsProvider>
      </BenchProvider>
    </BenchNowProvider>
  );
}

/** What stays over the decisions on a phone: the title, and what it comes to while one of them is open. */
function Pinned() {
  const { single, toggle } = useSections();
  return (
    <View style={styles.pinned}>
      <BenchHead />
      {single !== null && <BenchStrip onPress={() => toggle(single)} />}
    </View>
  );
}

/** The jar over the decisions, with its handle; while one of them is open it is a strip. */
function PhoneOutcome({ low }: { low: boolean }) {
  const { single, toggle } = useSections();
  if (single === null) return <BenchOutcome wide={false} />;
  return low ? <BenchStrip onPress={() => toggle(single)} /> : null;
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

function BenchStrip({ onPress }: { onPress: () => void }) {
  const { prediction, refusal, cost, kitchen } = useBenchNow();
  return (
    <OutcomeStrip prediction={prediction} refusal={refusal} cost={cost} kitchen={kitchen} onPress={onPress} />
  );
}

/** Every decision, in the order of the cook. */
function Panels() {
  return (
    <>
      <PurposePanel />
      <NutPicker />
      <AmountPanel />
      <RatioPanel />
      <SoakPanel />
      <SkinsPanel />
      <BlendPanel />
      <StrainPanel />
      <FinishPanel />
      <DrinkersPanel />
      <KeepPanel />
    </>
  );
}

/** All that can be looked into before it is made. */
function Looks() {
  return (
    <>
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
  list: { padding: SPACE.medium, gap: SPACE.small, paddingBottom: FOOT_PX },
  pinned: { paddingHorizontal: SPACE.medium, paddingVertical: SPACE.tight, gap: SPACE.tight },
  start: { padding: SPACE.small, borderTopWidth: 1 },
});
