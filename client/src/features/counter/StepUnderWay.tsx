import { formatClock, stepAgenda, stepLeftS } from '@humble-churn/core';
import type { StepState } from '@humble-churn/core';
import { usePathname, useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { useActiveBatches } from '../../wire/batches';
import { useNowMs } from '../../wire/clock';
import { AppText } from '../../ui/AppText';
import { stepName } from './stepLabels';
import { SPACE, TOUCH, useColours } from '../../ui/theme';

/** Where the step under way is in sight anyway. */
function showsSteps(pathname: string): boolean {
  return pathname === '/' || pathname.startsWith('/counter');
}

/** The step that is due next of all that is under way, one tap away from every screen. */
export function StepUnderWay({ rail }: { rail: boolean }) {
  const pathname = usePathname();
  const { data } = useActiveBatches();
  const underWay = data?.filter(({ state }) => state.current !== null) ?? [];
  if (underWay.length === 0 || showsSteps(pathname)) return null;
  return <NextStep rail={rail} underWay={underWay} />;
}

function NextStep({
  rail,
  underWay,
}: {
  rail: boolean;
  underWay: NonNullable<ReturnType<typeof useActiveBatches>['data']>;
}) {
  const nowMs = useNowMs(1000);
  const colour = useColours();
  const router = useRouter();
  const [next] = stepAgenda(
    underWay.map(({ id, state }) => ({ batchId: id, state })),
    nowMs,
  );
  const batch = underWay.find(({ id }) => id === next?.batchId);
  const step = batch?.state.current;
  if (!batch || !step) return null;
  const path = `/counter/${batch.id}`;
  const words = `${stepName(step)}${clockWords(step, nowMs)}`;
  const link = (
    <Pressable
      role="link"
      aria-label={`Step under way: ${words}, ${batch.state.recipe.name}`}
      {...{ href: path }}
      onPress={(event) => {
        event.preventDefault();
        router.navigate(path);
      }}
      style={[
        rail ? styles.rail : styles.bar,
        { backgroundColor: colour.brassSoft, borderColor: colour.brass },
      ]}
    >
      <AppText kind="strong" style={styles.words}>
        {words}
      </AppText>
      <View style={styles.name}>
        <AppText kind="small" tone="soft" style={styles.words}>
          {batch.state.recipe.name}
          {underWay.length > 1 ? ` and ${underWay.length - 1} more` : ''}
        </AppText>
      </View>
    </Pressable>
  );
  // The rail is a landmark already.
  return rail ? (
    link
  ) : (
    <View role="navigation" aria-label="Under way">
      {link}
    </View>
  );
}

/** What its clock shows; empty for a step without one. */
function clockWords(step: StepState, nowMs: number): string {
  const leftS = step.begunAtMs === null ? null : stepLeftS(step, nowMs);
  if (leftS === null) return '';
  return leftS <= 0 ? ', time is up' : `, ${formatClock(leftS)}`;
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    alignContent: 'center',
    columnGap: SPACE.medium,
    minHeight: TOUCH.usual,
    paddingHorizontal: SPACE.roomy,
    borderTopWidth: 2,
  },
  rail: {
    gap: SPACE.hair,
    minHeight: TOUCH.usual,
    marginTop: SPACE.medium,
    padding: SPACE.small,
    borderWidth: 1,
    borderRadius: 10,
  },
  name: { flexShrink: 1, minWidth: 0 },
  words: { flexShrink: 1 },
});
