import type { Hygiene, HygienePart } from '@humble-churn/core';
import { hygieneFailed } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { HYGIENE_FAILED, HYGIENE_LABELS } from '../../ui/hygieneLabels';
import { SPACE } from '../../ui/theme';

/** What was clean, each answered by itself; all of it in one tap where all of it was. */
export function HygieneAnswers({
  asked,
  hygiene,
  onChange,
}: {
  asked: readonly HygienePart[];
  hygiene: Hygiene;
  onChange: (next: Hygiene) => void;
}) {
  const failed = hygieneFailed(hygiene);
  return (
    <View style={styles.answers}>
      <Button
        label="All clean"
        hint="All clean: yes to every question"
        onPress={() => onChange(Object.fromEntries(asked.map((part) => [part, true])))}
      />
      {asked.map((part) => (
        <Choice<'yes' | 'no'>
          key={part}
          label={HYGIENE_LABELS[part]}
          value={hygiene[part] === undefined ? null : hygiene[part] ? 'yes' : 'no'}
          onChange={(answer) => onChange({ ...hygiene, [part]: answer === 'yes' })}
          options={[
            { value: 'yes', label: 'Yes' },
            { value: 'no', label: 'No' },
          ]}
        />
      ))}
      {failed.length > 0 && (
        <AppText tone="soft">
          {failed.map((part) => HYGIENE_FAILED[part]).join(', ')}: the milk keeps for a quarter less time,
          however many of them it was.
        </AppText>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ answers: { gap: SPACE.medium, alignItems: 'flex-start' } });
