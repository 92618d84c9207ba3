import { fromInstant } from '@humble-churn/contract';
import type { Recipe } from '@humble-churn/core';
import { View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { useToast } from '../../ui/Toast';
import { CalendarDays } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { serverNowMs, useNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import { usePlanning } from '../../wire/plans';
import { firstGlassMs, useRepeat } from '../../wire/repeat';

interface Props {
  recipe: Recipe;
  kitchen: KnownKitchen;
  /** Taller, for the counter. */
  counter?: boolean;
  /** For a breakfast so many days after tomorrow's. */
  daysLater?: number;
  /** What it is called, before `for` and its glass. */
  what?: string;
}

/** The same once more: planned for tomorrow's breakfast, or the nearest glass that fits, in one step. */
export function Again({ recipe, kitchen, counter = false, daysLater = 0, what = 'Again' }: Props) {
  const toast = useToast();
  const planning = usePlanning();
  const nowMs = useNowMs(60_000);
  const { mutate, isPending, error } = useRepeat(kitchen, daysLater);
  const at = (ms: number): string => momentText(ms, serverNowMs(), kitchen);
  const glass = momentText(firstGlassMs(kitchen, nowMs, daysLater), nowMs, kitchen);
  return (
    <View style={styles.again}>
      <Button
        label={`${what}, for ${glass}`}
        hint={`${what}, for ${glass}: ${recipe.name}`}
        icon={CalendarDays}
        counter={counter}
        busy={isPending}
        onPress={() =>
          mutate(recipe, {
            onSuccess: ({ plan, asAsked }) =>
              toast({
                words: `${asAsked ? '' : `There is no room for ${glass}. `}Planned for ${at(fromInstant(plan.glassAt))}: begin ${at(fromInstant(plan.moments.weighAt))}.`,
                undo: () => planning.change(plan, { status: 'dropped' }),
              }),
          })
        }
      />
      {error && <Notice kind="error">{error.message}</Notice>}
    </View>
  );
}

// In a row of buttons it is no wider than the row: large text wraps.
const styles = { again: { gap: SPACE.small, maxWidth: '100%' } } as const;
