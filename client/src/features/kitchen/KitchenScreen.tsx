import { zodResolver } from '@hookform/resolvers/zod';
import { ChosenTimeZoneSchema, KitchenSettingsSchema } from '@humble-churn/contract';
import type { OwnIngredient } from '@humble-churn/core';
import { useContext, useState } from 'react';
import type { FieldErrors } from 'react-hook-form';
import { useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import type { KnownKitchen } from '../../wire/kitchen';
import { useAskedAnew, useChangeKitchen, useKitchen, useOwnIngredients } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FormChoice, FormName, FormQuantity, FormSchemaContext } from '../../ui/FormFields';
import { Notice } from '../../ui/Notice';
import { QueryFallback } from '../../ui/QueryFallback';
import { Panel } from '../../ui/Panel';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { ThemeChoiceContext } from '../../ui/theme';
import { GearPanel } from './GearPanel';
import { HoursPanel } from './HoursPanel';
import { OwnIngredientsPanel } from './OwnIngredientsPanel';
import { PeoplePanel } from './PeoplePanel';
import { PricesPanel } from './PricesPanel';
import { UnreadablePanel } from './UnreadablePanel';
import { WholeKitchenPanel } from './WholeKitchenPanel';
import type { SettingsForm, SettingsProps } from './settingsForm';
import { CUP_NAMES } from '../../ui/cupNames';

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

/** Where in the form something is wrong, so that it is found on a long page. */
function troubledParts(errors: FieldErrors<SettingsForm>): string {
  const names: string[] = [];
  const { profile, ...settings } = errors;
  if (Object.keys(settings).length > 0) names.push('The place or Measures');
  if (profile?.machines ?? profile?.strainers ?? profile?.jars ?? profile?.bowls) names.push('Gear');
  if (profile?.people ?? profile?.glassMl) names.push('People');
  if (profile?.wakingFrom ?? profile?.wakingTo ?? profile?.quietFrom ?? profile?.quietTo) names.push('Hours');
  if (profile?.packs ?? profile?.shopPerL ?? profile?.mealPerKg ?? profile?.perKWh) names.push('Prices');
  return names.join(', ');
}

interface Props {
  kitchen: KnownKitchen;
  own: readonly OwnIngredient[];
  onImported: () => void;
}

function Settings({ kitchen, own, onImported }: Props) {
  const toast = useToast();
  const change = useChangeKitchen();
  const [sent, setSent] = useState(false);
  const { control, handleSubmit, formState, reset } = useForm<SettingsForm>({
    resolver: zodResolver(FormSchema),
    defaultValues: KitchenSettingsSchema.parse(kitchen),
  });
  const currency = useWatch({ control, name: 'currency' });
  const save = handleSubmit((settings) =>
    change.mutate(
      { patch: settings, key: crypto.randomUUID() },
      {
        onSuccess: () => {
          toast({
            words: 'Settings saved. Every jar was recalculated.',
            undo: () => {
              const before = KitchenSettingsSchema.parse(kitchen);
              change.mutate({ patch: before, key: crypto.randomUUID() });
              reset(before);
            },
          });
          setSent(false);
          reset(settings);
        },
      },
    ),
  );
  const troubled = troubledParts(formState.errors);
  return (
    <FormSchemaContext value={FormSchema}>
      <Screen title="Kitchen">
        <UnreadablePanel />
        <PlacePanel control={control} />
        <MeasuresPanel control={control} />
        <PeoplePanel control={control} />
        <GearPanel control={control} />
        <HoursPanel control={control} />
        <PricesPanel control={control} currency={currency} own={own} />
        <OwnIngredientsPanel own={own} />
        <DevicePanel />
        {change.error && (
          <Notice kind="error">{change.error.message} What you typed still stands here.</Notice>
        )}
        {sent && troubled !== '' && (
          <Notice kind="error">Something does not fit under {troubled}. Nothing was kept yet.</Notice>
        )}
        <Button
          label="Save settings"
          kind="main"
          busy={change.isPending}
          disabled={!formState.isDirty}
          onPress={() => {
            setSent(true);
            void save();
          }}
        />
        <WholeKitchenPanel name={kitchen.name} onImported={onImported} />
      </Screen>
    </FormSchemaContext>
  );
}

/** Where it is, and how warm. */
function PlacePanel({ control }: SettingsProps) {
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
      <FormQuantity
        control={control}
        name="fridgeTempC"
        label="Fridge, as a thermometer in it reads"
        unit="°C"
        note="4 °C or below is safe. At 6 °C milk keeps about half as long."
      />
      <FormQuantity control={control} name="roomTempC" label="Room, where a bowl soaks" unit="°C" />
      <FormChoice
        control={control}
        name="budgetH"
        label="Keep milk at 4 °C"
        options={[
          { value: 48, label: '2 days' },
          { value: 72, label: '3 days' },
          { value: 96, label: '4 days', note: 'usual' },
        ]}
      />
    </Panel>
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
  const theme = useContext(ThemeChoiceContext);
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
