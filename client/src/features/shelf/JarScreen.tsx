import type { Keeping } from '@humble-churn/core';
import {
  findAddition,
  formatDuration,
  formatTemp,
  formatVolume,
  jarColdLog,
  jarKeeping,
  jarTerms,
  MAX_FRIDGE_H,
  outUntilMs,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { Trash2, Undo2 } from '../../ui/icons';
import { StyleSheet, View } from 'react-native';
import { useJarAllergensText } from '../../wire/allergens';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { doseText } from '../counter';
import { WhyNotAWeek, notColdWords } from '../fridge';
import type { KnownKitchen } from '../../wire/kitchen';
import { undoing, useBatch, useRecord } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { LikingForm } from '../../ui/LikingForm';
import { AdditionCaution } from '../../ui/AdditionCaution';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { BudgetCurve } from './BudgetCurve';
import { DrinksPanel } from './DrinksPanel';
import { Freshness, KeepingTimes } from './Freshness';
import { JarChecks } from './JarChecks';
import { SplitJar } from './SplitJar';
import { TimeSpent } from './TimeSpent';
import { MoveJar } from './MoveJar';
import { MilkLevel, PourAmount, usePour } from './PourJar';
import { SmallJar, jarCapacityMl } from './SmallJar';
import { TopUpJar } from './TopUpJar';
import type { JarProps } from './jarProps';
import { ageText, placeText } from './jarWords';

/** One jar: how it stands and why, and what can be done with it. */
export function JarScreen({ batchId, jarId }: { batchId: string; jarId: string }) {
  const batch = useBatch(batchId);
  const kitchen = useKitchen();
  if (!batch.data || !kitchen.data) {
    return <QueryFallback title="Jar" what="the jar" queries={[batch, kitchen]} />;
  }
  const jar = batch.data.state.jars.find((one) => one.id === jarId);
  if (!jar) {
    return (
      <Screen title="Jar">
        <Notice kind="error">There is no such jar in this batch. It may have been taken back.</Notice>
      </Screen>
    );
  }
  return <Jar batch={batch.data} jar={jar} kitchen={kitchen.data} />;
}

function reasonWords(kept: Keeping, kitchen: KnownKitchen): string {
  switch (kept.because) {
    case 'budget':
      return `The batch has ${kept.budgetH.toFixed(0)} hours at ${formatTemp(4, kitchen.measures)}; ${kept.usedH.toFixed(1)} of them are used, by how warm your fridge was. A warmer fridge uses them faster.`;
    case 'out-of-fridge':
      return `It was, or will be, out of the fridge for two hours in all since blending. That is the limit, whatever it smells like.`;
    case 'frozen':
      return 'Frozen milk is thawed within 60 days; later than that it is poured away. Thawed in the fridge it has two days at most, and is not frozen again.';
    case 'thawed':
      return 'Thawed milk has two days in the fridge, and is not frozen again.';
    case 'max-hours':
      return `Five days by the clock since blending (${MAX_FRIDGE_H} hours, the freezer left out) are the most, however cold the fridge is.`;
  }
}

function Jar({ batch, jar, kitchen }: Pick<JarProps, 'batch' | 'jar' | 'kitchen'>) {
  const nowMs = useNowMs(30_000);
  const router = useRouter();
  const record = useRecord(batch.id);
  const did = useDone(batch.id);
  const kept = jarKeeping(batch.state, jar, kitchen.fridges, nowMs);
  const parts: JarProps = { batch, jar, kitchen, kept, nowMs, did };
  const inUse = jar.fate === 'in-use';
  return (
    <Screen title={jar.label}>
      <HowItStands {...parts} />
      {inUse &&
        jar.doses.map(({ addition }) => {
          const found = findAddition(addition, { own: batch.state.ingredients });
          return found && <AdditionCaution key={addition} addition={found} />;
        })}
      {inUse && <DoWithIt {...parts} />}
      {inUse && <WhyThisLong {...parts} />}
      {(inUse || jar.checks.length > 0) && (
        <JarChecks jar={jar} kitchen={kitchen} nowMs={nowMs} onFound={did} />
      )}
      {inUse && kept.state !== 'discard' && (
        <DrinksPanel batch={batch} jar={jar} kitchen={kitchen} onMade={did} />
      )}
      <Panel title="How it tasted">
        <LikingForm
          onSay={(liking, words) => did({ type: 'liked', liking, words, jarId: jar.id }, 'Kept.')}
        />
      </Panel>
      <View style={styles.row}>
        <Button
          label="Undo the last entry"
          icon={Undo2}
          disabled={!batch.state.undoable}
          onPress={() => record.add(undoing(batch.events))}
        />
        <Button
          label="The batch’s record"
          kind="quiet"
          onPress={() => router.navigate(`/notebook/${batch.id}` as never)}
        />
      </View>
    </Screen>
  );
}

function HowItStands(parts: JarProps) {
  const { batch, jar, kitchen, kept, nowMs } = parts;
  const allergensOf = useJarAllergensText();
  const inUse = jar.fate === 'in-use';
  const mayPour = inUse && kept.state !== 'discard';
  const pour = usePour(parts);
  return (
    <Panel>
      <View style={styles.top}>
        {mayPour ? (
          <MilkLevel {...parts} pour={pour} />
        ) : (
          <SmallJar
            jar={jar}
            name={batch.state.recipe.name}
            ingredient={batch.state.prediction.nuts[0]?.ingredient ?? ''}
            capacityMl={jarCapacityMl(jar, kitchen.profile.jars)}
            size={110}
          />
        )}
        <View style={styles.words}>
          <AppText kind="heading">{batch.state.recipe.name}</AppText>
          <AppText kind="figure">{formatVolume(jar.leftMl, kitchen)} left</AppText>
          <AppText kind="small" tone="soft">
            {inUse ? `${placeText(jar, kitchen)}, ` : ''}
            {ageText(jar, nowMs)}
          </AppText>
          {inUse ? (
            <Freshness state={kept.state} />
          ) : (
            <AppText kind="strong" tone="soft">
              {jar.fate === 'emptied' ? 'Finished' : `Thrown away: ${jar.discardReason ?? ''}`}
            </AppText>
          )}
          {jar.doses.length > 0 && (
            <AppText>With {jar.doses.map((dose) => doseText(dose, batch.state, kitchen)).join(', ')}</AppText>
          )}
          {inUse && jar.carried && (
            <AppText>
              Taken out of the house now: drink it by {momentText(outUntilMs(kept, nowMs), nowMs, kitchen)}
            </AppText>
          )}
          {inUse && (
            <>
              <KeepingTimes kept={kept} nowMs={nowMs} household={kitchen} />
              {kept.discardAtMs > nowMs && (
                <AppText tone="soft">in {formatDuration((kept.discardAtMs - nowMs) / 1000)}</AppText>
              )}
            </>
          )}
          <AppText kind="small" tone="soft">
            Allergens: {allergensOf(batch.state, jar)}. Shake before pouring.
          </AppText>
        </View>
      </View>
      {mayPour && <PourAmount {...parts} pour={pour} />}
    </Panel>
  );
}

/** Five days hang on the fridge's log, and the question why it is no week comes up here. */
function FiveDays({ batch, jar, kitchen, nowMs }: JarProps) {
  const log = jarColdLog(jar, kitchen.fridges, nowMs);
  return (
    <>
      {batch.state.budgetH === 120 && (
        <AppText>
          {log.cold
            ? 'It has five days, for as long as the fridge’s log stays as cold.'
            : `It has four days and not five: ${notColdWords(log, nowMs, kitchen)}.`}
        </AppText>
      )}
      <WhyNotAWeek />
    </>
  );
}

function WhyThisLong(parts: JarProps) {
  const { batch, jar, kitchen, kept, nowMs } = parts;
  return (
    <Panel title="Why this long">
      <AppText>{reasonWords(kept, kitchen)}</AppText>
      <AppText>
        It was bottled near {formatTemp(jarTerms(batch.state, jar).milkTempC, kitchen.measures)}.
      </AppText>
      <BudgetCurve batch={batch} jar={jar} kitchen={kitchen} nowMs={nowMs} />
      <TimeSpent batch={batch} jar={jar} kitchen={kitchen} kept={kept} nowMs={nowMs} />
      <FiveDays {...parts} />
      <AppText kind="small" tone="soft">
        An estimate, by custom. Smell and look each time; when in doubt, throw it out. Salt does not add
        anything. Not for infants; those with an allergy, the pregnant and the frail ask a doctor first.
      </AppText>
      <SafetyLink />
    </Panel>
  );
}

/** Records what was done with the jar, and says so. */
function useDone(batchId: string) {
  const toast = useToast();
  const record = useRecord(batchId);
  return (event: Parameters<typeof record.add>[0][number], words: string): void => {
    record.add([event], () =>
      toast({ words: `${words} The record keeps it; Undo is at the foot of this page.` }),
    );
  };
}

const DISCARD_REASONS = ['Past its time', 'Spilled', 'Not liked'];

function DoWithIt(parts: JarProps) {
  const { jar, kitchen, kept, did } = parts;
  return (
    <Panel title="Do with it">
      <MoveJar {...parts} />
      {kept.state !== 'discard' && (
        <>
          <SplitJar jar={jar} kitchen={kitchen} onSplit={did} />
          <TopUpJar {...parts} />
        </>
      )}
      {kept.mayFreeze && (
        <AppText kind="small" tone="soft">
          For the freezer: leave a finger’s breadth of headspace, milk swells as it freezes. Thawed within 60
          days, drunk within two more, never frozen again.
        </AppText>
      )}
      <AppText kind="small" tone="soft">
        Throw it away:
      </AppText>
      <View style={styles.row}>
        {DISCARD_REASONS.map((reason) => (
          <Button
            key={reason}
            label={reason}
            hint={`Throw it away: ${reason}`}
            kind="danger"
            icon={Trash2}
            onPress={() => did({ type: 'jar-discarded', jarId: jar.id, reason }, 'Thrown away.')}
          />
        ))}
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  // Beside each other where both fit; below on a narrow phone.
  top: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'center' },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 160, minWidth: 0, gap: SPACE.hair },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
