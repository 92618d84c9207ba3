import type { KitchenPatch, KitchenSettings } from '@humble-churn/contract';
import { ChosenTimeZoneSchema, KitchenProfileSchema, KitchenSettingsSchema } from '@humble-churn/contract';

/** The settings as a form holds them: a zone is one that was chosen. */
const SETTINGS = { ...KitchenSettingsSchema.shape, timeZone: ChosenTimeZoneSchema };
const PROFILE = KitchenProfileSchema.shape;

type Setting = Exclude<keyof KitchenPatch, 'profile'>;
type ProfilePart = keyof typeof PROFILE;

/** A field of the form, by its path. */
export type SettingsPath = Setting | `profile.${ProfilePart}`;

/** What of a form can be kept, and what of it is wrong. */
export interface TypedSettings {
  /** Null where nothing changed that can be kept. */
  patch: KitchenPatch | null;
  /** What the patch changes. */
  changed: SettingsPath[];
  wrong: SettingsPath[];
}

function differs(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) !== JSON.stringify(b);
}

/** Compares what was typed with what is kept: each setting by itself, so that a wrong one holds up no other. */
export function settingsPatch(kept: KitchenSettings, typed: KitchenSettings): TypedSettings {
  const changed: SettingsPath[] = [];
  const wrong: SettingsPath[] = [];
  const settings: Record<string, unknown> = {};
  for (const name of Object.keys(SETTINGS) as (keyof typeof SETTINGS)[]) {
    if (name === 'profile' || name === 'timeZoneSet' || !differs(kept[name], typed[name])) continue;
    const read = SETTINGS[name].safeParse(typed[name]);
    (read.success ? changed : wrong).push(name);
    if (read.success) settings[name] = read.data;
  }
  const profile: Record<string, unknown> = {};
  for (const part of Object.keys(PROFILE) as ProfilePart[]) {
    if (!differs(kept.profile[part], typed.profile[part])) continue;
    const read = PROFILE[part].safeParse(typed.profile[part]);
    (read.success ? changed : wrong).push(`profile.${part}`);
    if (read.success) profile[part] = read.data;
  }
  if (Object.keys(profile).length > 0) settings['profile'] = profile;
  // Each was parsed by its own schema.
  return { patch: changed.length > 0 ? settings : null, changed, wrong };
}

/** The patch that takes another one back: what it changed, and nothing else. */
export function patchBack(kept: KitchenSettings, { profile, ...settings }: KitchenPatch): KitchenPatch {
  const before = <T extends object>(of: T, names: object): Partial<T> =>
    Object.fromEntries(Object.keys(names).map((name) => [name, of[name as keyof T]])) as Partial<T>;
  return {
    ...before(kept, settings),
    ...(profile && { profile: before(kept.profile, profile) }),
  };
}
