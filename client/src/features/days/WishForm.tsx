import { tz } from '@date-fns/tz';
import { mlPer, formatVolume, timeOnDay, typedFigure, clockText } from '@humble-churn/core';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { dayText } from '../../wire/moments';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Toggle } from '../../ui/Toggle';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../../ui/cupNames';
import type { Wish } from './wish';
import { DAYS_OFFERED, JAR_ML, MOST_JARS, readTimeOfDay } from './wish';
import { useDays } from './useDays';

/** So many jars of what, by when. */
export function WishForm() {
  const { state, choices, dispatch } = useDays();
  const { wish } = state;
  const onChange = (next: Partial<Wish>): void => dispatch({ type: 'wished', wish: { ...wish, ...next } });
  return (
    <Panel title="When do you want it?">
      <Choice
        label="Milk"
        value={wish.choice}
        onChange={(choice) => onChange({ choice })}
        options={choices.map((recipe, value) => ({ value, label: recipe.name }))}
      />
      <JarFields wish={wish} onChange={onChange} />
      <GlassFields wish={wish} onChange={onChange} />
    </Panel>
  );
}

interface Fields {
  wish: Wish;
  onChange: (next: Partial<Wish>) => void;
}

/** So many jars, of so much each. */
function JarFields({ wish, onChange }: Fields) {
  const { kitchen } = useDays();
  const { jars } = kitchen.profile;
  const unit = kitchen.measures === 'us' ? 'cups' : 'mL';
  const perUnit = mlPer(unit, kitchen.cupSystem);
  return (
    <>
      <View style={styles.fields}>
        <QuantityField
          label="Jars"
          unit=""
          shown={String(wish.jars)}
          onNumber={(count) => {
            if (!Number.isInteger(count) || count < 1 || count > MOST_JARS) {
              return `A whole number, 1 to ${MOST_JARS}.`;
            }
            onChange({ jars: count });
            return null;
          }}
        />
        <QuantityField
          label="Milk in each"
          unit={unit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : unit}
          shown={typedFigure(wish.jarMl / perUnit)}
          onNumber={(value) => {
            const jarMl = value * perUnit;
            if (jarMl < JAR_ML.min || jarMl > JAR_ML.max) {
              return `Between ${typedFigure(JAR_ML.min / perUnit)} and ${typedFigure(JAR_ML.max / perUnit)}.`;
            }
            onChange({ jarMl });
            return null;
          }}
        />
      </View>
      {jars.length > 0 && (
        <Choice
          label="Your jars"
          value={wish.jarMl}
          onChange={(jarMl) => onChange({ jarMl })}
          options={jars.map((jar) => ({
            value: jar.volumeMl,
            label: jar.name,
            note: formatVolume(jar.volumeMl, kitchen),
          }))}
        />
      )}
    </>
  );
}

/** By when, and how cold. */
function GlassFields({ wish, onChange }: Fields) {
  const { kitchen, fromMs } = useDays();
  const { timeZone } = kitchen;
  const zone = { in: tz(timeZone) };
  const day = differenceInCalendarDays(wish.glassMs, fromMs, zone);
  const time = format(wish.glassMs, 'HH:mm', zone);
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const clock = readTimeOfDay(time) ?? { hours: 8, minutes: 0 };
  const at = (on: number, { hours, minutes } = clock) => timeOnDay(fromMs, on, hours, minutes, timeZone);
  const dayName = (on: number): string =>
    on === 0 ? 'Today' : on === 1 ? 'Tomorrow' : dayText(timeOnDay(fromMs, on, 12, 0, timeZone), kitchen);
  return (
    <>
      <Choice
        label="Day"
        value={day}
        onChange={(on) => onChange({ glassMs: at(on) })}
        options={Array.from({ length: DAYS_OFFERED }, (_, on) => ({ value: on, label: dayName(on) }))}
      />
      <View style={styles.row}>
        <NameField
          label="Time"
          value={typed ?? clockText(time, kitchen)}
          error={trouble}
          maxLength={8}
          onChange={(text) => {
            setTyped(text);
            const read = readTimeOfDay(text);
            setTrouble(read ? null : `A time of day, such as ${clockText('08:00', kitchen)}.`);
            if (read) onChange({ glassMs: at(day, read) });
          }}
          onBlur={() => {
            if (trouble === null) setTyped(null);
          }}
        />
        <Toggle
          label="Drink without chilling"
          note="otherwise it chills for three hours first"
          on={wish.fresh}
          onChange={(fresh) => onChange({ fresh })}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  // What is wrong with one must not push it off its neighbour's line.
  fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'flex-start' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'flex-end' },
});
