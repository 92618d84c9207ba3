import { zodResolver } from '@hookform/resolvers/zod';
import { ChosenTimeZoneSchema, KitchenSettingsSchema } from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import { formatTemp } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useContext, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import type { KnownKitchen } from '../../wire/kitchen';
import { useAskedAnew, useKitchen, useOwnIngredients } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { COLUMNS_MAX_PX, Columns } from '../../ui/Columns';
import { FormChoice, FormMeasure, FormName, FormSchemaContext } from '../../ui/FormFields';
import { Notice } from '../../ui/Notice';
import { QueryFallback } from '../../ui/QueryFallback';
import { Panel } from '../../ui/Panel';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { useMeasures } from '../../ui/measures';
import { ThemeContext } from '../../ui/theme';
import { GearPanel } from './GearPanel';
import { HoursPanel } from './HoursPanel';
import { OwnIngredientsPanel } from './OwnIngredientsPanel';
import { OtherFridges } from './OtherFridges';
import { PeoplePanel } from './PeoplePanel';
import { PricesPanel } from './PricesPanel';
import { UnreadablePanel } from './UnreadablePanel';
import { WholeKitchenPanel } from './WholeKitchenPanel';
import type { SettingsForm, SettingsProps } from './settingsForm';
import { FREEZER_TROUBLE } from './settingsForm';
import { CUP_NAMES } from '../../ui/cupNames';
import { useAutosave } from './useAutosave';

// The form starts from settings that were parsed already: what the schema would fill in is there.
const FormSchema = KitchenSettingsSchema.extend({ timeZone: ChosenTimeZoneSchema }) as z.ZodType<
  SettingsForm,
  SettingsForm
>;

/** What holds for every batch of this kitchen. */
export function KitchenScreen() {
  const kitchen = useKitchen();
  const own = useOwnIngredients();
  // A form filled from what the device kept could put old settings over newer ones.
  const asked = useAskedAnew(kitchen.refetch);
  const [imports, setImports] = useState(0);
  if (!kitchen.data || !own.data || !asked) {
    return <QueryFallback title="Kitchen" what="the kitchen" queries={[kitchen, own]} />;
  }
  // The form starts over from settings that came in with another kitchen.
  return (
    <Settings
      key={imports}
      kitchen={kitchen.data}
      own={own.data}
      onImported={() => setImports((before) => before + 1)}
    />
  );
}

interface Props {
  kitchen: KnownKitchen;
  own: readonly OwnItem[];
  onImported: () => void;
}

function Settings({ kitchen, own, onImported }: Props) {
  const form = useForm<SettingsForm>({
    resolver: zodResolver(FormSchema),
    defaultValues: KitchenSettingsSchema.parse(kitchen),
  });
  const { control } = form;
  const currency = useWatch({ control, name: 'currency' });
  const router = useRouter();
  const trouble = useAutosave(form, kitchen);
  return (
    <FormSchemaContext value={FormSchema}>
      <Screen
        title="Kitchen"
        maxWidth={COLUMNS_MAX_PX}
        aside={<Button label="Phones of the house" onPress={() => router.navigate('/kitchen/phones')} />}
      >
        <AppText kind="small" tone="soft">
          Each setting is saved as you change it.
        </AppText>
        {trouble !== null && <Notice kind="error">{trouble} What you typed still stands here.</Notice>}
        <UnreadablePanel />
        <Columns
          left={
            <>
              <PlacePanel control={control} />
              <MeasuresPanel control={control} />
              <PeoplePanel control={control} />
              <HoursPanel control={control} />
              <DevicePanel />
            </>
          }
          right={
            <>
              <GearPanel control={control} />
              <PricesPanel control={control} currency={currency} own={own} />
              <OwnIngredientsPanel own={own} />
              <WholeKitchenPanel name={kitchen.name} onImported={onImported} />
            </>
          }
        />
      </Screen>
    </FormSchemaContext>
  );
}

/** Where it is, and how warm. */
function PlacePanel({ control }: SettingsProps) {
  const { measures } = useMeasures();
  const temp = (tempC: number): string => formatTemp(tempC, measures);
  return (
    <Panel title="The place">
      <FormName
        control={control}
        name="name"
        label="Name"
        trouble="Give the kitchen a name of up to 60 letters."
      />
      <FormName
        control={control}
        name="timeZone"
        label="Time zone"
        trouble="A place, such as Europe/Lisbon: an abbreviation such as EST knows no summer time."
        note="All clock times are shown in it."
      />
      <FormMeasure
        control={control}
        name="fridgeTempC"
        kind="temperature"
        label="Fridge, as a thermometer in it reads"
        note={`${temp(4)} or below is safe. At ${temp(6)} milk keeps about half as long. Colder makes it keep longer only where a log shows it.`}
        tooLow={FREEZER_TROUBLE}
      />
      <FormMeasure control={control} name="roomTempC" kind="temperature" label="Room, where a bowl soaks" />
      <FormChoice
        control={control}
        name="budgetH"
        label={`Keep milk at ${temp(4)}`}
        options={[
          { value: 48, label: '2 days' },
          { value: 72, label: '3 days' },
          { value: 96, label: '4 days', note: 'usual' },
          { value: 120, label: '5 days', note: 'only while the fridge’s log shows it' },
        ]}
      />
      <OtherFridges control={control} />
    </Panel>
  );
}

/** How numbers, times and dates are written; `null` by the measures. */
const WRITINGS: readonly { value: string; label: string; note: string }[] = [
  { value: '', label: 'By the measures', note: '1,250 is asked about' },
  { value: 'en-GB', label: 'British', note: '1,250.5, 07:30, 27 Nov' },
  { value: 'en-US', label: 'American', note: '1,250.5, 7:30 am, Nov 27' },
  { value: 'en-AU', label: 'Australian', note: '1,250.5, 7:30 am, 27 Nov' },
  { value: 'de-DE', label: 'Decimal comma', note: '1.250,5, 07:30, 27 Nov' },
];

function WritingChoice({ control }: SettingsProps) {
  return (
    <Controller
      control={control}
      name="locale"
      render={({ field }) => (
        <Choice
          label="Numbers, times and dates"
          value={field.value ?? ''}
          onChange={(chosen) => field.onChange(chosen === '' ? null : chosen)}
          options={WRITINGS}
        />
      )}
    />
  );
}

function MeasuresPanel({ control }: SettingsProps) {
  return (
    <Panel title="Measures">
      <FormChoice
        control={control}
        name="measures"
        label="Show"
        options={[
          { value: 'metric', label: 'g, mL, °C' },
          { value: 'us', label: 'oz, cups, °F' },
        ]}
      />
      <FormChoice
        control={control}
        name="cupSystem"
        label="Cups on this bench are"
        options={[
          { value: 'us', label: CUP_NAMES.us, note: '237 mL' },
          { value: 'metric', label: CUP_NAMES.metric, note: '250 mL' },
          { value: 'imperial', label: CUP_NAMES.imperial, note: '284 mL' },
        ]}
      />
      <FormChoice
        control={control}
        name="spoonSystem"
        label="Spoons are"
        options={[
          { value: 'metric', label: 'Metric', note: '15 and 5 mL' },
          { value: 'us', label: 'US', note: '14.8 and 4.9 mL' },
          { value: 'australian', label: 'Australian', note: '20 and 5 mL' },
        ]}
      />
      <WritingChoice control={control} />
      <FormName
        control={control}
        name="currency"
        label="Currency"
        maxLength={3}
        shape={(text) => text.toUpperCase()}
        trouble="Three letters, such as EUR."
      />
    </Panel>
  );
}

/** What holds on this device only. */
function DevicePanel() {
  const theme = useContext(ThemeContext);
  return (
    <Panel title="This device">
      <Choice
        label="Colours"
        value={theme.choice}
        onChange={theme.choose}
        options={[
          { value: 'system', label: 'As the device' },
          { value: 'light', label: 'Light' },
          { value: 'dark', label: 'Dark' },
        ]}
      />
      <AppText kind="small" tone="soft">
        Press ? for the keys.
      </AppText>
      <SafetyLink />
    </Panel>
  );
}
