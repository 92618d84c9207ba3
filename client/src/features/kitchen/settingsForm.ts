import type { KitchenSettings } from '@humble-churn/contract';

/** What the form holds: the settings with all of the profile. */
export type SettingsForm = KitchenSettings;
