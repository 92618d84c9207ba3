import type { z } from 'zod';
import { SaidAgoSchema } from './batch';
import type { RouteName } from './routes';
import { ROUTES } from './routes';

/**
 * The changes a cook makes. Each has one name: of its route, of what the server does with it, of how it waits on a
 * device, and of what it is called there. Under the same Idempotency-Key a command is carried out once.
 */
export const COMMAND_NAMES = [
  'startBatch',
  'recordEvents',
  'makePlan',
  'changePlan',
  'saveRecipe',
  'saveVersion',
  'removeVersion',
  'archiveRecipe',
  'addIngredient',
  'changeIngredient',
  'changeKitchen',
  'logFridge',
  'setAside',
] as const satisfies readonly RouteName[];

export type CommandName = (typeof COMMAND_NAMES)[number];

type CommandRoute<N extends CommandName> = (typeof ROUTES)[N];

/** What a command is about, what it says, and what the server answers to it. */
export type CommandParams<N extends CommandName> = z.output<CommandRoute<N>['params']>;
export type CommandBody<N extends CommandName> = z.output<CommandRoute<N>['body']>;
export type CommandAnswer<N extends CommandName> = z.output<CommandRoute<N>['response']>;

/** Whether a command says how long ago it was given: those that are lines of a batch's log do. */
export function saysWhen(name: CommandName): boolean {
  return ROUTES[name].query === SaidAgoSchema;
}
