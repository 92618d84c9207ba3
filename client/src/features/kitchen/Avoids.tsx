import type { Control } from 'react-hook-form';
import { Controller } from 'react-hook-form';
import { AllergenToggles } from '../../ui/AllergenToggles';
import type { SettingsForm } from './settingsForm';

interface Props {
  control: Control<SettingsForm>;
  name:
    | `profile.people.${number}.avoids`
    | `profile.machines.${number}.keptFrom`
    | `profile.strainers.${number}.keptFrom`;
  label: string;
}

/** Allergens somebody avoids, or gear is kept apart from. */
export function Avoids({ control, name, label }: Props) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <AllergenToggles label={label} chosen={field.value} onChange={field.onChange} />}
    />
  );
}
