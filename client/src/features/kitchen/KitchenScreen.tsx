import { zodResolver } from '@hookform/resolvers/zod';
import type { KitchenSettings } from '@humble-churn/contract';
import { KitchenSettingsSchema } from '@humble-churn/contract';
import { useContext } from 'react';
import { Controller, useForm } from 'react-hook-form';
import type { KnownKitchen } from '../../wire/queries';
import { useChangeKitchen, useKitchen } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { NotYet } from '../../ui/NotYet';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { Words } from '../../ui/Words';
import { ThemeChoiceContext } from '../../ui/theme';
import { CUP_NAMES } from './words';

/** What holds for every batch of this kitchen. */
export function KitchenScreen() {
  const kitchen = useKitchen();
  if (!kitchen.data) return <NotYet title="Kitchen" what="the kitchen" queries={[kitchen]} />;
  return <Settings kitchen={kitchen.data} />;
}

function Settings({ kitchen }: { kitchen: KnownKitchen }) {
  const toast = useToast();
  const change = useChangeKitchen();
  const theme = useContext(ThemeChoiceContext);
  const { control, handleSubmit, formState, reset } = useForm<KitchenSettings>({
    resolver: zodResolver(KitchenSettingsSchema),
    defaultValues: KitchenSettingsSchema.parse(kitchen),
  });
  const save = handleSubmit((settings) =>
    change.mutate(settings, {
      onSuccess: () => {
        toast({
          words: 'The kitchen is kept. Every jar was worked out anew.',
          undo: () => {
            const before = KitchenSettingsSchema.parse(kitchen);
            change.mutate(before);
            reset(before);
          },
        });
        reset(settings);
      },
    }),
  );
  const { errors } = formState;
  return (
    <Screen title="Kitchen">
      <Panel title="The place">
        <Controller
          control={control}
          name="name"
          render={({ field }) => (
            <NameField
              label="Name"
              value={field.value}
              onChange={field.onChange}
              onBlur={field.onBlur}
              error={errors.name ? 'Give the kitchen a name of up to 60 letters.' : null}
            />
          )}
        />
        <Controller
          control={control}
          name="timeZone"
          render={({ field }) => (
            <NameField
              label="Time zone"
              value={field.value}
              onChange={field.onChange}
              onBlur={field.onBlur}
              error={errors.timeZone ? 'Not a time zone this machine knows. Try Europe/Lisbon.' : null}
              note="All clock times are shown in it."
            />
          )}
        />
        <Controller
          control={control}
          name="fridgeTempC"
          render={({ field }) => (
            <QuantityField
              stacked
              label="Fridge, as a thermometer in it reads"
              unit="°C"
              shown={String(field.value)}
              onNumber={(value) => {
                if (value > 15) return 'Between 0 and 15 °C.';
                field.onChange(value);
                return null;
              }}
              // No number: saving must fail rather than keep the one before.
              onTrouble={() => field.onChange(NaN)}
              note="4 °C or below is safe. At 6 °C milk keeps about half as long."
            />
          )}
        />
        <Controller
          control={control}
          name="roomTempC"
          render={({ field }) => (
            <QuantityField
              stacked
              label="Room, where a bowl soaks"
              unit="°C"
              shown={String(field.value)}
              onNumber={(value) => {
                if (value < 5 || value > 45) return 'Between 5 and 45 °C.';
                field.onChange(value);
                return null;
              }}
              // No number: saving must fail rather than keep the one before.
              onTrouble={() => field.onChange(NaN)}
            />
          )}
        />
        <Controller
          control={control}
          name="budgetH"
          render={({ field }) => (
            <Choice
              label="Keep milk at 4 °C"
              value={field.value}
              onChange={field.onChange}
              options={[
                { value: 72, label: '3 days' },
                { value: 96, label: '4 days', note: 'usual' },
              ]}
            />
          )}
        />
      </Panel>
      <Panel title="Measures">
        <Controller
          control={control}
          name="measures"
          render={({ field }) => (
            <Choice
              label="Show"
              value={field.value}
              onChange={field.onChange}
              options={[
                { value: 'metric', label: 'g, mL, °C' },
                { value: 'us', label: 'oz, cups, °F' },
              ]}
            />
          )}
        />
        <Controller
          control={control}
          name="cupSystem"
          render={({ field }) => (
            <Choice
              label="Cups on this bench are"
              value={field.value}
              onChange={field.onChange}
              options={[
                { value: 'us', label: CUP_NAMES.us, note: '237 mL' },
                { value: 'metric', label: CUP_NAMES.metric, note: '250 mL' },
                { value: 'imperial', label: CUP_NAMES.imperial, note: '284 mL' },
              ]}
            />
          )}
        />
        <Controller
          control={control}
          name="currency"
          render={({ field }) => (
            <NameField
              label="Currency"
              value={field.value}
              onChange={(text) => field.onChange(text.toUpperCase())}
              onBlur={field.onBlur}
              maxLength={3}
              error={errors.currency ? 'Three letters, such as EUR.' : null}
            />
          )}
        />
      </Panel>
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
        <Words kind="small" tone="soft">
          Press ? for the keys.
        </Words>
      </Panel>
      {change.error && <Notice kind="error">{change.error.message} What you typed still stands here.</Notice>}
      <Button
        label="Keep these settings"
        kind="main"
        busy={change.isPending}
        disabled={!formState.isDirty}
        onPress={() => void save()}
      />
    </Screen>
  );
}
