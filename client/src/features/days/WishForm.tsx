import { tz } from '@date-fns/tz';
import type { Recipe } from '@humble-churn/core';
import { mlPer, formatVolume, timeOnDay, typedFigure } from '@humble-churn/core';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { KnownKitchen } from '../../wire/queries';
import { dayText } from '../../wire/moments';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Toggle } from '../../ui/Toggle';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../../ui/cupNames';
import type { Wish } from './wish';
import { DAYS_OFFERED, readTimeOfDay } from './wish';

interface Props {
  wish: Wish;
  choices: readonly Recipe[];
  kitchen: KnownKitchen;
  fromMs: number;
  onChange: (wish: Wish) => void;
}

/** So many jars of what, by when. */
export function WishForm({ wish, choices, kitchen, fromMs, onChange }: Props) {
  const { timeZone, profile } = kitchen;
  const zone = { in: tz(timeZone) };
  const unit = kitchen.measures === 'us' ? 'cups' : 'mL';
  const perUnit = mlPer(unit, kitchen.cupSystem);
  const day = differenceInCalendarDays(wish.glassMs, fromMs, zone);
  const time = format(wish.glassMs, 'HH:mm', zone);
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const clock = readTimeOfDay(time) ?? { hours: 8, minutes: 0 };
  const dayName = (on: number): string =>
    on === 0 ? 'Today' : on === 1 ? 'Tomorrow' : dayText(timeOnDay(fromMs, on, 12, 0, timeZone), timeZone);
  if (choices.length === 0) {
    return (
      <Panel title="When do you want it?">
        <AppText>
          Keep a recipe on the bench first. Then say here by when you want the milk, and every step gets its
          moment.
        </AppText>
      </Panel>
    );
  }
  return (
    <Panel title="When do you want it?">
      <Choice
        label="Milk"
        value={wish.choice}
        onChange={(choice) => onChange({ ...wish, choice })}
        options={choices.map((recipe, value) => ({ value, label: recipe.name }))}
      />
      <View style={styles.fields}>
        <QuantityField
          label="Jars"
          unit=""
          shown={String(wish.jars)}
          onNumber={(jars) => {
            if (!Number.isInteger(jars) || jars < 1 || jars > 24) return 'A whole number, 1 to 24.';
            onChange({ ...wish, jars });
            return null;
          }}
        />
        <QuantityField
          label="Milk in each"
          unit={unit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : unit}
          shown={typedFigure(wish.jarMl / perUnit)}
          onNumber={(value) => {
            const jarMl = value * perUnit;
            if (jarMl < 30 || jarMl > 10_000) {
              return `Between ${typedFigure(30 / perUnit)} and ${typedFigure(10_000 / perUnit)}.`;
            }
            onChange({ ...wish, jarMl });
            return null;
          }}
        />
      </View>
      {profile.jars.length > 0 && (
        <Choice
          label="Your jars"
          value={wish.jarMl}
          onChange={(jarMl) => onChange({ ...wish, jarMl })}
          options={profile.jars.map((jar) => ({
            value: jar.volumeMl,
            label: jar.name,
            note: formatVolume(jar.volumeMl, kitchen),
          }))}
        />
      )}
      <Choice
        label="Day"
        value={day}
        onChange={(on) =>
          onChange({ ...wish, glassMs: timeOnDay(fromMs, on, clock.hours, clock.minutes, timeZone) })
        }
        options={Array.from({ length: DAYS_OFFERED }, (_, on) => ({ value: on, label: dayName(on) }))}
      />
      <View style={styles.row}>
        <NameField
          label="Time"
          value={typed ?? time}
          error={trouble}
          maxLength={8}
          onChange={(text) => {
            setTyped(text);
            const read = readTimeOfDay(text);
            setTrouble(read ? null : 'A time of day, such as 08:00.');
            if (read)
              onChange({ ...wish, glassMs: timeOnDay(fromMs, day, read.hours, read.minutes, timeZone) });
          }}
          onBlur={() => {
            if (trouble === null) setTyped(null);
          }}
        />
        <Toggle
          label="Drink without chilling"
          note="not chilled for three hours first"
          on={wish.fresh}
          onChange={(fresh) => onChange({ ...wish, fresh })}
        />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  // What is wrong with one must not push it off its neighbour's line.
  fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'flex-start' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'flex-end' },
});
