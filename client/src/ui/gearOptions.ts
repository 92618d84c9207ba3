import type { MachineKind, Recipe, SecondStrainer, Squeeze, Strainer } from '@humble-churn/core';
import { MACHINE_KINDS, fillLineOf } from '@humble-churn/core';
import type { KitchenSettings } from '@humble-churn/contract';
import { MACHINE_LABELS, SQUEEZE_LABELS } from './recipeLabels';

type OwnMachine = KitchenSettings['profile']['machines'][number];
type OwnStrainer = KitchenSettings['profile']['strainers'][number];

export const MACHINE_OPTIONS = MACHINE_KINDS.map((value) => ({ value, label: MACHINE_LABELS[value] }));

const SQUEEZES: readonly Squeeze[] = ['light', 'firm', 'hard'];
export const SQUEEZE_OPTIONS = SQUEEZES.map((value) => ({ value, label: SQUEEZE_LABELS[value] }));

/** What milk may pass after the first strainer. */
export const SECOND_STRAINERS: readonly SecondStrainer['strainer'][] = ['fine-bag', 'muslin', 'fine-sieve'];

/** What a blended mix may pass first; what leaves a press may pass a bag or a sieve as well. */
export function firstStrainers(pressed: boolean): readonly Strainer[] {
  return pressed ? ['none', ...SECOND_STRAINERS] : [...SECOND_STRAINERS, 'cold-press', 'none'];
}

/** Gear as a choice: one of the household's own by its name, or any of a kind. */
export function gearValue<K extends string>(kind: K, name: string | null): string {
  return name === null ? kind : `own ${name}`;
}

export type MachineUsed = Pick<Recipe['blend'], 'machine' | 'machineName' | 'powerW' | 'fillLineMl'>;

/** The machine that was chosen; null for none of those there are. */
export function chosenMachine(chosen: string, own: readonly OwnMachine[]): MachineUsed | null {
  const named = own.find(({ name }) => gearValue<MachineKind>('personal-cup', name) === chosen);
  if (named) {
    const { kind: machine, name: machineName, powerW } = named;
    return { machine, machineName, powerW, fillLineMl: fillLineOf(named) };
  }
  const machine = MACHINE_KINDS.find((kind) => kind === chosen);
  return machine ? { machine, machineName: null, powerW: null, fillLineMl: null } : null;
}

/** The strainer that was chosen; null for none of those there are. */
export function chosenStrainer(
  chosen: string,
  own: readonly OwnStrainer[],
  pressed: boolean,
): Pick<Recipe['strain'], 'strainer' | 'strainerName'> | null {
  const named = own.find(({ name }) => gearValue<Strainer>('none', name) === chosen);
  if (named) return { strainer: named.kind, strainerName: named.name };
  const strainer = firstStrainers(pressed).find((kind) => kind === chosen);
  return strainer ? { strainer, strainerName: null } : null;
}
