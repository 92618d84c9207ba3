import type { KitchenSettings } from '@humble-churn/contract';
import type { Control } from 'react-hook-form';

/** What the form holds: the settings with all of the profile. */
export type SettingsForm = KitchenSettings;

export interface SettingsProps {
  control: Control<SettingsForm>;
}

/** Said where a fridge is set colder than a fridge may be. */
export const FREEZER_TROUBLE = 'Colder than this it is a freezer.';
export const NAME_TROUBLE = 'Give it a name of up to 40 letters.';
